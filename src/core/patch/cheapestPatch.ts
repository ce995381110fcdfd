import type { PhantomNeed } from '../microphones';
import { demandKey } from './demand';
import { limitCables } from './limitCables';
import { createModel, type SolveMilp } from './milp';
import { asksPower, canBePowered, isAtLine, letsPowerIn, type Outboard, partsOf, plugsFit } from './outboard';
import { type Demand, inputAddress, type Patch, type PatchInput, type PatchMicrophone, type PatchProblem, type Wanted } from './problem';

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

/**
 * Cost of leaving a microphone out, of moving a cable that is already in, of putting something between, of switching on a bank's power, of
 * a preamp that is not the best for what matters or not of the character that is wanted, and of one place down the row.
 */
const COST = { leftOut: 100_000, change: 1000, between: 300, bank: 40, rank: 6, character: 12, place: 1 } as const;

function placeCost({ microphones, inputs }: PatchProblem, m: number, i: number): number {
  const worse = (inputs[i]?.rank ?? 1) - 1;
  const { weight = 1, character } = microphones[m] as PatchMicrophone;
  const other = character !== undefined && (inputs[i]?.character ?? character) !== character;
  return COST.place * Math.abs(i - m) * 0.5 + COST.place * i * 0.01 + COST.rank * worse * weight + (other ? COST.character : 0);
}

/** What can stand between a microphone and its input to some use, with the inputs that it then can have. */
interface Between {
  readonly outboard: Outboard;
  readonly name: string;
  readonly allows: readonly boolean[];
}

interface Wish {
  /** Demands that need not be met, by their keys. */
  readonly without?: ReadonlySet<string>;
  /** Whether microphones may be left out, as few as can be. */
  readonly partly?: boolean;
  /** Patches that are not wanted again. */
  readonly not?: readonly Readonly<Record<string, string>>[];
}

/** The cheapest patch; null when there is none. */
export function cheapestPatch(problem: PatchProblem, solve: SolveMilp, { without = new Set(), partly = false, not = [] }: Wish = {}): Patch | null {
  const { microphones, inputs, pairs, previous, pinned = {} } = problem;
  const model = createModel();
  const wanted = (demand: Demand): boolean => !without.has(demandKey(demand));
  const banks = [...new Set(inputs.map(bankAddress).filter((bank) => bank !== null))];
  banks.forEach((_, b) => model.binary(`p${b}`, COST.bank));
  const x = (m: number, i: number): string => `x${m}_${i}`;
  const between = microphones.map((microphone, m) => betweens(problem, microphone, m, wanted));
  for (const { outboard } of new Map(between.flat().map((one) => [one.outboard.id, one])).values()) {
    const all = between.flat().filter((one) => one.outboard.id === outboard.id);
    model.atMost(
      all.map(({ name }) => [1, name] as const),
      outboard.count,
    );
  }
  microphones.forEach((microphone, m) => {
    const { id } = microphone;
    const own = between[m] as Between[];
    for (const { name } of own) model.binary(name, COST.between);
    if (own.length > 1)
      model.atMost(
        own.map(({ name }) => [1, name] as const),
        1,
      );
    for (const { name, allows } of own) {
      const never = inputs.flatMap((_, i) => (allows[i] ? [] : [[1, x(m, i)] as const]));
      if (never.length > 0) model.atMost([...never, [1, name]], 1);
    }
    const mustHave = wanted({ kind: 'input', microphoneId: id });
    model.binary(`z${m}`, mustHave ? COST.leftOut : 0);
    if (mustHave && !partly) model.fixZero(`z${m}`);
    inputs.forEach((input, i) => {
      const address = inputAddress(input);
      const moves = previous[id] !== undefined && previous[id] !== address;
      model.binary(x(m, i), (moves ? COST.change : 0) + placeCost(problem, m, i));
      const pinnedAway = pinned[id] !== undefined && pinned[id] !== address && wanted({ kind: 'pin', microphoneId: id });
      const plain = allowed(problem, microphone, input, null, wanted);
      const helped = own.filter(({ allows }) => allows[i]);
      if (pinnedAway || (!plain && helped.length === 0)) model.fixZero(x(m, i));
      else if (!plain) model.atMost([[1, x(m, i)], ...helped.map(({ name }) => [-1, name] as const)], 0);
    });
    model.equal([...inputs.map((_, i) => [1, x(m, i)] as const), [1, `z${m}`]], 1);
  });
  const asking = (phantom: PhantomNeed, kind: 'power' | 'no power'): number[] =>
    microphones.flatMap(({ id, phantom: own }, m) => (own === phantom && wanted({ kind, microphoneId: id }) ? [m] : []));
  const [needing, refusing] = [asking('needs', 'power'), asking('never', 'no power')];
  /** Of those, the ones for whom something between can change it. */
  const spares = (m: number): Between[] =>
    (between[m] as Between[]).filter(({ outboard }) =>
      microphones[m]?.phantom === 'never' ? !letsPowerIn(outboard) : !asksPower({ phantom: 'needs' }, outboard),
    );
  inputs.forEach((input, i) => {
    const all = (of: readonly number[]) => of.map((m) => [1, x(m, i)] as const);
    model.atMost(all(microphones.map((_, m) => m)), 1);
    const bank = bankAddress(input);
    if (bank === null) return;
    // One row for all who ask the same of an input, since it takes one: that bounds the search closer than a row for each.
    const power = `p${banks.indexOf(bank)}`;
    const firm = (of: readonly number[]): number[] => of.filter((m) => spares(m).length === 0);
    const [needs, refuses] = [firm(needing), firm(refusing)];
    if (needs.length > 0) model.atMost([...all(needs), [-1, power]], 0);
    if (refuses.length > 0) model.atMost([...all(refuses), [1, power]], 1);
    const unless = (m: number) => spares(m).map(({ name }) => [-1, name] as const);
    for (const m of needing.filter((one) => !needs.includes(one))) model.atMost([[1, x(m, i)], [-1, power], ...unless(m)], 0);
    for (const m of refusing.filter((one) => !refuses.includes(one))) model.atMost([[1, x(m, i)], [1, power], ...unless(m)], 1);
    // What lives on phantom asks for it, whatever the microphone does.
    between.forEach((own, m) => {
      for (const { outboard, name } of own)
        if (outboard.needsPower)
          model.atMost(
            [
              [1, x(m, i)],
              [1, name],
              [-1, power],
            ],
            1,
          );
    });
  });
  limitCables(problem, model, x, wanted);
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
  return answer && patchFrom(problem, banks, between, answer);
}

