import { readSession, type Session } from '../../core/document';

/**
 * The last change of a session, written at once and synchronously beside the database, whose writes take some milliseconds: a tab
 * that is killed in between finds it here. Best effort; without local storage nothing is lost but those milliseconds.
 */
export interface JournalEntry {
  /** The tab that wrote it and its own count of documents at the time. */
  readonly tab: string;
  readonly count: number;
  /** The revision of the row that the tab had seen last. */
  readonly base: number;
  readonly session: Session;
}

const keyOf = (id: string): string => `shuttlecraft-journal/${id}`;

export function writeJournal(entry: JournalEntry): void {
  try {
    localStorage.setItem(keyOf(entry.session.id), JSON.stringify(entry));
  } catch {
    // No local storage, or it is full: the database has the last word anyway.
  }
}

export function readJournal(id: string): JournalEntry | null {
  try {
    const entry = JSON.parse(localStorage.getItem(keyOf(id)) ?? 'null') as Partial<JournalEntry> | null;
    const read = entry && readSession(entry.session);
    const { tab, count, base } = entry ?? {};
    if (!read?.ok || read.value.id !== id || typeof tab !== 'string' || typeof count !== 'number' || typeof base !== 'number') return null;
    return { tab, count, base, session: read.value };
  } catch {
    return null;
  }
}

export function dropJournal(id: string): void {
  try {
    localStorage.removeItem(keyOf(id));
  } catch {
    // Nothing was written then.
  }
}
