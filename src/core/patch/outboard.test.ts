import { seedsFor } from '../../../scripts/walks';
import { inputAddress } from '../ids';
import { createRandom } from '../math';
import type { Connector, PhantomNeed } from '../microphones';
import { loadMilpSolver } from './highs';
import {
  assignInputs,
  gainFor,
  isAtLine,
  OUTBOARD_CATALOGUE,
  type Outboard,
  type PatchInput,
  type PatchMicrophone,
  type PatchProblem,
  type SolveMilp,
} from './index';

let solve: SolveMilp;
beforeAll(async () => {
  solve = await loadMilpSolver();
});

const named = (id: string): Outboard => {
  const found = OUTBOARD_CATALOGUE.find((one) => one.id === id);
  if (!found) throw new Error(id);
  return found;
};

const input = (id: string, more: Partial<PatchInput> = {}): PatchInput => ({
  id,
  name: id,
  deviceId: 'd',
  connectors: ['XLR'],
  phantomBank: 'all',
  padDb: 0,
  gainMinDb: 0,
  gainMaxDb: 56,
  maxLevelDbu: 12,
  group: 'mic',
  ...more,
});
const mic = (id: string, phantom: PhantomNeed, connector: Connector = 'XLR') => ({ id, name: id, phantom, connector });
const problem = (more: Partial<PatchProblem>): PatchProblem => ({ microphones: [], inputs: [], pairs: [], previous: {}, unfit: {}, ...more });

describe('one thing between mends what an input cannot (facts of the trade)', () => {
  test('a ribbon beside a condenser on one phantom switch goes through a blocker', () => {
    const base = problem({ microphones: [mic('condenser', 'needs'), mic('ribbon', 'never')], inputs: [input('1'), input('2')] });
    const without = assignInputs({ ...base, borrowable: OUTBOARD_CATALOGUE }, solve);
    expect(without.ok).toBe(false);
    expect(!without.ok && without.mends).toEqual(
      expect.arrayContaining([expect.objectContaining({ kind: 'borrow', outboard: expect.objectContaining({ blocksPower: true }) })]),
    );
    const result = assignInputs({ ...base, outboard: [named('phantom-blocker')] }, solve);
    expect(result.ok && result.through).toEqual({ ribbon: 'phantom-blocker' });
  });
  test('one attenuator helps one of two that are too loud; two of it help both', () => {
    const base = problem({
      microphones: [mic('a', 'indifferent'), mic('b', 'indifferent')],
      inputs: [input('1'), input('2')],
      unfit: { a: ['d/1', 'd/2'], b: ['d/1', 'd/2'] },
    });
    expect(assignInputs({ ...base, outboard: [named('attenuator-20')] }, solve).ok).toBe(false);
    const two = assignInputs({ ...base, outboard: [{ ...named('attenuator-20'), count: 2 }] }, solve);
    expect(two.ok && two.through).toEqual({ a: 'attenuator-20', b: 'attenuator-20' });
  });
  test('what wants line level is put before no microphone, though its plugs fit and it would keep the power away', () => {
    const base = problem({
      microphones: [mic('condenser', 'needs'), mic('ribbon', 'never')],
      inputs: [input('1'), input('2', { connectors: ['XLR', 'TRS'] })],
    });
    const shielded = assignInputs({ ...base, outboard: [named('phantom-blocker')] }, solve);
    expect(shielded.ok && shielded.through).toEqual({ ribbon: 'phantom-blocker' });
    expect(assignInputs({ ...base, outboard: [{ ...named('line-equaliser'), takes: ['XLR' as const].slice(1) }] }, solve).ok).toBe(false);
  });
  test('a jack carries no power, however combined the socket: what must never get it may be plugged so beside a condenser', () => {
    const both = problem({
      microphones: [mic('condenser', 'needs'), mic('pickup', 'never', 'TRS')],
      inputs: [input('1'), input('2', { connectors: ['XLR', 'TRS'] })],
    });
    const result = assignInputs(both, solve);
    expect(result.ok && [result.inputs, result.through, result.phantomBanks]).toEqual([{ condenser: 'd/1', pickup: 'd/2' }, {}, ['d/all']]);
    const jack = assignInputs(
      problem({ microphones: [mic('condenser', 'needs', 'TRS')], inputs: [input('1', { connectors: ['XLR', 'TRS'] })] }),
      solve,
    );
    expect(jack.ok).toBe(false);
  });
  test('two ribbons and a condenser on one switch: the condenser takes the preamp of its own and the bank stays dark', () => {
    const base = problem({
      microphones: [mic('condenser', 'needs'), mic('ribbon 1', 'never'), mic('ribbon 2', 'never')],
      inputs: [1, 2, 3].map((n) => input(String(n), { connectors: ['XLR', 'TRS'] })),
    });
    expect(assignInputs(base, solve).ok).toBe(false);
    const result = assignInputs({ ...base, outboard: [named('one-preamp')] }, solve);
    expect(result.ok && [result.through, result.phantomBanks]).toEqual([{ condenser: 'one-preamp' }, []]);
  });
  test('a booster lives on the input’s power and keeps it from the microphone', () => {
    const base = problem({ microphones: [mic('ribbon', 'never')], outboard: [{ ...named('clean-booster'), takes: ['Hi-Z'] }] });
    const ribbon = { ...mic('ribbon', 'never'), connector: 'Hi-Z' as const };
    const dark = assignInputs({ ...base, microphones: [ribbon], inputs: [input('1', { phantomBank: null })] }, solve);
    expect(dark.ok).toBe(false);
    const lit = assignInputs({ ...base, microphones: [ribbon], inputs: [input('1')] }, solve);
    expect(lit.ok && [lit.through, lit.phantomBanks]).toEqual([{ ribbon: 'clean-booster' }, ['d/all']]);
  });
  test('a preamp of its own powers a condenser into a line input that has none', () => {
    const line = input('1', { connectors: ['TRS'], phantomBank: null });
    const base = problem({ microphones: [mic('condenser', 'needs')], inputs: [line] });
    expect(assignInputs(base, solve).ok).toBe(false);
    expect(assignInputs({ ...base, outboard: [named('xlr-to-jack')] }, solve).ok).toBe(false);
    const result = assignInputs({ ...base, outboard: [named('one-preamp')] }, solve);
    expect(result.ok && result.through).toEqual({ condenser: 'one-preamp' });
  });
  test('nothing is put between that is not needed', () => {
    const result = assignInputs(problem({ microphones: [mic('a', 'needs')], inputs: [input('1')], outboard: OUTBOARD_CATALOGUE }), solve);
    expect(result.ok && result.through).toEqual({});
  });
  test('what matters most gets the preamp that its owner ranks first', () => {
    const inputs = [input('1', { rank: 3 }), input('2', { rank: 1 }), input('3', { rank: 2 })];
    const microphones = [
      { ...mic('hat', 'indifferent'), weight: 1 },
      { ...mic('voice', 'indifferent'), weight: 2 },
    ];
    const result = assignInputs(problem({ microphones, inputs }), solve);
    expect(result.ok && result.inputs).toEqual({ hat: 'd/3', voice: 'd/2' });
  });
});

