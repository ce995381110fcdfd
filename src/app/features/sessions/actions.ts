import { BOATHOUSE_SHELF, boathouseKit, boathouseSessions } from '../../../../demo/boathouse';
import { exportLibrary, importDocument } from '../../../core/exchange';
import { newSession, putOwnSetup, type Session } from '../../../core/session';
import { database, deleteSession, loadShelf, storeSession, storeShelf } from '../../db/database';

const now = (): string => new Date().toISOString();

export async function createSession(name: string): Promise<Session> {
  const shelf = (await loadShelf().catch(() => null)) ?? BOATHOUSE_SHELF;
  return newSession(crypto.randomUUID(), name, now(), shelf);
}

export const duplicateOf = (session: Session): Session => ({
  ...session,
  id: crypto.randomUUID(),
  name: `${session.name}, copy`,
  createdAt: now(),
  updatedAt: now(),
});

/** The demo sessions, put back where they are missing; the kit is the one to open. */
export async function restoreDemo(): Promise<Session> {
  const [kit, ...others] = boathouseSessions();
  for (const demo of others) if (!(await database.sessions.get(demo.id))) await storeSession(demo);
  if (!(await loadShelf())) await storeShelf(BOATHOUSE_SHELF);
  const demo = kit ?? boathouseKit();
  const kept = await database.sessions.get(demo.id);
  if (kept) return kept.session;
  await storeSession(demo);
  return demo;
}

/** What an import did, or why it did nothing, in a sentence. */
export async function importText(text: string): Promise<{ ok: boolean; message: string }> {
  const imported = importDocument(text);
  if (!imported.ok) return { ok: false, message: imported.reason };
  if (imported.kind === 'shelf') {
    const { microphones, devices, stands, setups } = imported.shelf;
    await storeShelf({ microphones, devices, stands, setups });
    return { ok: true, message: 'The shelf was taken in; new sessions will use it.' };
  }
  if (imported.kind === 'setup') {
    await storeShelf(putOwnSetup((await loadShelf()) ?? BOATHOUSE_SHELF, imported.setup));
    return { ok: true, message: `The set-up “${imported.setup.name}” was taken in; new sessions will offer it.` };
  }
  const sessions = imported.kind === 'session' ? [imported.session] : imported.library.sessions;
  const taken = new Set((await database.sessions.toCollection().primaryKeys()) as string[]);
  const fresh = sessions.map((session) =>
    taken.has(session.id) ? { ...session, id: crypto.randomUUID(), name: `${session.name}, imported` } : session,
  );
  await database.transaction('rw', database.sessions, database.shelves, async () => {
    for (const session of fresh) await storeSession(session);
    if (imported.kind === 'library') await storeShelf(imported.library.shelf);
  });
  return { ok: true, message: fresh.length === 1 ? `“${fresh[0]?.name}” was taken in.` : `${fresh.length} sessions and the shelf were taken in.` };
}

export async function backupText(): Promise<string> {
  const rows = await database.sessions.toArray();
  return exportLibrary(
    (await loadShelf()) ?? BOATHOUSE_SHELF,
    rows.map((row) => row.session),
  );
}

export const renameSession = (session: Session, name: string): Promise<string> => storeSession({ ...session, name, updatedAt: now() });
export { deleteSession, storeSession };
