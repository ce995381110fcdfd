import Dexie, { type Table } from 'dexie';
import type { Session, Shelf } from '../../core/session';

/** A stored session. The tab that wrote it is kept so that others know it was not them. */
export interface SessionRow {
  readonly id: string;
  readonly updatedAt: string;
  readonly savedBy: string;
  readonly session: Session;
}

export interface ShelfRow {
  readonly id: 'shelf';
  readonly shelf: Shelf;
}

class ShuttlecraftDatabase extends Dexie {
  sessions!: Table<SessionRow, string>;
  shelves!: Table<ShelfRow, string>;

  constructor() {
    super('shuttlecraft');
    this.version(1).stores({ sessions: 'id, updatedAt', shelves: 'id' });
  }
}

export const database = new ShuttlecraftDatabase();

/** Names this tab; every write carries it. */
export const TAB_ID = `${Date.now().toString(36)}-${Math.random().toString(36).slice(2, 8)}`;

export const storeSession = (session: Session): Promise<string> =>
  database.sessions.put({ id: session.id, updatedAt: session.updatedAt, savedBy: TAB_ID, session });

export const loadSession = async (id: string): Promise<Session | null> => (await database.sessions.get(id))?.session ?? null;
export const deleteSession = (id: string): Promise<void> => database.sessions.delete(id);

export const loadShelf = async (): Promise<Shelf | null> => (await database.shelves.get('shelf'))?.shelf ?? null;
export const storeShelf = (shelf: Shelf): Promise<string> => database.shelves.put({ id: 'shelf', shelf });

/** Why a write failed, in a sentence that says what to do. */
export function saveProblem(error: unknown): string {
  const name = error instanceof Error ? error.name : '';
  const inner = (error as { inner?: { name?: string } } | null)?.inner?.name ?? '';
  if (name === 'QuotaExceededError' || inner === 'QuotaExceededError')
    return 'The browser has no room left, so your last changes are not saved: export this session now, then delete old ones.';
  return 'The browser refuses to save (a private window, or storage switched off), so your changes live only in this tab: export this session before you close it.';
}
