import type { Recipe } from '../setups';
import type { Told, Words } from '../units';
import { admitted } from './commit';
import { SESSION_FORMAT, SETUP_FORMAT, SHELF_FORMAT } from './formats';
import { recipeProblem, sessionShapeProblem, shelfOf, shelfProblem } from './invariants';
import { isRecord, migrateToCurrent } from './migrations';
import { asStored, recipeAsStored, shelfAsStored } from './normalise';
import { tell } from './readCodes';
import { withoutDeadReferences } from './references';
import type { Session, Shelf } from './session';
import { frozen } from './sharing';

/** A document ready for use, or why it cannot be used. */
export type Read<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly reason: Told };

/** What was read: a shelf, a set-up, a session, or one of a name. */
type What = 'shelf' | 'setup' | 'session' | { readonly name: string };

const unusable = (what: What, problem: Words): { readonly ok: false; readonly reason: Told } => ({
  ok: false,
  reason: tell('cannot-be-used', { what: typeof what === 'string' ? what : 'named', name: typeof what === 'string' ? '' : what.name, problem }),
});

/** From this version of a session on nothing that points at nothing was ever stored. */
const JUDGED_SINCE = 4;

/** What older versions let a session keep, made good: dead references, numbers finer than is stored. */
const mended = (session: Session, from: number): Session => (from < JUDGED_SINCE ? withoutDeadReferences(session) : session);

const lift = (format: string, what: What, value: unknown) => (isRecord(value) ? migrateToCurrent(format, value) : unusable(what, tell('no-object')));

/** Reads a session of any version, from a file or from storage. */
export function readSession(value: unknown): Read<Session> {
  const current = lift(SESSION_FORMAT, 'session', value);
  if (!current.ok) return current;
  const what = typeof current.document.name === 'string' ? { name: current.document.name.slice(0, 60) } : 'session';
  const stored = asStored(current.document);
  const problem = sessionShapeProblem(stored);
  if (problem) return unusable(what, problem);
  const result = admitted(mended(stored as unknown as Session, current.from));
  return result.ok ? { ok: true, value: result.session } : unusable(what, result.problem);
}

/** Reads a shelf of any version. */
export function readShelf(value: unknown): Read<Shelf> {
  const current = lift(SHELF_FORMAT, 'shelf', value);
  if (!current.ok) return current;
  const { format: _f, version: _v, ...rest } = current.document;
  const stored = shelfAsStored(rest);
  const problem = shelfProblem(stored);
  return problem ? unusable('shelf', problem) : { ok: true, value: frozen(shelfOf(stored as unknown as Shelf)) };
}

/** Reads a set-up to share, of any version. */
export function readSetup(value: unknown): Read<Recipe> {
  const current = lift(SETUP_FORMAT, 'setup', value);
  if (!current.ok) return current;
  const { format: _f, version: _v, setup, ...stray } = current.document;
  const extra = Object.keys(stray)[0];
  if (extra) return unusable('setup', tell('not-allowed', { field: extra }));
  const stored = isRecord(setup) ? recipeAsStored(setup) : setup;
  const problem = recipeProblem(stored);
  return problem ? unusable('setup', problem) : { ok: true, value: frozen(stored as unknown as Recipe) };
}
