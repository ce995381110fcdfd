import { fitsPlug } from './cable';
import { cheapestPatch } from './cheapestPatch';
import { demandKey, demandsOf } from './demand';
import type { SolveMilp } from './milp';
import type { OutboardKind } from './outboard';
import type { Demand, PatchMend, PatchProblem } from './problem';

/**
 * The smallest set of demands that cannot be met together: taken from all by leaving out, one after the other, each without which the rest
 * still cannot (Chinneck and Dravnieks 1991). Without any one of them the others can be met.
 */
export function conflictOf(problem: PatchProblem, solve: SolveMilp): readonly Demand[] {
  const out = new Set<string>();
  const kept: Demand[] = [];
  for (const demand of demandsOf(problem)) {
    out.add(demandKey(demand));
    if (!cheapestPatch(problem, solve, { without: out })) continue;
    out.delete(demandKey(demand));
    kept.push(demand);
  }
  return kept;
}

/** The fewest cables of one length, the shortest of those to be had, with which everything reaches, where the conflict is about that. */
function longerCable(problem: PatchProblem, conflict: readonly Demand[], solve: SolveMilp): PatchMend[] {
  const { reach, microphones } = problem;
  const plugs = conflict.flatMap((one) =>
    one.kind === 'cable' ? microphones.flatMap(({ id, connector }) => (id === one.microphoneId ? [connector] : [])) : [],
  );
  if (!reach || plugs.length === 0) return [];
  const lengths = reach.sold.filter((one) => plugs.some((plug) => fitsPlug(one, plug))).sort((a, b) => a.lengthM - b.lengthM);
  const suits = (cable: (typeof lengths)[number], count: number): boolean =>
    cheapestPatch({ ...problem, reach: { ...reach, cables: [...reach.cables, { ...cable, count }] } }, solve) !== null;
  const longest = lengths.at(-1);
  const most = microphones.filter(({ connector }) => plugs.includes(connector)).length;
  if (!longest || !suits(longest, most)) return [];
  let count = 1;
  while (count < most && !suits(longest, count)) count++;
  const cable = lengths.find((one) => suits(one, count)) ?? longest;
  return [{ kind: 'longer cable', cable, count }];
}

/** What to get, the cheapest kind first (common practice). */
const BORROWED: readonly OutboardKind[] = ['attenuator', 'phantom blocker', 'adaptor', 'direct box', 'booster', 'preamp', 'equaliser'];

/** What alone would make a patch possible: one thing borrowed, a pin let go, a pair parted, a microphone left out. */
export function mendsFor(problem: PatchProblem, conflict: readonly Demand[], solve: SolveMilp): PatchMend[] {
  const { outboard = [], borrowable = [] } = problem;
  // The cheapest first, and never what only happens to keep power off.
  const isPower = conflict.some(({ kind }) => kind === 'power' || kind === 'no power');
  const useful = BORROWED.flatMap((kind) => borrowable.filter((one) => one.kind === kind && !(isPower && kind === 'booster')));
  const borrowed = useful.flatMap((one): PatchMend[] => {
    const more = [...outboard.filter(({ id }) => id !== one.id), { ...one, count: (outboard.find(({ id }) => id === one.id)?.count ?? 0) + 1 }];
    return cheapestPatch({ ...problem, outboard: more }, solve) ? [{ kind: 'borrow', outboard: one }] : [];
  });
  const given = conflict.flatMap((demand): PatchMend[] => {
    if (demand.kind !== 'input' && demand.kind !== 'pair' && demand.kind !== 'pin') return [];
    if (!cheapestPatch(problem, solve, { without: new Set([demandKey(demand)]) })) return [];
    if (demand.kind === 'pair') return [{ kind: 'part', pair: demand.pair }];
    return [{ kind: demand.kind === 'pin' ? 'let go' : 'leave out', microphoneId: demand.microphoneId }];
  });
  return [...borrowed.slice(0, 2), ...longerCable(problem, conflict, solve), ...given];
}
