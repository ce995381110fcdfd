import { cheapestPatch } from './cheapestPatch';
import { tell } from './codes';
import { explain } from './explain';
import { conflictOf, mendsFor } from './mends';
import type { SolveMilp } from './milp';
import type { PatchProblem, PatchResult } from './problem';

/**
 * The best patch of microphones to inputs, exact (mixed-integer program): power where needed and never where harmful,
 * pairs on neighbouring inputs of one kind, what is pinned where it is, as few cables moved as possible, then as few banks powered as possible,
 * then in order. When there is none: the most that can be plugged, the smallest set of demands that conflict, and what would mend it.
 */
export function assignInputs(problem: PatchProblem, solve: SolveMilp): PatchResult {
  if (problem.microphones.length === 0) return { ok: true, inputs: {}, through: {}, phantomBanks: [], changed: 0, cost: 0 };
  if (problem.inputs.length === 0) return { ok: false, reason: tell('no-device') };
  const whole = cheapestPatch(problem, solve, { not: problem.not ?? [] });
  if (whole) return { ok: true, ...whole };
  if (problem.not?.length) return { ok: false, reason: tell('no-other-patch') };
  const partial = cheapestPatch(problem, solve, { partly: true });
  const left = problem.microphones.flatMap(({ id }) => (partial?.inputs[id] === undefined ? [id] : []));
  const conflict = conflictOf(problem, solve);
  return {
    ok: false,
    reason: explain(problem, conflict, left),
    ...(partial ? { partial } : {}),
    left,
    conflict,
    mends: mendsFor(problem, conflict, solve),
  };
}
