import { type Attempt, readAttempt } from '../../core/attempts';
import { type KeptAttempt, readKeptAttempt, readSession, type Session } from '../../core/document';
import { database, type SoundRow } from './database';

/** A session's attempts, the newest first; rows that cannot be read are left where they are. */
export async function listAttempts(sessionId: string): Promise<Attempt[]> {
  const rows = await database.attempts.where('sessionId').equals(sessionId).toArray();
  return rows.flatMap((row) => readAttempt(row) ?? []).sort((a, b) => b.at.localeCompare(a.at));
}

/** Writes an attempt with its set-up in one go: neither is there without the other. */
export const addAttempt = (attempt: Attempt, snapshot: Session): Promise<void> =>
  database.transaction('rw', database.attempts, database.snapshots, async () => {
    await database.snapshots.put({ attemptId: attempt.id, sessionId: attempt.sessionId, session: snapshot });
    await database.attempts.put(attempt);
  });

export const changeAttempt = (attempt: Attempt): Promise<string> => database.attempts.put(attempt);

/** The set-up of an attempt; null when it is gone or cannot be read. */
export async function snapshotOf(attemptId: string): Promise<Session | null> {
  const row = await database.snapshots.get(attemptId);
  const read = row && readSession(row.session);
  return read?.ok ? read.value : null;
}

export const soundOf = (attemptId: string): Promise<SoundRow | undefined> => database.sounds.get(attemptId);

export const keepSound = (row: SoundRow, attempt: Attempt): Promise<void> =>
  database.transaction('rw', database.attempts, database.sounds, async () => {
    await database.sounds.put(row);
    await database.attempts.put(attempt);
  });

export const dropSound = (attempt: Attempt): Promise<void> =>
  database.transaction('rw', database.attempts, database.sounds, async () => {
    await database.sounds.delete(attempt.id);
    await database.attempts.put(attempt);
  });

export const dropAttempt = (id: string): Promise<void> =>
  database.transaction('rw', database.attempts, database.snapshots, database.sounds, async () => {
    await Promise.all([database.attempts.delete(id), database.snapshots.delete(id), database.sounds.delete(id)]);
  });

/** Every attempt with its set-up, as they go into a backup; what cannot be read stays behind. */
export async function allAttempts(): Promise<KeptAttempt[]> {
  const setups = new Map((await database.snapshots.toArray()).map(({ attemptId, session }) => [attemptId, session]));
  return (await database.attempts.toArray()).flatMap((attempt) => readKeptAttempt({ attempt, setup: setups.get(attempt.id) }) ?? []);
}

export const attemptIds = async (): Promise<ReadonlySet<string>> => new Set(await database.attempts.toCollection().primaryKeys());

/** Puts attempts with their set-ups beside those that are there. */
export async function addAttempts(kept: readonly KeptAttempt[]): Promise<void> {
  await database.snapshots.bulkPut(kept.map(({ attempt, setup }) => ({ attemptId: attempt.id, sessionId: attempt.sessionId, session: setup })));
  await database.attempts.bulkPut(kept.map(({ attempt }) => attempt));
}

export async function dropAttempts(ids: readonly string[]): Promise<void> {
  await Promise.all([database.attempts.bulkDelete([...ids]), database.snapshots.bulkDelete([...ids])]);
}
