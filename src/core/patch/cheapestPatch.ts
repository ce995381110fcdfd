import { bankAddress, inputAddress } from '../ids';
import { demandKey } from './demand';
import { limitCables } from './limitCables';
import { asked, limitPower, wayOf } from './limitPower';
import { createModel, type MilpModel, type SolveMilp } from './milp';
import { isAtLine, type Outboard, partsOf, plugsFit } from './outboard';
import type { Demand, Patch, PatchInput, PatchMicrophone, PatchProblem, Wanted } from './problem';
import { tellUneasy } from './tellUneasy';

/** Two inputs match as a pair when they are neighbours on one device with the same kind of preamp. */
export function neighbours(inputs: readonly PatchInput[]): [number, number][] {
  const out: [number, number][] = [];
  for (let i = 0; i + 1 < inputs.length; i++) {
    const [a, b] = [inputs[i] as PatchInput, inputs[i + 1] as PatchInput];
    if (a.deviceId === b.deviceId && a.group === b.group) out.push([i, i + 1]);
  }
  return out;
}

/**
 * Cost of leaving a microphone out, of leaving out one that matters more, of moving a cable that is already in, of a level that lands far from where it should, of putting something
 * between, of switching on a bank's power, of a preamp that is not the best for what matters or not of the character that is wanted, and of one place down the row.
 */
const COST = {
  leftOut: 100_000,
  leftOutMore: 20_000,
  change: 1000,
  uneasy: 350,
  between: 300,
  blocker: 4,
  adaptor: 8,
  bank: 40,
  rank: 6,
  character: 12,
  place: 1,
} as const;

function placeCost({ microphones, inputs }: PatchProblem, m: number, i: number): number {
  const worse = (inputs[i]?.rank ?? 1) - 1;
  const { weight = 1, character } = microphones[m] as PatchMicrophone;
  const other = character !== undefined && (inputs[i]?.character ?? character) !== character;
  return COST.place * Math.abs(i - m) * 0.5 + COST.place * i * 0.01 + COST.rank * worse * weight + (other ? COST.character : 0);
}

/** What to put between is cheapest: a preamp of one's own changes nothing else, a blocker is one box more, an adaptor gives balance away. */
const betweenCost = ({ kind }: Outboard): number =>
  COST.between + (kind === 'phantom blocker' ? COST.blocker : kind === 'adaptor' || kind === 'direct box' ? COST.adaptor : 0);

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

/** A patch as a linear program in the making. */
interface Program {
  readonly problem: PatchProblem;
  readonly model: MilpModel;
  readonly wanted: Wanted;
  readonly banks: readonly string[];
  /** What may stand between, by microphone. */
  readonly between: readonly (readonly Between[])[];
}

/** Names of unknowns: microphone in input, microphone left out, bank lit. */
const inInput = (m: number, i: number): string => `x${m}_${i}`;
const leftOut = (m: number): string => `z${m}`;
const lit = (b: number): string => `p${b}`;

/** No more of a thing is used than there are, and one thing at most by each microphone, only where it is of use. */
function addBetween({ problem: { inputs }, model, between }: Program, m: number): void {
  const own = between[m] ?? [];
  for (const { name, outboard } of own) model.binary(name, betweenCost(outboard));
  if (own.length > 1)
    model.atMost(
      own.map(({ name }) => [1, name] as const),
      1,
    );
  for (const { name, allows } of own) {
    const never = inputs.flatMap((_, i) => (allows[i] ? [] : [[1, inInput(m, i)] as const]));
    if (never.length > 0) model.atMost([...never, [1, name]], 1);
  }
}

