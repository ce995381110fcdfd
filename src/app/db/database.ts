import Dexie, { type Table } from 'dexie';
import type { AttemptId, SessionId } from '../../core/ids';
import { sayDb } from '../../words/db.page.en';
import { newId } from '../components/newId';

/** A stored session as it was written, of whatever version: nothing is known of it until it is read. */
export interface SessionRow {
  readonly id: string;
  readonly updatedAt: string;
  /** Counts the writes of this row, from 1; a writer that has not seen the last one must look first. */
  readonly revision: number;
  /** The tab that wrote it, so that others know it was not them, and its own count of documents at the time. */
  readonly savedBy: string;
  readonly count: number;
  readonly session: unknown;
}

/** The one shelf of one's own, as a document with its version. */
export interface ShelfRow {
  readonly id: 'shelf';
  readonly revision: number;
  readonly shelf: unknown;
}

/** The take on the bench of a session. */
export interface TakeRow {
  readonly sessionId: SessionId;
  readonly take: unknown;
}

/** A change on its way into a session's row; see journal.ts. */
export interface JournalRow {
  readonly key: string;
  readonly sessionId: SessionId;
  readonly tab: string;
  readonly count: number;
  readonly base: number;
  readonly session: unknown;
  readonly before?: unknown;
  readonly sent?: unknown;
}

/** An attempt without its set-up; see core/attempts. */
export interface AttemptRow {
  readonly id: string;
  readonly sessionId: SessionId;
  readonly at: string;
}

/** The set-up of an attempt, and the audio that was kept with it. */
export interface SnapshotRow {
  readonly attemptId: AttemptId;
  readonly sessionId: SessionId;
  readonly session: unknown;
}
export interface SoundRow {
  readonly attemptId: AttemptId;
  readonly sessionId: SessionId;
  readonly files: readonly { readonly name: string; readonly blob: Blob }[];
  readonly matching: Readonly<Record<string, string | null>>;
}

/** The attempt that a session's set-up went on from. */
export interface StandingRow {
  readonly sessionId: SessionId;
  readonly attemptId: AttemptId;
}

/** A deleted session as its row was: it waits for a month, or until the bin is emptied. */
export interface DeletedRow {
  readonly id: string;
  /** ISO 8601, UTC. */
  readonly deletedAt: string;
  readonly row: SessionRow;
}

class ShuttlecraftDatabase extends Dexie {
  sessions!: Table<SessionRow, string>;
  shelves!: Table<ShelfRow, string>;
  takes!: Table<TakeRow, string>;
  journal!: Table<JournalRow, string>;
  attempts!: Table<AttemptRow, string>;
  snapshots!: Table<SnapshotRow, string>;
  sounds!: Table<SoundRow, string>;
  standings!: Table<StandingRow, string>;
  deleted!: Table<DeletedRow, string>;

  constructor() {
    super('shuttlecraft', { chromeTransactionDurability: 'relaxed' });
    this.version(1).stores({ sessions: 'id, updatedAt', shelves: 'id' });
    this.version(2)
      .stores({ sessions: 'id, updatedAt', shelves: 'id', takes: 'sessionId', journal: 'key, sessionId' })
      .upgrade(async (upgrade) => {
        await upgrade
          .table('sessions')
          .toCollection()
          .modify((row) => {
            row.revision = 1;
            row.count = 0;
          });
        await upgrade
          .table('shelves')
          .toCollection()
          .modify((row) => {
            row.revision = 1;
            row.shelf = { format: 'shuttlecraft-shelf', version: 1, ...row.shelf };
          });
      });
    this.version(3).stores({ attempts: 'id, sessionId', snapshots: 'attemptId, sessionId', sounds: 'attemptId, sessionId' });
    this.version(4).stores({ standings: 'sessionId', deleted: 'id, deletedAt' });
  }
}

export const database = new ShuttlecraftDatabase();

/** Names this tab; every write carries it. */
export const TAB_ID = newId();

/** Storage that has not opened after this is not going to, ms. */
const OPENS_WITHIN_MS = 2000;

/**
 * Opens storage; where that never answers, as in some private windows, it is given up, so that everything that waits for it says so and the
 * page works in memory.
 */
export function openOrGiveUp(): void {
  const giveUp = (): void => {
    if (!database.isOpen()) database.close({ disableAutoOpen: true });
  };
  // What has answered meanwhile on a busy page is heard first.
  const timer = setTimeout(() => setTimeout(() => setTimeout(giveUp, 0), 0), OPENS_WITHIN_MS);
  const settled = (): void => clearTimeout(timer);
  database.open().then(settled, settled);
}

/** Why a write failed, in a sentence that says what to do. */
export function saveProblem(error: unknown): string {
  const name = error instanceof Error ? error.name : '';
  const inner = (error as { inner?: { name?: string } } | null)?.inner?.name ?? '';
  if (name === 'QuotaExceededError' || inner === 'QuotaExceededError') return sayDb('the-browser-has-no-room-left');
  return sayDb('the-browser-refuses-to-save-a');
}

/** Why a read failed; nothing is taken to be absent only because it could not be read. */
export const readProblem = (error: unknown): string =>
  sayDb('the-browsers-storage-cannot-be-read', { error: error instanceof Error ? error.name : sayDb('unknown-trouble') });
