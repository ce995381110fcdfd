import type { PhantomNeed } from '../microphones';
import { demandKey, demandsOf } from './demand';
import { explain } from './explain';
import { createModel, type SolveMilp } from './milp';
import { type Demand, inputAddress, type Patch, type PatchInput, type PatchMend, type PatchProblem, type PatchResult } from './problem';

const bankAddress = (input: PatchInput): string | null => (input.phantomBank === null ? null : `${input.deviceId}/${input.phantomBank}`);

/** Two inputs match as a pair when they are neighbours on one device with the same kind of preamp. */
function neighbours(inputs: readonly PatchInput[]): [number, number][] {
  const out: [number, number][] = [];
  for (let i = 0; i + 1 < inputs.length; i++) {
    const [a, b] = [inputs[i] as PatchInput, inputs[i + 1] as PatchInput];
    if (a.deviceId === b.deviceId && a.group === b.group) out.push([i, i + 1]);
  }
  return out;
}

/** Cost of leaving a microphone out, of moving a cable that is already in, of switching on a bank's power, and of one place down the row. */
const COST = { leftOut: 100_000, change: 1000, bank: 40, place: 1 } as const;

const placeCost = (microphone: number, input: number): number => COST.place * Math.abs(input - microphone) * 0.5 + COST.place * input * 0.01;

interface Wish {
  /** Demands that need not be met, by their keys. */
  readonly without?: ReadonlySet<string>;
  /** Whether microphones may be left out, as few as can be. */
  readonly partly?: boolean;
  /** Patches that are not wanted again. */
  readonly not?: readonly Readonly<Record<string, string>>[];
}

/** The cheapest patch; null when there is none. */
function cheapestPatch(problem: PatchProblem, solve: SolveMilp, { without = new Set(), partly = false, not = [] }: Wish = {}): Patch | null {
  const { microphones, inputs, pairs, previous, pinned = {} } = problem;
  const model = createModel();
  const wanted = (demand: Demand): boolean => !without.has(demandKey(demand));
  const banks = [...new Set(inputs.map(bankAddress).filter((bank) => bank !== null))];
  banks.forEach((_, b) => model.binary(`p${b}`, COST.bank));
  const x = (m: number, i: number): string => `x${m}_${i}`;
  microphones.forEach((microphone, m) => {
    const { id } = microphone;
    const needs = microphone.phantom === 'needs' && wanted({ kind: 'power', microphoneId: id });
    const mustHave = wanted({ kind: 'input', microphoneId: id });
    model.binary(`z${m}`, mustHave ? COST.leftOut : 0);
    if (mustHave && !partly) model.fixZero(`z${m}`);
    inputs.forEach((input, i) => {
      const address = inputAddress(input);
      const moves = previous[id] !== undefined && previous[id] !== address;
      model.binary(x(m, i), (moves ? COST.change : 0) + placeCost(m, i));
      const shut =
        (wanted({ kind: 'plug', microphoneId: id }) && !input.connectors.includes(microphone.connector)) ||
        (wanted({ kind: 'level', microphoneId: id }) && problem.unfit[id]?.includes(address)) ||
        (pinned[id] !== undefined && pinned[id] !== address && wanted({ kind: 'pin', microphoneId: id }));
      if (shut || (needs && bankAddress(input) === null)) model.fixZero(x(m, i));
    });
    model.equal([...inputs.map((_, i) => [1, x(m, i)] as const), [1, `z${m}`]], 1);
  });
  const asking = (phantom: PhantomNeed, kind: 'power' | 'no power'): number[] =>
    microphones.flatMap(({ id, phantom: own }, m) => (own === phantom && wanted({ kind, microphoneId: id }) ? [m] : []));
  const [needing, refusing] = [asking('needs', 'power'), asking('never', 'no power')];
  inputs.forEach((input, i) => {
    const all = (of: readonly number[]) => of.map((m) => [1, x(m, i)] as const);
    model.atMost(all(microphones.map((_, m) => m)), 1);
    const bank = bankAddress(input);
    if (bank === null) return;
    // One row for all who ask the same of an input, since it takes one: that bounds the search closer than a row for each.
    const power = `p${banks.indexOf(bank)}`;
    if (needing.length > 0) model.atMost([...all(needing), [-1, power]], 0);
    if (refusing.length > 0) model.atMost([...all(refusing), [1, power]], 1);
  });
  const adjacent = neighbours(inputs);
  pairs.forEach(([left, right], k) => {
    const l = microphones.findIndex((m) => m.id === left);
    const r = microphones.findIndex((m) => m.id === right);
    if (l < 0 || r < 0 || !wanted({ kind: 'pair', pair: [left, right] })) return;
    const slots = adjacent.map(([i, j], n) => {
      const slot = `y${k}_${n}`;
      model.binary(slot, 0);
      model.atMost(
        [
          [1, slot],
          [-1, x(l, i)],
        ],
        0,
      );
      model.atMost(
        [
          [1, slot],
          [-1, x(r, j)],
        ],
        0,
      );
      return [-1, slot] as const;
    });
    // Side by side, unless one of the two is left out.
    model.atMost([...slots, [-1, `z${l}`], [-1, `z${r}`]], -1);
  });
  for (const patch of not) {
    const terms = microphones.flatMap(({ id }, m) => {
      const i = inputs.findIndex((input) => inputAddress(input) === patch[id]);
      return i < 0 ? [] : [[1, x(m, i)] as const];
    });
    if (terms.length > 0) model.atMost(terms, terms.length - 1);
  }
  const answer = solve(model.text());
  return answer && patchFrom(problem, banks, answer);
}

