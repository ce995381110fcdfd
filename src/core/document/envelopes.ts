import type { Recipe } from '../setups';
import type { KeptAttempt } from './attempt';
import type { LIBRARY_FORMAT, LIBRARY_VERSION, SETUP_FORMAT, SETUP_VERSION, SHELF_FORMAT, SHELF_VERSION } from './formats';
import type { Session, Shelf } from './session';

export interface ShelfDocument extends Shelf {
  readonly format: typeof SHELF_FORMAT;
  /** The lowest that knows what is on it. */
  readonly version: 1 | typeof SHELF_VERSION;
}

/** Everything that is kept: the shelf and all sessions. */
export interface LibraryDocument {
  readonly format: typeof LIBRARY_FORMAT;
  readonly version: typeof LIBRARY_VERSION;
  readonly shelf: ShelfDocument;
  readonly sessions: readonly Session[];
  /** What was tried in them; older backups have none. */
  readonly attempts?: readonly KeptAttempt[];
}

/** One set-up to share. */
export interface SetupDocument {
  readonly format: typeof SETUP_FORMAT;
  readonly version: typeof SETUP_VERSION;
  readonly setup: Recipe;
}