/** Seeded: up to three microphones, three inputs on two banks, up to three things between. */
function smallCase(seed: number): PatchProblem {
  const random = createRandom(seed);
  const one = <T>(values: readonly T[]): T => values[random.integer(0, values.length - 1)] as T;
  const apart = one([1, 2, 3, 3]);
  const inputs = Array.from({ length: random.integer(1, 3) }, (_, i) =>
    input(String(i), {
      deviceId: i < apart ? 'd' : 'e',
      connectors: one<readonly Connector[]>([['XLR'], ['XLR', 'TRS'], ['TRS']]),
      phantomBank: one(['a', 'a', 'b', null]),
      rank: one([1, 2, 3] as const),
    }),
  );
  const plain = Array.from({ length: random.integer(1, 3) }, (_, i) => ({
    ...mic(`m${i}`, one(['needs', 'indifferent', 'never'] as const), one(['XLR', 'XLR', 'XLR', 'Hi-Z'] as const)),
    weight: one([1, 2]),
  }));
  // One of two may be split: its second way is a line of its own that no power comes over.
  const isSplit = plain.length === 2 && random.uniform() < 0.3;
  const splitter = named('splitter');
  const microphones: PatchMicrophone[] = isSplit
    ? [{ ...(plain[0] as PatchMicrophone), kept: splitter }, plain[1] as PatchMicrophone, { ...mic('m0/2', 'indifferent'), secondOf: 'm0' }]
    : plain;
  const outboard = OUTBOARD_CATALOGUE.filter(({ kind }) => (kind === 'splitter' ? isSplit : random.uniform() < 0.35)).map((own) => ({
    ...own,
    count: one([1, 1, 2]),
  }));
  const some = (share: number): string[] => inputs.filter(() => random.uniform() < share).map(inputAddress);
  return problem({
    inputs,
    microphones,
    outboard,
    unfit: Object.fromEntries(microphones.map(({ id }) => [id, some(0.25)])),
    uneasy: Object.fromEntries(microphones.map(({ id }) => [id, some(0.2)])),
    uneasyThrough: Object.fromEntries(microphones.map(({ id }) => [id, Object.fromEntries(outboard.map((own) => [own.id, some(0.15)]))])),
    previous: Object.fromEntries(microphones.flatMap(({ id }) => (random.uniform() < 0.2 ? [[id, inputAddress(one(inputs))]] : []))),
    unfitThrough: Object.fromEntries(microphones.map(({ id }) => [id, Object.fromEntries(outboard.map((own) => [own.id, some(0.2)]))])),
  });
}

