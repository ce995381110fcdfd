import { liveQuery } from 'dexie';
import { type Attempt, readAttempt } from '../../core/attempts';
import { type KeptAttempt, readKeptAttempt, readSession, type Session } from '../../core/document';
import type { AttemptId, SessionId } from '../../core/ids';
import { database, type SoundRow } from './database';

const later = (a: Attempt, b: Attempt): number => (b.order ?? 0) - (a.order ?? 0) || b.at.localeCompare(a.at);

/** A session's attempts, the last made first; rows that cannot be read are left where they are. */
export async function listAttempts(sessionId: SessionId): Promise<Attempt[]> {
  const rows = await database.attempts.where('sessionId').equals(sessionId).toArray();
  return rows.flatMap((row) => readAttempt(row) ?? []).sort(later);
}

/** The attempt that what stands went on from: as it was written down, else the last made. */
export async function standingOf(sessionId: SessionId, attempts: readonly Attempt[]): Promise<string | null> {
  const row = await database.standings.get(sessionId);
  return attempts.find(({ id }) => id === row?.attemptId)?.id ?? attempts[0]?.id ?? null;
}

/** Tells every tab what a session has of attempts, now and whenever that changes. */
export function watchAttempts(
  sessionId: SessionId,
  tell: (attempts: readonly Attempt[], standsOn: string | null) => void,
  onError: (error: unknown) => void,
): () => void {
  const read = liveQuery(async () => {
    const attempts = await listAttempts(sessionId);
    return { attempts, standsOn: await standingOf(sessionId, attempts) };
  });
  const watch = read.subscribe({ next: ({ attempts, standsOn }) => tell(attempts, standsOn), error: onError });
  return () => watch.unsubscribe();
}

/**
 * Writes an attempt with its set-up in one go: neither is there without the other. It goes on from what stands, is the last in its
 * session's order, and stands itself from then on.
 */
export const addAttempt = (attempt: Attempt, snapshot: Session): Promise<Attempt> =>
  database.transaction('rw', database.attempts, database.snapshots, database.standings, async () => {
    const { sessionId } = attempt;
    const before = await listAttempts(sessionId);
    const order = Math.max(before.length, ...before.map((one) => one.order ?? 0)) + 1;
    const next = { ...attempt, order };
    await database.snapshots.put({ attemptId: attempt.id, sessionId, session: snapshot });
    await database.attempts.put(next);
    await database.standings.put({ sessionId, attemptId: attempt.id });
    return next;
  });

export const setStanding = (sessionId: SessionId, attemptId: AttemptId): Promise<string> => database.standings.put({ sessionId, attemptId });

/** Changes an attempt as it is stored now, whatever a tab had read before; null where it is gone: it is not made anew. */
export const changeAttempt = (id: string, change: (attempt: Attempt) => Attempt): Promise<Attempt | null> =>
  database.transaction('rw', database.attempts, async () => {
    const stored = readAttempt(await database.attempts.get(id));
    if (!stored) return null;
    const next = change(stored);
    await database.attempts.put(next);
    return next;
  });

/** The set-up of an attempt; null when it is gone or cannot be read. */
export async function snapshotOf(attemptId: AttemptId): Promise<Session | null> {
  const row = await database.snapshots.get(attemptId);
  const read = row && readSession(row.session);
  return read?.ok ? read.value : null;
}

export const soundOf = (attemptId: AttemptId): Promise<SoundRow | undefined> => database.sounds.get(attemptId);

/** Keeps the sound of an attempt and its size with it; null where the attempt is gone. */
export const keepSound = (row: SoundRow, soundBytes: number): Promise<Attempt | null> =>
  database.transaction('rw', database.attempts, database.sounds, async () => {
    const next = await changeAttempt(row.attemptId, (attempt) => ({ ...attempt, soundBytes }));
    if (next) await database.sounds.put(row);
    return next;
  });

export const dropSound = (id: string): Promise<Attempt | null> =>
  database.transaction('rw', database.attempts, database.sounds, async () => {
    await database.sounds.delete(id);
    return changeAttempt(id, (attempt) => ({ ...attempt, soundBytes: 0 }));
  });

/** Drops an attempt. What stood on it stands on what it went on from; those that went on from it go on from there. */
export const dropAttempt = (id: string): Promise<void> =>
  database.transaction('rw', database.attempts, database.snapshots, database.sounds, database.standings, async () => {
    const dropped = readAttempt(await database.attempts.get(id));
    await Promise.all([database.attempts.delete(id), database.snapshots.delete(id), database.sounds.delete(id)]);
    if (!dropped) return;
    const { sessionId, parentId } = dropped;
    const left = await listAttempts(sessionId);
    for (const one of left)
      if (one.parentId === id) {
        const next: Attempt = { ...one, parentId };
        await database.attempts.put(next);
      }
    const standing = await database.standings.get(sessionId);
    if (standing?.attemptId !== id) return;
    const next = left.find((one) => one.id === parentId) ?? left[0];
    if (next) await database.standings.put({ sessionId, attemptId: next.id });
    else await database.standings.delete(sessionId);
  });

/** Every attempt with its set-up, as they go into a backup; what cannot be read stays behind. */
export async function allAttempts(): Promise<KeptAttempt[]> {
  const setups = new Map((await database.snapshots.toArray()).map(({ attemptId, session }) => [attemptId, session]));
  const standing = new Set((await database.standings.toArray()).map(({ attemptId }) => attemptId));
  return (await database.attempts.toArray()).flatMap(
    (attempt) => readKeptAttempt({ attempt, setup: setups.get(attempt.id), stands: standing.has(attempt.id) }) ?? [],
  );
}

export const attemptIds = async (): Promise<ReadonlySet<string>> => new Set(await database.attempts.toCollection().primaryKeys());

/** Puts attempts with their set-ups beside those that are there. */
export async function addAttempts(kept: readonly KeptAttempt[]): Promise<void> {
  await database.snapshots.bulkPut(kept.map(({ attempt, setup }) => ({ attemptId: attempt.id, sessionId: attempt.sessionId, session: setup })));
  await database.attempts.bulkPut(kept.map(({ attempt }) => attempt));
  const standing = kept.flatMap(({ attempt, stands }) => (stands ? [{ sessionId: attempt.sessionId, attemptId: attempt.id }] : []));
  const there = await database.standings.bulkGet(standing.map(({ sessionId }) => sessionId));
  await database.standings.bulkPut(standing.filter((_, i) => there[i] === undefined));
}

export async function dropAttempts(ids: readonly string[]): Promise<void> {
  await Promise.all([database.attempts, database.snapshots, database.sounds].map((table) => table.bulkDelete([...ids])));
}
