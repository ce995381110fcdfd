import { mergedOnto, readSession, SESSION_VERSION, type Session, sessionContent, storedName } from '../../core/document';
import type { InSteps } from '../../core/exchange';
import { sayDb } from '../../words/db.page.en';
import { sayDocument } from '../../words/documents';
import { inPieces } from '../components/inPieces';
import { newId } from '../components/newId';
import { database, type SessionRow, TAB_ID } from './database';
import { clearJournal, type JournalEntry, readJournal, settleJournal } from './journal';

/** A session from storage, or why it cannot be used and what was found. */
export type Stored =
  | { readonly kind: 'session'; readonly session: Session; readonly revision: number }
  | { readonly kind: 'unreadable'; readonly id: string; readonly updatedAt: string; readonly reason: string; readonly raw: unknown };

function storedOf(row: SessionRow): Stored {
  const read = readSession(row.session);
  if (read.ok && read.value.id === row.id) return { kind: 'session', session: read.value, revision: row.revision };
  const reason = read.ok ? sayDb('the-session-is-stored-under-another') : sayDocument(read.reason);
  return { kind: 'unreadable', id: row.id, updatedAt: String(row.updatedAt), reason, raw: row.session };
}

/** Rows looked at before, by id and content, so that a long list is not read anew at every change. */
const looked = new Map<string, { readonly print: string; readonly stored: Stored }>();

/** Tells one content from another: its length and a 32-bit FNV-1a hash. */
function printOf(row: SessionRow): string {
  const text = JSON.stringify(row) ?? '';
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return `${text.length}/${hash}`;
}

function lookAt(row: SessionRow): Stored {
  const print = printOf(row);
  const before = looked.get(row.id);
  if (before?.print === print) return before.stored;
  const stored = storedOf(row);
  looked.set(row.id, { print, stored });
  return stored;
}

function* readAll(rows: readonly SessionRow[]): InSteps<Stored[]> {
  const all: Stored[] = [];
  for (const [i, row] of rows.entries()) {
    all.push(lookAt(row));
    yield i / rows.length;
  }
  return all;
}

/**
 * All stored sessions, newest first; those that cannot be read stay as they are and are among them with the reason. Read in pieces: a
 * list of a thousand does not keep the page from answering.
 */
export async function listSessions(): Promise<Stored[]> {
  const rows = await database.sessions.toArray();
  return inPieces(readAll(rows.sort((a, b) => String(b.updatedAt).localeCompare(String(a.updatedAt)))));
}

const rowOf = (session: Session, revision: number, count = 0, updatedAt = session.updatedAt): SessionRow => ({
  id: session.id,
  updatedAt,
  revision,
  savedBy: TAB_ID,
  count,
  session,
});

const isOlder = (raw: unknown): boolean => (raw as { version?: unknown }).version !== SESSION_VERSION;

/** Whether a journal goes on from a row: it is the same tab's and later, or nobody wrote since. */
const goesOn = (entry: JournalEntry, row: SessionRow): boolean => (row.savedBy === entry.tab ? entry.count > row.count : entry.base === row.revision);

/** Whether a journal's change was written by nobody: another tab wrote after it, without having seen it. */
const wasBuried = (entry: JournalEntry, row: SessionRow): boolean => row.savedBy !== entry.tab && row.revision > entry.base;

/**
 * A stored session with what killed tabs had done and not written: each change in turn goes onto what is there. What cannot, since the same
 * was changed by somebody else, is left beside.
 */
function takenUp(
  stored: Session,
  row: SessionRow,
  left: readonly JournalEntry[],
): { readonly session: Session; readonly beside: readonly Session[] } {
  let session = stored;
  const beside: Session[] = [];
  // Entries that do not say what they went on from: the last one goes on, the others are kept beside.
  const last = left.findLast((entry) => goesOn(entry, row) && !entry.before);
  for (const entry of left) {
    if (!goesOn(entry, row) && !wasBuried(entry, row)) continue;
    const onto = entry.before ? mergedOnto(entry.before, entry.session, session, entry.sent) : null;
    const read = onto && readSession(onto);
    if (read?.ok) session = read.value;
    else if (entry === last && session === stored) session = entry.session;
    else beside.push(entry.session);
  }
  return { session, beside };
}

/**
 * Loads a session, migrated and validated; one of an older version is written back in the same transaction. What a killed tab had
 * in its journal but not yet in the database is taken up; where another tab has gone on since, it is kept beside as a session of
 * its own. Null when there is no session of that id.
 */
export async function loadSession(id: string): Promise<Stored | null> {
  return database.transaction('rw', database.sessions, database.journal, async () => {
    const row = await database.sessions.get(id);
    if (!row) return null;
    const found = storedOf(row);
    if (found.kind === 'unreadable') return found;
    const left = await readJournal(id);
    await clearJournal(left);
    const { session, beside } = takenUp(found.session, row, left);
    for (const other of beside) {
      if (sessionContent(other) === sessionContent(session)) continue;
      const copy = { ...other, id: newId(), name: storedName(sayDb('recovered', { other: other.name.slice(0, 100) })) };
      await database.sessions.put(rowOf(copy, 1));
    }
    if (session === found.session && !isOlder(row.session)) return found;
    await database.sessions.put(rowOf(session, row.revision + 1));
    return { kind: 'session', session, revision: row.revision + 1 } as const;
  });
}