type Choice = readonly [input: number, between: Outboard | null];

/** Left out of the patch. */
const OUT = -1;

function* choices(
  { microphones, inputs, outboard = [] }: PatchProblem,
  made: readonly Choice[] = [],
  mayLeave = false,
): Generator<readonly Choice[]> {
  if (made.length === microphones.length) {
    yield made;
    return;
  }
  const rest = { microphones, inputs, outboard } as PatchProblem;
  if (mayLeave) yield* choices(rest, [...made, [OUT, null]], mayLeave);
  for (let i = 0; i < inputs.length; i++) {
    if (made.some(([taken]) => taken === i)) continue;
    for (const through of [null, ...outboard]) yield* choices(rest, [...made, [i, through]], mayLeave);
  }
}

/** What some things between cost more than others, by the words of the rules. */
const BETWEEN: Partial<Record<Outboard['kind'], number>> = { 'phantom blocker': 4, adaptor: 8, 'direct box': 8 };

/** Cost of a way by the words of the rules; null where it must not be. */
function costOf(problem: PatchProblem, way: readonly Choice[], without: ReadonlySet<string> = new Set()): number | null {
  const { microphones, inputs, previous, unfit, unfitThrough = {}, uneasy = {}, uneasyThrough = {}, outboard = [] } = problem;
  const bankOf = (i: number): string | null => (inputs[i]?.phantomBank ? `${inputs[i]?.deviceId}/${inputs[i]?.phantomBank}` : null);
  const lit = new Set<string>();
  let cost = 0;
  for (const [m, [i, through]] of way.entries()) {
    const { id, phantom, connector, weight = 1, kept, secondOf } = microphones[m] as PatchProblem['microphones'][number];
    const asked = (kind: string): boolean => !without.has(`${kind}/${id}`);
    if (i === OUT) {
      if (asked('input')) return null;
      continue;
    }
    const own = inputs[i] as PatchInput;
    if (kept && through?.id !== kept.id) return null;
    if (secondOf !== undefined && through) return null;
    if (through && !kept && isAtLine(through)) return null;
    const there = inputAddress(own);
    const asItIs = own.connectors.includes(connector) && !unfit[id]?.includes(there) && !uneasy[id]?.includes(there);
    if (through?.kind === 'booster' && asItIs) return null;
    const [plug, takes] = through ? [through.gives, through.takes.includes(connector)] : [connector, true];
    if (asked('plug') && (!takes || !own.connectors.includes(plug))) return null;
    if (asked('level') && (through ? unfitThrough[id]?.[through.id] : unfit[id])?.includes(inputAddress(own))) return null;
    // 48 V runs over XLR alone, at both ends, and never back over a second way.
    const bank = plug === 'XLR' && own.connectors.includes('XLR') && secondOf === undefined ? bankOf(i) : null;
    if (phantom === 'needs' && asked('power') && !(through?.givesPower && connector === 'XLR')) {
      if (connector !== 'XLR') return null;
      if (bank === null || through?.blocksPower) return null;
      lit.add(bank);
    }
    if (through?.needsPower) {
      if (bank === null) return null;
      lit.add(bank);
    }
    if ((through ? uneasyThrough[id]?.[through.id] : uneasy[id])?.includes(inputAddress(own))) cost += 350;
    if (previous[id] !== undefined && previous[id] !== inputAddress(own)) cost += 1000;
    cost += (through ? 300 + (BETWEEN[through.kind] ?? 0) : 0) + 0.5 * Math.abs(i - m) + 0.01 * i + 6 * ((own.rank ?? 1) - 1) * weight;
  }
  for (const [m, [i, through]] of way.entries()) {
    const { id, phantom, connector } = microphones[m] as PatchProblem['microphones'][number];
    if (i === OUT || without.has(`no power/${id}`)) continue;
    const reached = connector === 'XLR' && (through?.gives ?? 'XLR') === 'XLR' && inputs[i]?.connectors.includes('XLR') && !through?.blocksPower;
    if (phantom === 'never' && reached && lit.has(bankOf(i) ?? '')) return null;
  }
  if (outboard.some(({ id, count }) => way.filter(([, through]) => through?.id === id).length > count)) return null;
  return cost + 40 * lit.size;
}

