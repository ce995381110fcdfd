import { database } from './database';

/**
 * Lets go of takes, attempts and sounds whose session is gone. Done when the page begins, so that a session deleted by mistake comes back
 * with all of it as long as its page is open.
 */
export const sweepOrphans = (): Promise<void> =>
  database.transaction(
    'rw',
    [database.sessions, database.journal, database.takes, database.attempts, database.snapshots, database.sounds, database.standings],
    async () => {
      const alive = new Set([
        ...(await database.sessions.toCollection().primaryKeys()),
        ...(await database.journal.toArray()).map(({ sessionId }) => sessionId),
      ]);
      for (const table of [database.attempts, database.snapshots, database.sounds] as const)
        for (const sessionId of (await table.orderBy('sessionId').uniqueKeys()) as string[])
          if (!alive.has(sessionId)) await table.where('sessionId').equals(sessionId).delete();
      const takes = (await database.takes.toCollection().primaryKeys()).filter((id) => !alive.has(id));
      await database.takes.bulkDelete(takes);
      await database.standings.bulkDelete((await database.standings.toCollection().primaryKeys()).filter((id) => !alive.has(id)));
    },
  );