function patchFrom({ microphones, inputs, previous }: PatchProblem, banks: readonly string[], answer: Readonly<Record<string, number>>): Patch {
  const chosen: Record<string, string> = {};
  let cost = 0;
  microphones.forEach(({ id }, m) => {
    const i = inputs.findIndex((_, index) => (answer[`x${m}_${index}`] ?? 0) > 0.5);
    if (i < 0) return;
    chosen[id] = inputAddress(inputs[i] as PatchInput);
    cost += placeCost(m, i);
  });
  const phantomBanks = banks.filter((_, b) => (answer[`p${b}`] ?? 0) > 0.5);
  const changed = microphones.filter(({ id }) => previous[id] !== undefined && chosen[id] !== undefined && previous[id] !== chosen[id]).length;
  return { inputs: chosen, phantomBanks, changed, cost: cost + COST.change * changed + COST.bank * phantomBanks.length };
}

/**
 * The smallest set of demands that cannot be met together: taken from all by leaving out, one after the other, each without which the rest
 * still cannot (Chinneck and Dravnieks 1991). Without any one of them the others can be met.
 */
function conflictOf(problem: PatchProblem, solve: SolveMilp): readonly Demand[] {
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

/** What alone would make a patch possible, of what is in the conflict: a microphone left out, a pair parted. */
function mendsFor(problem: PatchProblem, conflict: readonly Demand[], solve: SolveMilp): PatchMend[] {
  return conflict.flatMap((demand): PatchMend[] => {
    if (demand.kind !== 'input' && demand.kind !== 'pair') return [];
    if (!cheapestPatch(problem, solve, { without: new Set([demandKey(demand)]) })) return [];
    return [demand.kind === 'pair' ? { kind: 'part', pair: demand.pair } : { kind: 'leave out', microphoneId: demand.microphoneId }];
  });
}

/**
 * The best patch of microphones to inputs, exact (mixed-integer program): power where needed and never where harmful,
 * pairs on neighbouring inputs of one kind, what is pinned where it is, as few cables moved as possible, then as few banks powered as possible,
 * then in order. When there is none: the most that can be plugged, the smallest set of demands that conflict, and what would mend it.
 */
export function assignInputs(problem: PatchProblem, solve: SolveMilp): PatchResult {
  if (problem.microphones.length === 0) return { ok: true, inputs: {}, phantomBanks: [], changed: 0, cost: 0 };
  if (problem.inputs.length === 0) return { ok: false, reason: 'There is no input device on the shelf: add one first.' };
  const whole = cheapestPatch(problem, solve, { not: problem.not ?? [] });
  if (whole) return { ok: true, ...whole };
  if (problem.not?.length) return { ok: false, reason: 'There is no other patch of these microphones to these inputs.' };
  const partial = cheapestPatch(problem, solve, { partly: true });
  const left = problem.microphones.flatMap(({ id }) => (partial?.inputs[id] === undefined ? [id] : []));
  const conflict = conflictOf(problem, solve);
  return {
    ok: false,
    reason: explain(problem, conflict),
    ...(partial ? { partial } : {}),
    left,
    conflict,
    mends: mendsFor(problem, conflict, solve),
  };
}
