import { readSession, type Session } from '../../core/document';
import { database, TAB_ID } from './database';

/** The last change that a tab made to a session, before it is in the session's row. */
export interface JournalEntry {
  /** The tab that wrote it and its own count of documents at the time. */
  readonly tab: string;
  readonly count: number;
  /** The revision of the row that the tab had seen last. */
  readonly base: number;
  readonly session: Session;
  /** What it went on from: the document that the tab knew to be stored. Entries of before have none. */
  readonly before?: Session;
  /** What of it was on its way into the row when this was written. */
  readonly sent?: Session;
}

const keyOf = (id: string, tab: string): string => `${id}/${tab}`;

/**
 * Writes a change down at once. The row is written with a look at what other tabs did, which takes some turns; here everything is
 * handed to the browser in one go, so that a tab killed a few milliseconds after a key leaves its last change behind. Best effort.
 */
export function writeJournal(entry: JournalEntry): void {
  try {
    const transaction = database.backendDB().transaction(['journal'], 'readwrite', { durability: 'relaxed' });
    const { session, tab } = entry;
    transaction.objectStore('journal').put({ ...entry, key: keyOf(session.id, tab), sessionId: session.id });
    transaction.commit();
  } catch {
    // The database is not open, or refuses: the write of the row says so.
  }
}

/** What killed tabs left behind for a session, as far as it can be read. */
export async function readJournal(id: string): Promise<JournalEntry[]> {
  const rows = await database.journal.where('sessionId').equals(id).toArray();
  return rows.flatMap(({ tab, count, base, session, before, sent }): JournalEntry[] => {
    const [read, start, way] = [readSession(session), readSession(before), readSession(sent)];
    return read.ok && read.value.id === id
      ? [{ tab, count, base, session: read.value, ...(start.ok ? { before: start.value } : {}), ...(way.ok ? { sent: way.value } : {}) }]
      : [];
  });
}

/** Takes entries away that were looked at; one that cannot be read, as a newer program's, stays. */
export const clearJournal = (entries: readonly JournalEntry[]): Promise<void> =>
  database.journal.bulkDelete(entries.map(({ session, tab }) => keyOf(session.id, tab)));

/** Takes this tab's entry away once its change, or a later one, is in the row; part of the transaction that writes the row. */
export async function settleJournal(id: string, count: number): Promise<void> {
  const key = keyOf(id, TAB_ID);
  const entry = await database.journal.get(key);
  if (entry && entry.count <= count) await database.journal.delete(key);
}
