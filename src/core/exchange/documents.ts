import type Joi from 'joi';
import {
  CURRENT_VERSION,
  firstDanglingReference,
  firstProblem,
  LIBRARY_FORMAT,
  type LibraryDocument,
  librarySchema,
  SESSION_FORMAT,
  SETUP_FORMAT,
  type Session,
  type SetupDocument,
  SHELF_FORMAT,
  type Shelf,
  type ShelfDocument,
  sessionSchema,
  setupSchema,
  shelfSchema,
} from '../session';
import { MIGRATIONS } from '../session/migrations';
import type { Recipe } from '../setups';

/** What came through the door, or one sentence saying what, where and what to do. */
export type Imported =
  | { readonly ok: true; readonly kind: 'session'; readonly session: Session }
  | { readonly ok: true; readonly kind: 'shelf'; readonly shelf: ShelfDocument }
  | { readonly ok: true; readonly kind: 'setup'; readonly setup: Recipe }
  | { readonly ok: true; readonly kind: 'library'; readonly library: LibraryDocument }
  | { readonly ok: false; readonly reason: string };

const SCHEMAS: Record<string, Joi.Schema> = {
  [SESSION_FORMAT]: sessionSchema,
  [SHELF_FORMAT]: shelfSchema,
  [LIBRARY_FORMAT]: librarySchema,
  [SETUP_FORMAT]: setupSchema,
};

const refuse = (reason: string): Imported => ({ ok: false, reason: `${reason} Nothing was changed.` });

/** Largest document taken, characters: far more than 10,000 microphones. */
const LONGEST_TEXT = 50_000_000;

function parse(text: string): Record<string, unknown> | string {
  if (text.length > LONGEST_TEXT) return 'The file is larger than 50 MB, which no session is: choose the exported JSON file.';
  try {
    const value: unknown = JSON.parse(text.replace(/^\uFEFF/, ''));
    return typeof value === 'object' && value !== null && !Array.isArray(value)
      ? (value as Record<string, unknown>)
      : 'The file holds JSON but no Shuttlecraft document: choose a file exported here.';
  } catch {
    return 'The file is not readable as JSON, perhaps cut short or of another kind: export it again.';
  }
}

function migrate(document: Record<string, unknown>): Record<string, unknown> | string {
  const { version } = document;
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1) return 'The field “version” is missing or no whole number from 1.';
  if (version > CURRENT_VERSION) return `The file has version ${version} and this program reads up to ${CURRENT_VERSION}: update the program first.`;
  return MIGRATIONS.slice(version - 1).reduce((older, lift) => lift(older), document);
}

/** Reads a session, shelf or library backup from JSON text. Validated whole, or refused whole. */
export function importDocument(text: string): Imported {
  const parsed = parse(text);
  if (typeof parsed === 'string') return refuse(parsed);
  const schema = typeof parsed.format === 'string' ? SCHEMAS[parsed.format] : undefined;
  if (!schema) return refuse('The field “format” names no Shuttlecraft document: choose a session, shelf, set-up or library file exported here.');
  const current = migrate(parsed);
  if (typeof current === 'string') return refuse(current);
  const problem = firstProblem(schema, current);
  if (problem) return refuse(`The file cannot be used: ${problem}.`);
  if (parsed.format === SHELF_FORMAT) return { ok: true, kind: 'shelf', shelf: current as unknown as ShelfDocument };
  if (parsed.format === SETUP_FORMAT) return { ok: true, kind: 'setup', setup: (current as unknown as SetupDocument).setup };
  const sessions = parsed.format === SESSION_FORMAT ? [current as unknown as Session] : (current as unknown as LibraryDocument).sessions;
  for (const session of sessions) {
    const dangling = firstDanglingReference(session);
    if (dangling) return refuse(`The session “${session.name}” cannot be used: ${dangling}.`);
  }
  return parsed.format === SESSION_FORMAT
    ? { ok: true, kind: 'session', session: sessions[0] as Session }
    : { ok: true, kind: 'library', library: current as unknown as LibraryDocument };
}

const shelfOnly = ({ microphones, devices, stands, setups }: Shelf): Shelf => ({ microphones, devices, stands, setups });

export const exportSession = (session: Session): string => `${JSON.stringify(session, null, 2)}\n`;

export const exportShelf = (shelf: Shelf): string =>
  `${JSON.stringify({ format: SHELF_FORMAT, version: CURRENT_VERSION, ...shelfOnly(shelf) } satisfies ShelfDocument, null, 2)}\n`;

export const exportLibrary = (shelf: Shelf, sessions: readonly Session[]): string =>
  `${JSON.stringify({ format: LIBRARY_FORMAT, version: CURRENT_VERSION, shelf: shelfOnly(shelf), sessions } satisfies LibraryDocument, null, 2)}\n`;

export const exportSetup = (setup: Recipe): string =>
  `${JSON.stringify({ format: SETUP_FORMAT, version: CURRENT_VERSION, setup } satisfies SetupDocument, null, 2)}\n`;
