import {
  isRecord,
  type KeptAttempt,
  LIBRARY_FORMAT,
  LIBRARY_VERSION,
  type LibraryDocument,
  migrateToCurrent,
  type Read,
  readKeptAttempt,
  readSession,
  readSetup,
  readShelf,
  SESSION_FORMAT,
  SETUP_FORMAT,
  SETUP_VERSION,
  type Session,
  type SetupDocument,
  SHELF_FORMAT,
  type Shelf,
  type ShelfDocument,
  shelfOf,
  shelfVersionNeeded,
  documentTold as tell,
  versionNeeded,
} from '../document';
import type { Recipe } from '../setups';
import { plainName, type Told, type Words } from '../units';
import type { Say } from './csv';

/** Part of a backup that could not be read: what it was, why not, and the part itself. */
export interface SetAside {
  readonly what: Words;
  readonly reason: Told;
  readonly content: unknown;
}

/** What came through the door, or what is wrong with it, where, and what to do. */
export type Imported =
  | { readonly ok: true; readonly kind: 'session'; readonly session: Session }
  | { readonly ok: true; readonly kind: 'shelf'; readonly shelf: Shelf }
  | { readonly ok: true; readonly kind: 'setup'; readonly setup: Recipe }
  | {
      readonly ok: true;
      readonly kind: 'library';
      readonly sessions: readonly Session[];
      /** What was tried in them. */
      readonly attempts: readonly KeptAttempt[];
      /** Null when the backup's shelf could not be read. */
      readonly shelf: Shelf | null;
      readonly aside: readonly SetAside[];
    }
  | { readonly ok: false; readonly reason: Told };

const refuse = (reason: Told): Imported => ({ ok: false, reason: tell('nothing-was-changed', { reason }) });

/** Largest document taken, characters: far more than 10,000 microphones, or thousands of attempts with their set-ups. */
const LONGEST_TEXT = 250_000_000;

function parse(text: string): { readonly ok: true; readonly document: Record<string, unknown> } | { readonly ok: false; readonly reason: Told } {
  if (text.length > LONGEST_TEXT) return { ok: false, reason: tell('too-large') };
  try {
    const value: unknown = JSON.parse(text.replace(/^\uFEFF/, ''));
    return isRecord(value) ? { ok: true, document: value } : { ok: false, reason: tell('no-document') };
  } catch {
    return { ok: false, reason: tell('no-json') };
  }
}

const LIBRARY_FIELDS = new Set(['format', 'version', 'shelf', 'sessions', 'attempts']);
const nameOf = (value: unknown, i: number): Words =>
  (isRecord(value) && typeof value.name === 'string' && plainName(value.name)) || tell('session-number', { number: i + 1 });

/** Work in steps, each a share done from 0 to 1, so that a page can breathe in between. */
export type InSteps<T> = Generator<number, T, void>;