/** Whether a microphone may be in an input so, as far as plugs, levels and power go. */
function allowed(
  { unfit, unfitThrough = {} }: PatchProblem,
  { id, connector, phantom, kept }: PatchMicrophone,
  input: PatchInput,
  through: Outboard | null,
  wanted: Wanted,
): boolean {
  const hasBank = bankAddress(input) !== null;
  if (kept && through?.id !== kept.id) return false;
  const loud = (through ? unfitThrough[id]?.[through.id] : unfit[id])?.includes(inputAddress(input)) ?? false;
  return (
    (!wanted({ kind: 'plug', microphoneId: id }) || plugsFit(connector, input.connectors, through)) &&
    (!wanted({ kind: 'level', microphoneId: id }) || !loud) &&
    (phantom !== 'needs' || !wanted({ kind: 'power', microphoneId: id }) || canBePowered(hasBank, through)) &&
    (!through?.needsPower || hasBank)
  );
}

/** What would be of use between a microphone and some input. */
function betweens(problem: PatchProblem, microphone: PatchMicrophone, m: number, wanted: Wanted): Between[] {
  const { inputs, outboard = [] } = problem;
  const plain = inputs.map((input) => allowed(problem, microphone, input, null, wanted));
  return outboard.flatMap((one, h): Between[] => {
    const allows = inputs.map((input) => allowed(problem, microphone, input, one, wanted));
    const opens = allows.some((may, i) => may && !plain[i]);
    const shields = microphone.phantom === 'never' && !letsPowerIn(one) && allows.includes(true);
    // Two things in a row are somebody's, and nobody else's; what wants line level never stands before a microphone alone.
    const isFree = partsOf(one.id).length === 1 && !isAtLine(one);
    return one.count > 0 && (isFree || microphone.kept?.id === one.id) && (opens || shields) ? [{ outboard: one, name: `t${m}_${h}`, allows }] : [];
  });
}

function patchFrom(
  problem: PatchProblem,
  banks: readonly string[],
  between: readonly (readonly Between[])[],
  answer: Readonly<Record<string, number>>,
): Patch {
  const { microphones, inputs, previous } = problem;
  const chosen: Record<string, string> = {};
  const through: Record<string, string> = {};
  let cost = 0;
  microphones.forEach(({ id }, m) => {
    const i = inputs.findIndex((_, index) => (answer[`x${m}_${index}`] ?? 0) > 0.5);
    if (i < 0) return;
    chosen[id] = inputAddress(inputs[i] as PatchInput);
    cost += placeCost(problem, m, i);
    const used = between[m]?.find(({ name }) => (answer[name] ?? 0) > 0.5);
    if (used) {
      through[id] = used.outboard.id;
      cost += COST.between;
    }
  });
  const phantomBanks = banks.filter((_, b) => (answer[`p${b}`] ?? 0) > 0.5);
  const changed = microphones.filter(({ id }) => previous[id] !== undefined && chosen[id] !== undefined && previous[id] !== chosen[id]).length;
  return { inputs: chosen, through, phantomBanks, changed, cost: cost + COST.change * changed + COST.bank * phantomBanks.length };
}
