import { BOATHOUSE_SHELF, boathouseKit, boathouseSessions } from '../../../../demo/boathouse';
import { mergedShelf, newSession, type Session, type Shelf, shelfOf, sound, storedName } from '../../../core/document';
import { exportLibrary, type ImportPlan, importDocument, planImport } from '../../../core/exchange';
import { newId } from '../../components/newId';
import { database, type SessionRow, type ShelfRow } from '../../db/database';
import { listSessions, storeSession } from '../../db/sessions';
import { changeShelf, FIRST_SHELF, loadShelf } from '../../db/shelf';

const now = (): string => new Date().toISOString();

/** The shelf of one's own. Throws with a sentence when there is one that cannot be read: nothing else may take its place. */
async function ownShelf(): Promise<Shelf> {
  const stored = await loadShelf();
  if (stored.kind === 'unreadable') throw new Error(stored.reason);
  return stored.kind === 'shelf' ? stored.shelf : FIRST_SHELF;
}

/** A new session with the shelf as its record of gear; with an empty record when the shelf cannot be read. */
export async function createSession(name: string): Promise<Session> {
  const shelf = await ownShelf().catch(() => ({ microphones: [], devices: [], stands: [], setups: [] }));
  return sound(newSession(newId(), name, now(), shelf));
}

export const duplicateOf = (session: Session): Session =>
  sound({ ...session, id: newId(), name: storedName(`${session.name.slice(0, 110)}, copy`), createdAt: now(), updatedAt: now() });

/** The demo sessions, put back where they are missing; the kit is the one to open. */
export async function restoreDemo(): Promise<{ session: Session; revision: number }> {
  const demos = boathouseSessions();
  const kit = demos[0] ?? boathouseKit();
  const stored = await listSessions();
  for (const demo of demos)
    if (!stored.some((there) => (there.kind === 'session' ? there.session.id : there.id) === demo.id)) await storeSession(demo);
  if ((await loadShelf()).kind === 'none') await changeShelf(() => BOATHOUSE_SHELF);
  const kept = stored.find((there) => there.kind === 'session' && there.session.id === kit.id);
  return kept?.kind === 'session' ? kept : { session: kit, revision: 1 };
}

/** A file read and what taking it in would do; or why it cannot be used, in a sentence. */
export type Prepared = { readonly ok: true; readonly plan: ImportPlan } | { readonly ok: false; readonly reason: string };

/** Reads a file and works out what it would add; nothing is changed yet. */
export async function prepareImport(text: string): Promise<Prepared> {
  const imported = importDocument(text);
  if (!imported.ok) return imported;
  const stored = await listSessions();
  const known = new Map(stored.map((there) => (there.kind === 'session' ? [there.session.id, there.session] : [there.id, null])));
  return { ok: true, plan: planImport(imported, known, await ownShelf(), newId) };
}

/** What was there before an import, to take it back. */
export interface Before {
  readonly added: readonly string[];
  readonly shelf: ShelfRow | undefined;
}

/** Does what was planned, all of it or nothing. */
export const takeIn = (plan: ImportPlan): Promise<Before> =>
  database.transaction('rw', database.sessions, database.shelves, database.journal, async () => {
    const shelf = await database.shelves.get('shelf');
    for (const session of plan.add) await storeSession(session);
    const { shelf: coming } = plan;
    if (coming && coming.added.length + coming.beside.length > 0) {
      const changed = await changeShelf((own) => mergedShelf(own, coming.incoming, newId).shelf);
      if (!changed.ok) throw new Error(changed.reason);
    }
    return { added: plan.add.map(({ id }) => id), shelf };
  });

/** Takes an import back: what it added goes, the shelf is as it was. */
export const takeBack = ({ added, shelf }: Before): Promise<void> =>
  database.transaction('rw', database.sessions, database.shelves, async () => {
    await database.sessions.bulkDelete([...added]);
    if (shelf) await database.shelves.put(shelf);
    else await database.shelves.delete('shelf');
  });

/** Everything that is kept, in one file; what cannot be read goes along as it was found. */
export async function backupText(): Promise<string> {
  const rows: SessionRow[] = await database.sessions.toArray();
  const stored = await loadShelf();
  return exportLibrary(
    shelfOf(stored.kind === 'shelf' ? stored.shelf : FIRST_SHELF),
    rows.map((row) => row.session as object),
  );
}