/** A microphone is in one input that it may be in, or left out. */
function addMicrophone(program: Program, microphone: PatchMicrophone, m: number, partly: boolean): void {
  const { problem, model, wanted, between } = program;
  const { inputs, previous, pinned = {} } = problem;
  const { id } = microphone;
  addBetween(program, m);
  const mustHave = wanted({ kind: 'input', microphoneId: id });
  model.binary(leftOut(m), mustHave ? COST.leftOut + COST.leftOutMore * ((microphone.weight ?? 1) - 1) : 0);
  if (mustHave && !partly) model.fixZero(leftOut(m));
  inputs.forEach((input, i) => {
    const address = inputAddress(input);
    const moves = previous[id] !== undefined && previous[id] !== address;
    model.binary(inInput(m, i), (moves ? COST.change : 0) + placeCost(problem, m, i));
    const pinnedAway = pinned[id] !== undefined && pinned[id] !== address && wanted({ kind: 'pin', microphoneId: id });
    const plain = allowed(problem, microphone, input, null, wanted);
    const helped = (between[m] ?? []).filter(({ allows }) => allows[i]);
    if (pinnedAway || (!plain && helped.length === 0)) model.fixZero(inInput(m, i));
    else if (!plain) model.atMost([[1, inInput(m, i)], ...helped.map(({ name }) => [-1, name] as const)], 0);
  });
  model.equal([...inputs.map((_, i) => [1, inInput(m, i)] as const), [1, leftOut(m)]], 1);
}

/** An input takes one microphone, and its bank is dark or lit as those in it need. */
function addInput({ problem: { microphones }, model, wanted, banks, between }: Program, input: PatchInput, i: number): void {
  model.atMost(
    microphones.map((_, m) => [1, inInput(m, i)] as const),
    1,
  );
  const bank = bankAddress(input);
  if (bank === null) return;
  limitPower(
    model,
    lit(banks.indexOf(bank)),
    microphones.map((microphone, m) => ({
      x: inInput(m, i),
      plain: asked(microphone, input, null, wanted),
      helped: (between[m] ?? []).map(({ outboard, name }) => ({ name, ...asked(microphone, input, outboard, wanted) })),
    })),
  );
}

/** What a level costs that lands far from where it should. */
function addUneasy({ problem, model, between }: Program, id: string, m: number): void {
  tellUneasy(
    model,
    `u${m}`,
    COST.uneasy,
    problem.inputs.map((input, i) => ({
      x: inInput(m, i),
      plain: isUneasy(problem, id, input, null),
      helped: (between[m] ?? []).map(({ outboard, name }) => ({ name, uneasy: isUneasy(problem, id, input, outboard) })),
    })),
  );
}

/** Two of a pair are side by side, unless one of them is left out. */
function addPair({ problem: { microphones, inputs }, model, wanted }: Program, pair: PatchProblem['pairs'][number], k: number): void {
  const [left, right] = pair;
  const l = microphones.findIndex((m) => m.id === left);
  const r = microphones.findIndex((m) => m.id === right);
  if (l < 0 || r < 0 || !wanted({ kind: 'pair', pair: [left, right] })) return;
  const slots = neighbours(inputs).map(([i, j], n) => {
    const slot = `y${k}_${n}`;
    model.binary(slot, 0);
    for (const place of [inInput(l, i), inInput(r, j)])
      model.atMost(
        [
          [1, slot],
          [-1, place],
        ],
        0,
      );
    return [-1, slot] as const;
  });
  model.atMost([...slots, [-1, leftOut(l)], [-1, leftOut(r)]], -1);
}

/** A patch that is not wanted again. */
function forbid({ problem: { microphones, inputs }, model }: Program, patch: Readonly<Record<string, string>>): void {
  const terms = microphones.flatMap(({ id }, m) => {
    const i = inputs.findIndex((input) => inputAddress(input) === patch[id]);
    return i < 0 ? [] : [[1, inInput(m, i)] as const];
  });
  if (terms.length > 0) model.atMost(terms, terms.length - 1);
}

/** The cheapest patch; null when there is none. */
export function cheapestPatch(problem: PatchProblem, solve: SolveMilp, { without = new Set(), partly = false, not = [] }: Wish = {}): Patch | null {
  const { microphones, inputs, pairs } = problem;
  const model = createModel();
  const wanted = (demand: Demand): boolean => !without.has(demandKey(demand));
  const banks = [...new Set(inputs.map(bankAddress).filter((bank) => bank !== null))];
  banks.forEach((_, b) => model.binary(lit(b), COST.bank));
  const between = microphones.map((microphone, m) => betweens(problem, microphone, m, wanted));
  const program: Program = { problem, model, wanted, banks, between };
  for (const { outboard } of new Map(between.flat().map((one) => [one.outboard.id, one])).values()) {
    const all = between.flat().filter((one) => one.outboard.id === outboard.id);
    model.atMost(
      all.map(({ name }) => [1, name] as const),
      outboard.count,
    );
  }
  microphones.forEach((microphone, m) => addMicrophone(program, microphone, m, partly));
  inputs.forEach((input, i) => addInput(program, input, i));
  limitCables(problem, model, inInput, wanted);
  microphones.forEach(({ id }, m) => addUneasy(program, id, m));
  pairs.forEach((pair, k) => addPair(program, pair, k));
  for (const patch of not) forbid(program, patch);
  const answer = solve(model.text());
  return answer && patchFrom(problem, banks, between, answer);
}

