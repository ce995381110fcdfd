import type { Recipe } from '../setups';
import { admitted } from './commit';
import { SESSION_FORMAT, SETUP_FORMAT, SHELF_FORMAT } from './formats';
import { recipeProblem, sessionShapeProblem, shelfOf, shelfProblem } from './invariants';
import { isRecord, migrateToCurrent } from './migrations';
import { asStored, recipeAsStored, shelfAsStored } from './normalise';
import { withoutDeadReferences } from './references';
import type { Session, Shelf } from './session';
import { frozen } from './sharing';

/** A document ready for use, or one sentence on why it cannot be used. */
export type Read<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly reason: string };

const unusable = (what: string, problem: string): { readonly ok: false; readonly reason: string } => ({
  ok: false,
  reason: `The ${what} cannot be used: ${problem}.`,
});

/** From this version of a session on nothing that points at nothing was ever stored. */
const JUDGED_SINCE = 4;

/** What older versions let a session keep, made good: dead references, numbers finer than is stored. */
const mended = (session: Session, from: number): Session => (from < JUDGED_SINCE ? withoutDeadReferences(session) : session);

const lift = (format: string, what: string, value: unknown) =>
  isRecord(value) ? migrateToCurrent(format, value) : unusable(what, 'it is no object with fields');

/** Reads a session of any version, from a file or from storage. */
export function readSession(value: unknown): Read<Session> {
  const current = lift(SESSION_FORMAT, 'session', value);
  if (!current.ok) return current;
  const what = typeof current.document.name === 'string' ? `session “${current.document.name.slice(0, 60)}”` : 'session';
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
  const current = lift(SETUP_FORMAT, 'set-up', value);
  if (!current.ok) return current;
  const { format: _f, version: _v, setup, ...stray } = current.document;
  const extra = Object.keys(stray)[0];
  if (extra) return unusable('set-up', `${extra} is not allowed`);
  const stored = isRecord(setup) ? recipeAsStored(setup) : setup;
  const problem = recipeProblem(stored);
  return problem ? unusable('set-up', problem) : { ok: true, value: frozen(stored as unknown as Recipe) };
}