/** Reads a backup part by part: what can be read is, the rest is set aside with the reason. */
function* libraryInSteps(document: Record<string, unknown>): InSteps<Imported> {
  const current = migrateToCurrent(LIBRARY_FORMAT, document);
  if (!current.ok) return refuse(current.reason);
  const { sessions: listed, shelf: raw, attempts: tried = [] } = current.document;
  const aside: SetAside[] = [];
  const keep = <T>(what: Words, content: unknown, read: Read<T>): T[] => {
    if (read.ok) return [read.value];
    aside.push({ what, reason: read.reason, content });
    return [];
  };
  for (const key of Object.keys(current.document))
    if (!LIBRARY_FIELDS.has(key))
      aside.push({ what: tell('the-field', { field: plainName(key) }), reason: tell('no-such-field'), content: current.document[key] });
  if (!Array.isArray(listed)) aside.push({ what: tell('the-sessions'), reason: tell('no-list', { field: 'sessions' }), content: listed });
  const seen = new Set<string>();
  const once = (read: Read<Session>): Read<Session> => (read.ok && seen.has(read.value.id) ? { ok: false, reason: tell('same-id') } : read);
  const sessions: Session[] = [];
  const all: unknown[] = Array.isArray(listed) ? listed : [];
  for (const [i, value] of all.entries()) {
    for (const session of keep(nameOf(value, i), value, once(readSession(value)))) {
      seen.add(session.id);
      sessions.push(session);
    }
    yield i / all.length;
  }
  const attempts: KeptAttempt[] = [];
  if (!Array.isArray(tried)) aside.push({ what: tell('the-attempts'), reason: tell('no-list', { field: 'attempts' }), content: tried });
  else
    for (const [i, value] of tried.entries()) {
      const read = readKeptAttempt(value);
      if (read) attempts.push(read);
      else aside.push({ what: tell('attempt-number', { number: i + 1 }), reason: tell('no-attempt'), content: value });
    }
  const [shelf = null] = keep(tell('the-shelf'), raw, readShelf(raw));
  return { ok: true, kind: 'library', sessions, attempts, shelf, aside };
}

/**
 * Reads a session, shelf, set-up or library backup of any version from JSON text. A single document is read whole, or refused whole;
 * of a backup what can be read is, and the rest is set aside.
 */
export function* importInSteps(text: string): InSteps<Imported> {
  const read = parse(text);
  yield 0;
  if (!read.ok) return refuse(read.reason);
  const parsed = read.document;
  if (parsed.format === LIBRARY_FORMAT) return yield* libraryInSteps(parsed);
  if (parsed.format === SESSION_FORMAT) {
    const session = readSession(parsed);
    return session.ok ? { ok: true, kind: 'session', session: session.value } : refuse(session.reason);
  }
  if (parsed.format === SHELF_FORMAT) {
    const shelf = readShelf(parsed);
    return shelf.ok ? { ok: true, kind: 'shelf', shelf: shelf.value } : refuse(shelf.reason);
  }
  if (parsed.format === SETUP_FORMAT) {
    const setup = readSetup(parsed);
    return setup.ok ? { ok: true, kind: 'setup', setup: setup.value } : refuse(setup.reason);
  }
  return refuse(tell('no-known-format'));
}

/** {@link importInSteps} in one go. */
export function importDocument(text: string): Imported {
  const steps = importInSteps(text);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}

/** What was set aside, as a file of its own. */
export const exportAside = (aside: readonly SetAside[], say: Say): string =>
  asText(aside.map(({ what, reason, content }) => ({ what: say(what), reason: say(reason), content })));

const asText = (document: unknown): string => `${JSON.stringify(document, null, 2)}\n`;
const shelfDocument = (shelf: Shelf): ShelfDocument => ({
  format: SHELF_FORMAT,
  version: shelfVersionNeeded(shelf),
  ...shelfOf(shelf),
});

export const exportSession = (session: Session): string => asText({ ...session, version: versionNeeded(session) });

export const exportShelf = (shelf: Shelf): string => asText(shelfDocument(shelf));

/**
 * @param sessions sessions of this version; ones that could not be read may stand among them as they were found
 * @param shelf null where there is one that could not be read, which goes along as it was found
 */
export const exportLibrary = (
  shelf: Shelf | null,
  sessions: readonly (Session | object)[],
  shelfAsFound: unknown = null,
  attempts: readonly KeptAttempt[] = [],
): string =>
  asText({
    format: LIBRARY_FORMAT,
    version: LIBRARY_VERSION,
    shelf: shelf ? shelfDocument(shelf) : (shelfAsFound as ShelfDocument),
    sessions: sessions as LibraryDocument['sessions'],
    ...(attempts.length > 0 ? { attempts } : {}),
  } satisfies LibraryDocument);

export const exportSetup = (setup: Recipe): string => asText({ format: SETUP_FORMAT, version: SETUP_VERSION, setup } satisfies SetupDocument);
