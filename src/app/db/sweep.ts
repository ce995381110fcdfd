import { database } from './database';

/** A deleted session waits for a month, ms. */
const KEPT_MS = 30 * 24 * 3_600_000;

/**
 * Lets go of sessions that were deleted a month ago, and of takes, attempts and sounds whose session is gone. Done when the page begins.
 * @returns the sessions that are there, those that wait among the deleted too
 */
export const sweepOrphans = (nowMs: number): Promise<ReadonlySet<string>> =>
  database.transaction(
    'rw',
    [
      database.sessions,
      database.journal,
      database.takes,
      database.attempts,
      database.snapshots,
      database.sounds,
      database.standings,
      database.deleted,
    ],
    async () => {
      const since = new Date(nowMs - KEPT_MS).toISOString();
      await database.deleted.where('deletedAt').below(since).delete();
      const alive = new Set([
        ...(await database.deleted.toCollection().primaryKeys()),
        ...(await database.sessions.toCollection().primaryKeys()),
        ...(await database.journal.toArray()).map(({ sessionId }) => sessionId),
      ]);
      for (const table of [database.attempts, database.snapshots, database.sounds] as const)
        for (const sessionId of (await table.orderBy('sessionId').uniqueKeys()) as string[])
          if (!alive.has(sessionId)) await table.where('sessionId').equals(sessionId).delete();
      const takes = (await database.takes.toCollection().primaryKeys()).filter((id) => !alive.has(id));
      await database.takes.bulkDelete(takes);
      await database.standings.bulkDelete((await database.standings.toCollection().primaryKeys()).filter((id) => !alive.has(id)));
      return alive;
    },
  );
