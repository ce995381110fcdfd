import type { Told, Words } from '../units';
import type { Command } from './command';
import { withDistinctNames } from './distinctNames';
import { withoutMissingSwitches } from './inputs';
import { sessionProblem, sessionShapeProblem } from './invariants';
import { asStored } from './normalise';
import { settlePairs } from './pairFrames';
import { withoutDeadReferences } from './references';
import type { Session } from './session';
import { frozen, shared } from './sharing';
import { tell } from './stepCodes';

/** What became of a change: made (with its words), nothing to make, or refused in a sentence. */
export type Committed =
  | { readonly kind: 'changed'; readonly session: Session; readonly words: Words }
  | { readonly kind: 'same' }
  | { readonly kind: 'refused'; readonly reason: Told };

type Settled = { readonly ok: true; readonly session: Session } | { readonly ok: false; readonly problem: string };

/**
 * A document as it is kept: numbers at storage precision, no dead references, pairs and their microphones of one mind. Judged before
 * anything is built from it, and once more as it came out.
 */
function settled(before: Session | null, after: Session): Settled {
  const stored = asStored(after);
  const shape = sessionShapeProblem(stored);
  if (shape) return { ok: false, problem: shape };
  const session = shared(before, settlePairs(before, withDistinctNames(withoutMissingSwitches(withoutDeadReferences(stored)))));
  const problem = session === before ? null : sessionProblem(session);
  return problem ? { ok: false, problem } : { ok: true, session };
}

/**
 * What a command would make of a document, for showing while a drag goes on: normalised like a commit but not yet judged. The same
 * object where nothing changes.
 */
export function drafted(session: Session, command: Command): Session {
  const changed = command(session);
  return changed === session ? session : settlePairs(session, changed);
}

/**
 * The one way in which a document changes: carries out the command, normalises, and lets through only what may be stored. What
 * comes out is frozen, shares every unchanged part with what went in, and is what an import of it would give.
 * @param nowIso when it is made, ISO 8601 in UTC
 */
export function commit(session: Session, command: Command, nowIso: string): Committed {
  const changed = command(session);
  if (changed === session) return { kind: 'same' };
  const words = command.words(session);
  const next = settled(session, changed);
  if (!next.ok) return { kind: 'refused', reason: tell('not-done', { step: words, problem: next.problem }) };
  if (next.session === session) return { kind: 'same' };
  return { kind: 'changed', session: frozen({ ...next.session, updatedAt: nowIso }), words };
}

/** A document from outside this page, a file or an older version, made fit to be worked with; or what is wrong with it. */
export function admitted(session: Session): { readonly ok: true; readonly session: Session } | { readonly ok: false; readonly problem: string } {
  const problem = sessionProblem(session);
  if (problem) return { ok: false, problem };
  const next = settlePairs(null, withDistinctNames(withoutMissingSwitches(asStored(session))));
  const after = sessionProblem(next);
  return after ? { ok: false, problem: after } : { ok: true, session: frozen(next) };
}

/** A session that the program itself made of parts, settled and admitted; a mistake of ours when it cannot be. */
export function admitOwnSession(session: Session): Session {
  const result = settled(null, session);
  if (!result.ok) throw new Error(`A session was made that cannot be kept: ${result.problem}`);
  return frozen(result.session);
}

/** A session's content as text, for comparing: all of it but when it was last changed. */
export const sessionContent = ({ updatedAt: _updatedAt, ...content }: Session): string => JSON.stringify(content, sortedKeys);

/** Objects with their keys in one order, so that equal content is equal text. */
function sortedKeys(_key: string, value: unknown): unknown {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return value;
  return Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)));
}
