import type { Recipe } from '../setups';
import type { Session, Shelf } from './session';

export const SESSION_FORMAT = 'shuttlecraft-session';
export const SHELF_FORMAT = 'shuttlecraft-shelf';
export const LIBRARY_FORMAT = 'shuttlecraft-library';
export const SETUP_FORMAT = 'shuttlecraft-setup';

/** Each format counts its own versions; a library carries whole documents, each with a version of its own. */
export const SESSION_VERSION = 2;
export const SHELF_VERSION = 1;
export const SETUP_VERSION = 1;
export const LIBRARY_VERSION = 2;

export interface ShelfDocument extends Shelf {
  readonly format: typeof SHELF_FORMAT;
  readonly version: typeof SHELF_VERSION;
}

/** Everything that is kept: the shelf and all sessions. */
export interface LibraryDocument {
  readonly format: typeof LIBRARY_FORMAT;
  readonly version: typeof LIBRARY_VERSION;
  readonly shelf: ShelfDocument;
  readonly sessions: readonly Session[];
}

/** One set-up to share. */
export interface SetupDocument {
  readonly format: typeof SETUP_FORMAT;
  readonly version: typeof SETUP_VERSION;
  readonly setup: Recipe;
}