/** Whether a level lands far from where it should, though it can be recorded. */
function isUneasy({ uneasy = {}, uneasyThrough = {} }: PatchProblem, id: string, input: PatchInput, through: Outboard | null): boolean {
  return (through ? uneasyThrough[id]?.[through.id] : uneasy[id])?.includes(inputAddress(input)) ?? false;
}

/** Whether a microphone may be in an input so, as far as plugs, levels and power go. */
export function allowed(problem: PatchProblem, microphone: PatchMicrophone, input: PatchInput, through: Outboard | null, wanted: Wanted): boolean {
  const { unfit, unfitThrough = {} } = problem;
  const { id, connector, kept } = microphone;
  if (kept && through?.id !== kept.id) return false;
  const loud = (through ? unfitThrough[id]?.[through.id] : unfit[id])?.includes(inputAddress(input)) ?? false;
  const { starved } = wayOf(microphone, input, through);
  const plainFits = input.connectors.includes(connector) && !unfit[id]?.includes(inputAddress(input)) && !isUneasy(problem, id, input, null);
  // A booster is for what is too soft, never a way to keep power off.
  if (through?.kind === 'booster' && !kept && plainFits) return false;
  return (
    (!wanted({ kind: 'plug', microphoneId: id }) || plugsFit(connector, input.connectors, through)) &&
    (!wanted({ kind: 'level', microphoneId: id }) || !loud) &&
    (starved !== 'microphone' || !wanted({ kind: 'power', microphoneId: id })) &&
    starved !== 'between'
  );
}

/** What would be of use between a microphone and some input. */
function betweens(problem: PatchProblem, microphone: PatchMicrophone, m: number, wanted: Wanted): Between[] {
  const { inputs, outboard = [] } = problem;
  // A second way is a cable from its splitter: what stands between belongs to the microphone.
  if (microphone.secondOf !== undefined) return [];
  const plain = inputs.map((input) => allowed(problem, microphone, input, null, wanted));
  return outboard.flatMap((one, h): Between[] => {
    const allows = inputs.map((input) => allowed(problem, microphone, input, one, wanted));
    const opens = allows.some((may, i) => may && !plain[i]);
    // It keeps power from who must not have it, or gives its own, so that a bank can be dark for others.
    const changes = allows.some((may, i) => may && changesPower(microphone, inputs[i] as PatchInput, one));
    const eases = inputs.some(
      (input, i) => allows[i] && isUneasy(problem, microphone.id, input, null) && !isUneasy(problem, microphone.id, input, one),
    );
    // Two things in a row are somebody's, and nobody else's; what wants line level never stands before a microphone alone.
    const isFree = partsOf(one.id).length === 1 && !isAtLine(one);
    return one.count > 0 && (isFree || microphone.kept?.id === one.id) && (opens || changes || eases)
      ? [{ outboard: one, name: `t${m}_${h}`, allows }]
      : [];
  });
}

function changesPower(microphone: PatchMicrophone, input: PatchInput, one: Outboard): boolean {
  const [plain, helped] = [wayOf(microphone, input, null), wayOf(microphone, input, one)];
  return (plain.harmed && !helped.harmed) || (plain.asks && !helped.asks);
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
      cost += betweenCost(used.outboard);
    }
    if (isUneasy(problem, id, inputs[i] as PatchInput, used?.outboard ?? null)) cost += COST.uneasy;
  });
  const phantomBanks = banks.filter((_, b) => (answer[`p${b}`] ?? 0) > 0.5);
  const changed = microphones.filter(({ id }) => previous[id] !== undefined && chosen[id] !== undefined && previous[id] !== chosen[id]).length;
  return { inputs: chosen, through, phantomBanks, changed, cost: cost + COST.change * changed + COST.bank * phantomBanks.length };
}