/** How a write ended: written, written on top of what another tab had written meanwhile, or not since the session is gone. */
export type Saved =
  | { readonly kind: 'saved'; readonly revision: number }
  | { readonly kind: 'merged'; readonly revision: number; readonly session: Session }
  | { readonly kind: 'gone' };

/** What a tab knows of the session that it writes. */
export interface Writer {
  /** The revision of the row it has seen last; null to write whatever is there. */
  readonly base: number | null;
  /** Its own count of documents. */
  readonly count: number;
  readonly nowIso: string;
}

/** Writes a session. When another tab wrote since `base`, `merge` makes of theirs what is to be written. */
export const saveSession = (session: Session, { base, count, nowIso }: Writer, merge: (theirs: Session) => Session): Promise<Saved> =>
  database.transaction('rw', database.sessions, database.journal, async (): Promise<Saved> => {
    const row = await database.sessions.get(session.id);
    if (!row && base !== null) return { kind: 'gone' };
    await settleJournal(session.id, count);
    const revision = (row?.revision ?? 0) + 1;
    if (!row || base === null || row.revision === base) {
      await database.sessions.put(rowOf(session, revision, count, nowIso));
      return { kind: 'saved', revision };
    }
    const theirs = storedOf(row);
    const merged = theirs.kind === 'session' ? merge(theirs.session) : session;
    await database.sessions.put(rowOf(merged, revision, count, nowIso));
    return { kind: 'merged', revision, session: merged };
  });

/** Writes a session that nobody has open, over whatever is there. */
export const storeSession = (session: Session): Promise<Saved> =>
  saveSession(session, { base: null, count: 0, nowIso: session.updatedAt }, () => session);

/** Writes sessions that are not there yet. */
export const addSessions = (sessions: readonly Session[]): Promise<string> => database.sessions.bulkPut(sessions.map((session) => rowOf(session, 1)));

/** How many sessions there are, readable or not. */
export const countSessions = (): Promise<number> => database.sessions.count();

/** Changes a stored session where it is, in one transaction; false when there is none that can be read. */
export const changeStored = (id: string, change: (session: Session) => Session): Promise<boolean> =>
  database.transaction('rw', database.sessions, async () => {
    const row = await database.sessions.get(id);
    const stored = row && storedOf(row);
    if (!row || stored?.kind !== 'session') return false;
    await database.sessions.put(rowOf(change(stored.session), row.revision + 1));
    return true;
  });

/** Marks a session as deleted: its row waits with what belongs to it. False when there is none. */
export const deleteSession = (id: string, nowIso: string): Promise<boolean> =>
  database.transaction('rw', database.sessions, database.deleted, async () => {
    const row = await database.sessions.get(id);
    if (!row) return false;
    await database.deleted.put({ id, deletedAt: nowIso, row });
    await database.sessions.delete(id);
    return true;
  });

/**
 * Puts a deleted session back as it was. Where a session of its id is there again, as from a backup or another tab, that is left and the
 * deleted one comes back beside it.
 */
export const undelete = (id: string): Promise<'back' | 'beside' | 'gone'> =>
  database.transaction('rw', database.sessions, database.deleted, async () => {
    const kept = await database.deleted.get(id);
    if (!kept) return 'gone';
    await database.deleted.delete(id);
    if (!(await database.sessions.get(id))) {
      await database.sessions.put({ ...kept.row, revision: kept.row.revision + 1 });
      return 'back';
    }
    const stored = storedOf(kept.row);
    const fresh = newId();
    const session =
      stored.kind === 'session'
        ? { ...stored.session, id: fresh, name: storedName(sayDb('as-deleted', { session: stored.session.name.slice(0, 100) })) }
        : kept.row.session;
    await database.sessions.put({ ...kept.row, id: fresh, revision: 1, session });
    return 'beside';
  });

/** A deleted session by its name, as far as that can be read. */
export interface Deleted {
  readonly id: string;
  readonly name: string;
  readonly deletedAt: string;
}

/** Deleted sessions that wait, the last one first. */
export async function listDeleted(): Promise<readonly Deleted[]> {
  const rows = await database.deleted.orderBy('deletedAt').reverse().toArray();
  return rows.map(({ id, deletedAt, row }) => {
    const name = (row.session as { name?: unknown } | null)?.name;
    return { id, deletedAt, name: typeof name === 'string' ? name : id };
  });
}

/** Lets deleted sessions go for good; what belonged to them is swept with the next beginning. */
export const emptyDeleted = (): Promise<void> => database.deleted.clear();

export { storedOf };