test('with things between the patch is the cheapest of all ways, cost for cost; where there is none, none may be (seeded)', () => {
  let [looked, possible, through] = [0, 0, 0];
  for (const seed of seedsFor({ name: 'patches with things between', least: 100, all: 1000, seconds: 4 })) {
    const small = smallCase(seed);
    looked++;
    let best = Number.POSITIVE_INFINITY;
    for (const way of choices(small)) best = Math.min(best, costOf(small, way) ?? Number.POSITIVE_INFINITY);
    const result = assignInputs(small, solve);
    expect([seed, result.ok]).toEqual([seed, best < Number.POSITIVE_INFINITY]);
    if (!result.ok) continue;
    possible++;
    if (Object.keys(result.through).length > 0) through++;
    expect([seed, Math.round(result.cost * 100)]).toEqual([seed, Math.round(best * 100)]);
    const way = small.microphones.map(
      ({ id }): Choice => [
        small.inputs.findIndex((own) => inputAddress(own) === result.inputs[id]),
        small.outboard?.find((own) => own.id === result.through[id]) ?? null,
      ],
    );
    expect([seed, Math.round((costOf(small, way) ?? -1) * 100)]).toEqual([seed, Math.round(best * 100)]);
  }
  expect(possible).toBeGreaterThan(0.26 * looked);
  expect(through).toBeGreaterThan(0.06 * looked);
});

test('where there is none with things between the conflict is minimal: it cannot be met, and without any one of its demands it can (seeded)', () => {
  let looked = 0;
  for (const seed of seedsFor({ name: 'conflicts with things between', from: 200_001, least: 60, all: 1000, seconds: 3 })) {
    const small = smallCase(seed);
    const result = assignInputs(small, solve);
    if (result.ok) continue;
    looked++;
    const ids = small.microphones.map(({ id }) => id);
    const conflict = new Set(result.conflict?.map((demand) => `${demand.kind}/${demand.kind === 'pair' ? '' : demand.microphoneId}`));
    const every = ['power', 'no power', 'plug', 'level', 'input'].flatMap((kind) => ids.map((id) => `${kind}/${id}`));
    const rest = every.filter((key) => !conflict.has(key));
    const possible = (without: ReadonlySet<string>): boolean => {
      for (const way of choices(small, [], true)) if (costOf(small, way, without) !== null) return true;
      return false;
    };
    expect([seed, possible(new Set(rest))]).toEqual([seed, false]);
    for (const key of conflict) expect([seed, key, possible(new Set([...rest, key]))]).toEqual([seed, key, true]);
  }
  expect(looked).toBeGreaterThan(15);
});

describe('levels with something between', () => {
  const model = { sensitivityMvPerPa: 20, padDb: 0 } as Parameters<typeof gainFor>[0];
  // 20 mV/Pa at 134 dB SPL: 2 V, that is +8.2 dBu (sensitivity −33.98 dBV, 40 dB over 94, 2.218 from dBV to dBu).
  test('an attenuator takes away what it says', () => {
    const bare = gainFor(model, 134, false, input('1', { maxLevelDbu: 4 }));
    expect(bare.verdict).toBe('too-loud');
    const less = gainFor(model, 134, false, input('1', { maxLevelDbu: 4 }), -12, named('attenuator-20'));
    expect(less.betweenDb).toBe(-20);
    expect(less.predictedPeakDbfs).toBeCloseTo(8.24 - 20 - 4 + less.gainDb, 1);
    expect(less.verdict).toBe('fits');
  });
  test('a preamp with a knob does the work before a line input at its least', () => {
    const line = input('1', { maxLevelDbu: 20, gainMaxDb: 20 });
    const setting = gainFor(model, 84, false, line, -12, named('one-preamp'));
    // 84 dB SPL: −41.76 dBu; to −12 dBFS of +20 dBu: 49.8 dB.
    expect(setting.betweenDb).toBe(50);
    expect(setting.gainDb).toBe(0);
    expect(setting.predictedPeakDbfs).toBeCloseTo(-11.76, 1);
  });
  test('a floating-point recorder has no gain and nothing is too soft for it; its analogue ceiling counts', () => {
    const float = input('1', { gainMaxDb: 0, maxLevelDbu: 4, floats: true });
    expect(gainFor(model, 60, false, float).verdict).toBe('fits');
    expect(gainFor(model, 60, false, float).gainDb).toBe(0);
    expect(gainFor(model, 134, false, float).verdict).toBe('too-loud');
  });
});
