import { readShelf, SHELF_FORMAT, SHELF_VERSION, type Shelf, shelfOf, shelfProblem } from '../../core/document';
import { sayDb } from '../../words/db.page.en';
import { sayDocument } from '../../words/documents';
import { database, type ShelfRow } from './database';

/** What the shelf holds before anything was put on it. */
export const EMPTY_SHELF: Shelf = { microphones: [], devices: [], stands: [], setups: [] };

/** The shelf of one's own: none yet, readable, or there but not readable. */
export type StoredShelf =
  | { readonly kind: 'none' }
  | { readonly kind: 'shelf'; readonly shelf: Shelf }
  | { readonly kind: 'unreadable'; readonly reason: string; readonly raw: unknown };

const shelfIn = (row: ShelfRow | undefined): StoredShelf => {
  if (!row) return { kind: 'none' };
  const read = readShelf(row.shelf);
  return read.ok ? { kind: 'shelf', shelf: read.value } : { kind: 'unreadable', reason: sayDocument(read.reason), raw: row.shelf };
};

export const loadShelf = async (): Promise<StoredShelf> => shelfIn(await database.shelves.get('shelf'));

/** What became of a change to the shelf. */
export type ShelfChanged = { readonly ok: true; readonly shelf: Shelf; readonly before: Shelf } | { readonly ok: false; readonly reason: string };

/**
 * Changes the shelf as it stands in storage, in one transaction, so that two tabs never write over one another. A shelf that cannot
 * be read is never written over.
 */
export const changeShelf = (change: (shelf: Shelf) => Shelf): Promise<ShelfChanged> =>
  database.transaction('rw', database.shelves, async (): Promise<ShelfChanged> => {
    const row = await database.shelves.get('shelf');
    const stored = shelfIn(row);
    if (stored.kind === 'unreadable') return { ok: false, reason: sayDb('nothing-was-changed-export-it-from', { reason: stored.reason }) };
    const before = stored.kind === 'shelf' ? stored.shelf : EMPTY_SHELF;
    const shelf = shelfOf(change(before));
    const problem = shelfProblem(shelf);
    if (problem) return { ok: false, reason: sayDb('that-cannot-be-put-on-the', { problem }) };
    await database.shelves.put({
      id: 'shelf',
      revision: (row?.revision ?? 0) + 1,
      shelf: { format: SHELF_FORMAT, version: SHELF_VERSION, ...shelf },
    });
    return { ok: true, shelf, before };
  });
