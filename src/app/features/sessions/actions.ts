import { boathouseKit, boathouseSessions } from '../../../../demo/boathouse';
import { admitOwnSession, mergedShelf, newSession, type Session, type Shelf, storedName } from '../../../core/document';
import { type ImportPlan, importInSteps, planInSteps } from '../../../core/exchange';
import { inPieces } from '../../components/inPieces';
import { newId } from '../../components/newId';
import { addAttempts, attemptIds, dropAttempts } from '../../db/attempts';
import { database, type ShelfRow, saveProblem } from '../../db/database';
import { addSessions, countSessions, listSessions, storeSession } from '../../db/sessions';
import { changeShelf, EMPTY_SHELF, loadShelf } from '../../db/shelf';
import { forgetAttempts } from '../../stores/attemptStore';
import { setSession, useSessionStore } from '../../stores/sessionStore';
import { useViewStore } from '../../stores/viewStore';

const now = (): string => new Date().toISOString();

/** The shelf of one's own. Throws with a sentence when there is one that cannot be read: nothing else may take its place. */
async function ownShelf(): Promise<Shelf> {
  const stored = await loadShelf();
  if (stored.kind === 'unreadable') throw new Error(stored.reason);
  return stored.kind === 'shelf' ? stored.shelf : EMPTY_SHELF;
}

/** A new session with the shelf as its record of gear; with an empty record when the shelf cannot be read. */
export async function createSession(name: string): Promise<Session> {
  const shelf = await ownShelf().catch(() => EMPTY_SHELF);
  return admitOwnSession({ ...newSession(newId(), name, now(), shelf), units: useViewStore.getState().units });
}

/** A new session in storage and on the bench; where storage refuses, on the bench alone, and it says so. */
export async function beginSession(): Promise<Session> {
  const session = await createSession(`Session ${(await countSessions().catch(() => 0)) + 1}`);
  try {
    const saved = await storeSession(session);
    setSession(session, saved.kind === 'gone' ? null : saved.revision);
  } catch (error) {
    setSession(session, null);
    useSessionStore.setState({ saving: 'failed', saveProblem: saveProblem(error) });
  }
  return session;
}

/** Whether nobody has said yet what gear there is. */
export const isFirstRun = async (): Promise<boolean> => (await loadShelf()).kind === 'none';

export const duplicateOf = (session: Session): Session =>
  admitOwnSession({ ...session, id: newId(), name: storedName(`${session.name.slice(0, 110)}, copy`), createdAt: now(), updatedAt: now() });

/** The demo sessions, put back where they are missing; the kit is the one to open. */
export async function restoreDemo(): Promise<{ session: Session; revision: number }> {
  const demos = boathouseSessions();
  const kit = demos[0] ?? boathouseKit();
  const stored = await listSessions();
  for (const demo of demos)
    if (!stored.some((there) => (there.kind === 'session' ? there.session.id : there.id) === demo.id)) await storeSession(demo);
  const kept = stored.find((there) => there.kind === 'session' && there.session.id === kit.id);
  return kept?.kind === 'session' ? kept : { session: kit, revision: 1 };
}

/** A file read and what taking it in would do; or why it cannot be used, in a sentence. */
export type Prepared = { readonly ok: true; readonly plan: ImportPlan } | { readonly ok: false; readonly reason: string };

/** Reads a file and works out what it would add; nothing is changed yet. @param onShare told of the share done, 0 to 1 */
export async function prepareImport(text: string, onShare: (share: number) => void = () => undefined): Promise<Prepared> {
  const imported = await inPieces(importInSteps(text), (share) => onShare(share * 0.8));
  if (!imported.ok) return imported;
  const stored = await listSessions();
  const known = new Map(stored.map((there) => (there.kind === 'session' ? [there.session.id, there.session] : [there.id, null])));
  const steps = planInSteps(imported, known, await ownShelf(), newId, await attemptIds());
  return { ok: true, plan: await inPieces(steps, (share) => onShare(0.8 + share * 0.2)) };
}

/** What was there before an import, to take it back. */
export interface Before {
  readonly added: readonly string[];
  readonly tried: readonly string[];
  readonly shelf: ShelfRow | undefined;
}

/** Does what was planned, all of it or nothing. */
export async function takeIn(plan: ImportPlan): Promise<Before> {
  const tables = [database.sessions, database.shelves, database.journal, database.attempts, database.snapshots];
  const before = await database.transaction('rw', tables, async () => {
    const shelf = await database.shelves.get('shelf');
    await addSessions(plan.add);
    await addAttempts(plan.attempts);
    const { shelf: coming } = plan;
    if (coming && coming.added.length + coming.beside.length > 0) {
      const changed = await changeShelf((own) => mergedShelf(own, coming.incoming, newId).shelf);
      if (!changed.ok) throw new Error(changed.reason);
    }
    return { added: plan.add.map(({ id }) => id), tried: plan.attempts.map(({ attempt }) => attempt.id), shelf };
  });
  forgetAttempts();
  return before;
}

/** Takes an import back: what it added goes, the shelf is as it was. */
export async function takeBack({ added, tried, shelf }: Before): Promise<void> {
  await database.transaction('rw', [database.sessions, database.shelves, database.attempts, database.snapshots], async () => {
    await database.sessions.bulkDelete([...added]);
    await dropAttempts(tried);
    if (shelf) await database.shelves.put(shelf);
    else await database.shelves.delete('shelf');
  });
  forgetAttempts();
}
