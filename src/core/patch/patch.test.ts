import { boathouseKit } from '../../../demo/boathouse';
import { seedsFor, walks } from '../../../scripts/walks';
import { sayMetric as said } from '../../words';
import { arrivalTable } from '../arrivals';
import { inputAddress } from '../ids';
import { createRandom } from '../math';
import { MICROPHONE_CATALOGUE } from '../microphones';
import { patchProblem, resolvePlan } from '../planning';
import { loadMilpSolver } from './highs';
import {
  assignInputs,
  CABLE_CATALOGUE,
  carriedInputs,
  clockOf,
  DEVICE_CATALOGUE,
  gainFor,
  type InputDevice,
  OUTBOARD_CATALOGUE,
  type Outboard,
  onShelf,
  type PatchInput,
  type PatchMicrophone,
  type PatchProblem,
  recordedLevelDbfs,
  type SolveMilp,
  secondWayId,
} from './index';

let solve: SolveMilp;
beforeAll(async () => {
  solve = await loadMilpSolver();
});

const eight = DEVICE_CATALOGUE.find((device) => device.id === 'eight-input');
const inputs: PatchInput[] = (eight?.inputs ?? []).map((input) => ({ ...input, deviceId: 'd' }));
const mic = (id: string, phantom: PatchMicrophone['phantom'], connector: PatchMicrophone['connector'] = 'XLR'): PatchMicrophone => ({
  id,
  name: id,
  phantom,
  connector,
});
const problem = (microphones: PatchMicrophone[], extra: Partial<PatchProblem> = {}): PatchProblem => ({
  microphones,
  inputs,
  pairs: [],
  previous: {},
  unfit: {},
  ...extra,
});
const bankOf = (address: string): string | null | undefined => inputs.find((input) => inputAddress(input) === address)?.phantomBank;

test('four microphones of the demo: in order, pair side by side, one bank powered', () => {
  const session = boathouseKit();
  const result = assignInputs(patchProblem(session, arrivalTable(resolvePlan(session))), solve);
  expect(result.ok && Object.values(result.inputs)).toEqual(['eight-input/in1', 'eight-input/in2', 'eight-input/in3', 'eight-input/in4']);
});

test('a ribbon that must not have power never shares a bank with one that needs it', () => {
  const result = assignInputs(problem([mic('ribbon', 'never'), mic('condenser', 'needs'), mic('dynamic', 'indifferent')]), solve);
  if (!result.ok) throw new Error(said(result.reason));
  expect(bankOf(result.inputs.ribbon as string)).not.toBe(bankOf(result.inputs.condenser as string));
  expect(result.phantomBanks).toEqual([`d/${bankOf(result.inputs.condenser as string)}`]);
});

test('a changed plan moves as few cables as possible', () => {
  const previous = { a: 'd/in5', b: 'd/in6' };
  const result = assignInputs(problem([mic('a', 'needs'), mic('b', 'needs'), mic('c', 'indifferent')], { previous }), solve);
  expect(result.ok && result.changed).toBe(0);
  expect(result.ok && result.inputs).toEqual(expect.objectContaining(previous));
});

test.each([
  [
    'nine microphones',
    problem(Array.from({ length: 9 }, (_, i) => mic(`m${i}`, 'indifferent'))),
    /^9 microphones and 8 inputs: 1 too many\. Leave out m\d, or add a device\.$/,
  ],
  [
    'ten microphones and four inputs',
    problem(
      Array.from({ length: 10 }, (_, i) => mic(`m${i}`, 'needs')),
      { inputs: inputs.slice(0, 4) },
    ),
    /^10 microphones and 4 inputs: 6 too many\. Leave out (m\d, ){4}m\d and m\d, or add a device\.$/,
  ],
  [
    'power against ribbons',
    problem([...Array.from({ length: 5 }, (_, i) => mic(`c${i}`, 'needs')), mic('ribbon', 'never')]),
    /ribbon must never get it/,
  ],
  [
    'a wrong plug',
    problem([mic('a', 'indifferent', 'TRS')], { inputs: inputs.map((input) => ({ ...input, connectors: ['XLR'] as const })) }),
    /connector/,
  ],
  [
    'a pair on one input',
    problem([mic('l', 'indifferent'), mic('r', 'indifferent')], {
      inputs: [inputs[0], inputs[5]].flatMap((x, i) => (x ? [{ ...x, group: String(i) }] : [])),
      pairs: [['l', 'r']],
    }),
    /neighbouring inputs/,
  ],
  ['no device', problem([mic('a', 'needs')], { inputs: [] }), /no input device/],
])('when it cannot be done the reason is said: %s', (_, impossible, reason) => {
  const result = assignInputs(impossible, solve);
  expect(result.ok).toBe(false);
  expect(result.ok ? '' : said(result.reason)).toMatch(reason);
});

/** Every way to put some of the microphones into inputs, each input once; null where one is left out. */
function* ways(count: number, inputCount: number, used: readonly (number | null)[] = []): Generator<readonly (number | null)[]> {
  if (used.length === count) {
    yield used;
    return;
  }
  yield* ways(count, inputCount, [...used, null]);
  for (let i = 0; i < inputCount; i++) if (!used.includes(i)) yield* ways(count, inputCount, [...used, i]);
}

/** A small case of everything at once: power, plugs, levels, pairs, pins, cables that are in. */
function smallCase(seed: number): PatchProblem {
  const random = createRandom(seed);
  const some = inputs.slice(2, 2 + random.integer(2, 5)).map((input, i) => ({
    ...input,
    connectors: random.uniform() < 0.2 ? (['TRS'] as const) : input.connectors,
    group: random.uniform() < 0.15 ? `other${i}` : input.group,
    phantomBank: random.uniform() < 0.15 ? null : input.phantomBank,
  }));
  const microphones = Array.from({ length: random.integer(1, 4) }, (_, i) =>
    mic(`m${i}`, (['needs', 'indifferent', 'never'] as const)[random.integer(0, 2)] ?? 'needs', random.uniform() < 0.1 ? 'TRS' : 'XLR'),
  );
  // Half of the inputs may be those of another device, elsewhere in the room; preamps may differ in how they sound.
  const apart = random.uniform() < 0.5;
  const sounds = random.uniform() < 0.3;
  some.forEach((input, i) => {
    if (apart && i >= some.length / 2) Object.assign(input, { deviceId: 'e' });
    if (sounds) Object.assign(input, { character: random.uniform() < 0.5 ? 'clean' : 'coloured' });
  });
  microphones.forEach((microphone) => {
    if (sounds && random.uniform() < 0.5) Object.assign(microphone, { character: random.uniform() < 0.5 ? 'clean' : 'coloured' });
  });
  const counted = random.uniform() < 0.5;
  const reach = {
    needM: Object.fromEntries(microphones.map(({ id }) => [id, { d: random.between(2, 9), e: random.between(2, 9) }])),
    cables: CABLE_CATALOGUE.filter(() => random.uniform() < 0.4).map((cable) => ({ ...cable, count: random.integer(1, 3) })),
    sold: CABLE_CATALOGUE,
  };
  const address = (): string => inputAddress(some[random.integer(0, some.length - 1)] as PatchInput);
  const maybe = (share: number): Record<string, string> =>
    Object.fromEntries(microphones.flatMap(({ id }) => (random.uniform() < share ? [[id, address()]] : [])));
  return problem(microphones, {
    inputs: some,
    pairs: microphones.length > 1 && random.uniform() < 0.4 ? [['m0', 'm1']] : [],
    ...(counted ? { reach } : {}),
    previous: maybe(0.3),
    pinned: maybe(0.12),
    unfit: Object.fromEntries(microphones.flatMap(({ id }) => (random.uniform() < 0.25 ? [[id, [address()]]] : []))),
  });
}

/** What a way would cost by the published order of what matters, and whether it may be: all written out from the words of the rules. */
function judged(
  { microphones, inputs: some, pairs, previous, pinned = {}, unfit, reach }: PatchProblem,
  way: readonly (number | null)[],
  without: ReadonlySet<string> = new Set(),
) {
  const at = (m: number): PatchInput | null => (way[m] == null ? null : (some[way[m]] as PatchInput));
  const bank = (input: PatchInput | null): string | null => (input?.phantomBank ? `${input.deviceId}/${input.phantomBank}` : null);
  // 48 V runs over XLR alone, at both ends (IEC 61938).
  const live = (m: number): string | null => (microphones[m]?.connector === 'XLR' && at(m)?.connectors.includes('XLR') ? bank(at(m)) : null);
  const lit = new Set(microphones.flatMap(({ id, phantom }, m) => (phantom === 'needs' && !without.has(`power/${id}`) ? (live(m) ?? []) : [])));
  let [allowed, cost] = [true, 40 * lit.size];
  // The longest way gets the longest cable, and so on: where that does not do, nothing does.
  const reachable = (plug: string): boolean => {
    const needs = microphones
      .flatMap(({ id, connector }, m) =>
        connector === plug && at(m) && !without.has(`cable/${id}`) ? [reach?.needM[id]?.[at(m)?.deviceId ?? ''] ?? 0] : [],
      )
      .sort((a, b) => b - a);
    const lengths = (reach?.cables ?? [])
      .flatMap((cable) =>
        cable.plug === plug || (plug === 'TRS' && cable.plug === 'Hi-Z') ? Array.from({ length: cable.count }, () => cable.lengthM) : [],
      )
      .sort((a, b) => b - a);
    return needs.every((need, k) => (lengths[k] ?? 0) >= need);
  };
  microphones.forEach(({ id, phantom, connector }, m) => {
    const input = at(m);
    if (!input) {
      if (!without.has(`input/${id}`)) allowed = false;
      return;
    }
    const address = inputAddress(input);
    if (phantom === 'needs' && !without.has(`power/${id}`) && !live(m)) allowed = false;
    if (phantom === 'never' && !without.has(`no power/${id}`) && lit.has(live(m) ?? '')) allowed = false;
    if (!without.has(`plug/${id}`) && !input.connectors.includes(connector)) allowed = false;
    if (!without.has(`level/${id}`) && unfit[id]?.includes(address)) allowed = false;
    if (!without.has(`pin/${id}`) && pinned[id] !== undefined && pinned[id] !== address) allowed = false;
    if (previous[id] !== undefined && previous[id] !== address) cost += 1000;
    const wish = microphones[m]?.character;
    if (wish && input.character && input.character !== wish) cost += 12;
    cost += 0.5 * Math.abs((way[m] as number) - m) + 0.01 * (way[m] as number);
  });
  for (const [left, right] of pairs) {
    const [l, r] = [left, right].map((id) => way[microphones.findIndex((m) => m.id === id)]) as [number | null, number | null];
    if (l == null || r == null || without.has(`pair/${left}/${right}`)) continue;
    if (r !== l + 1 || some[l]?.group !== some[r]?.group || some[l]?.deviceId !== some[r]?.deviceId) allowed = false;
  }
  if (reach) for (const plug of ['XLR', 'TRS'] as const) if (!reachable(plug)) allowed = false;
  return { allowed, cost, placed: way.filter((i) => i !== null).length };
}

const keyOf = (demand: { readonly kind: string; readonly microphoneId?: string; readonly pair?: readonly string[] }): string =>
  `${demand.kind}/${demand.pair ? demand.pair.join('/') : demand.microphoneId}`;

test('the patch is the cheapest of all ways there are, cost for cost; where there is none, none of all ways may be (seeded)', () => {
  for (const seed of seedsFor({ name: 'patches against brute force', least: 60, all: 500, seconds: 4 })) {
    const small = smallCase(seed);
    let best = Number.POSITIVE_INFINITY;
    for (const way of ways(small.microphones.length, small.inputs.length)) {
      const { allowed, cost } = judged(small, way);
      if (allowed) best = Math.min(best, cost);
    }
    const result = assignInputs(small, solve);
    expect([seed, result.ok]).toEqual([seed, best < Number.POSITIVE_INFINITY]);
    if (!result.ok) continue;
    expect(result.cost).toBeCloseTo(best, 6);
    const way = small.microphones.map(({ id }) => small.inputs.findIndex((input) => inputAddress(input) === result.inputs[id]));
    expect(judged(small, way).allowed).toBe(true);
    expect(judged(small, way).cost).toBeCloseTo(result.cost, 6);
  }
});

test('where there is none: as many as can be are plugged; the conflict is one, and without any of its demands it is none (seeded)', () => {
  let looked = 0;
  for (let seed = 1; looked < walks(40, 200) && seed < 4000; seed++) {
    const small = smallCase(5000 + seed);
    const result = assignInputs(small, solve);
    if (result.ok) continue;
    looked++;
    const all = [...ways(small.microphones.length, small.inputs.length)];
    const ids = small.microphones.map(({ id }) => id);
    const anyInput = new Set(ids.map((id) => `input/${id}`));
    const most = Math.max(
      ...all
        .map((way) => judged(small, way, anyInput))
        .filter(({ allowed }) => allowed)
        .map(({ placed }) => placed),
    );
    expect([seed, Object.keys(result.partial?.inputs ?? {}).length]).toEqual([seed, most]);
    expect(result.left?.length).toBe(ids.length - most);
    // What is asked besides the conflict may go: the conflict alone cannot be met, and without any one of it it can.
    const conflict = new Set(result.conflict?.map(keyOf));
    const every = ['power', 'no power', 'plug', 'level', 'cable', 'pin', 'input'].flatMap((kind) => ids.map((id) => `${kind}/${id}`));
    const rest = new Set([...every, ...small.pairs.map((pair) => `pair/${pair.join('/')}`)].filter((key) => !conflict.has(key)));
    const possible = (without: ReadonlySet<string>): boolean => all.some((way) => judged(small, way, without).allowed);
    expect([seed, possible(rest)]).toEqual([seed, false]);
    for (const key of conflict) expect([seed, key, possible(new Set([...rest, key]))]).toEqual([seed, key, true]);
    for (const mend of result.mends ?? []) {
      if (mend.kind === 'borrow' || mend.kind === 'let go') continue;
      if (mend.kind === 'longer cable') {
        const reach = small.reach && { ...small.reach, cables: [...small.reach.cables, { ...mend.cable, count: mend.count }] };
        expect([seed, all.some((way) => judged({ ...small, ...(reach ? { reach } : {}) }, way).allowed)]).toEqual([seed, true]);
        continue;
      }
      const key = mend.kind === 'part' ? `pair/${mend.pair.join('/')}` : `input/${mend.microphoneId}`;
      expect([seed, key, possible(new Set([key]))]).toEqual([seed, key, true]);
    }
  }
  expect(looked).toBe(walks(40, 200));
});

test('the next best is another patch, as cheap as any other that is left (seeded)', () => {
  for (let seed = 1; seed <= walks(30, 200); seed++) {
    const small = smallCase(9000 + seed);
    const result = assignInputs(small, solve);
    if (!result.ok) continue;
    const next = assignInputs({ ...small, not: [result.inputs] }, solve);
    const address = (way: readonly (number | null)[], m: number): string => inputAddress(small.inputs[way[m] as number] as PatchInput);
    let best = Number.POSITIVE_INFINITY;
    for (const way of ways(small.microphones.length, small.inputs.length)) {
      const { allowed, cost } = judged(small, way);
      const same = allowed && small.microphones.every(({ id }, m) => address(way, m) === result.inputs[id]);
      if (allowed && !same) best = Math.min(best, cost);
    }
    expect([seed, next.ok]).toEqual([seed, best !== Number.POSITIVE_INFINITY]);
    if (next.ok) expect(next.cost).toBeCloseTo(best, 6);
  }
});

describe('gain for peaks at −12 dBFS (safe peaks, common practice)', () => {
  const condenser = MICROPHONE_CATALOGUE.find((model) => model.id === 'large-multi-pattern');
  const input = inputs[0];
  if (!condenser || !input) throw new Error('catalogue');
  test('recorder level formula of the reference', () => {
    expect(recordedLevelDbfs(-1.76, input, 10, 0)).toBeCloseTo(-1.76 - 12 + 10, 6);
  });
  test('lands within half a decibel, as knobs are marked in whole ones', () => {
    for (let peak = 80; peak <= 115; peak += 5) {
      const setting = gainFor(condenser, peak, false, input);
      expect(Math.abs(setting.predictedPeakDbfs + 12)).toBeLessThanOrEqual(0.5);
    }
  });
  test('a hot microphone gets the input’s pad, and one too hot even so is told', () => {
    expect(gainFor(condenser, 134, false, input).inputPad).toBe(true);
    expect(gainFor({ ...condenser, sensitivityMvPerPa: 400 }, 150, false, { ...input, padDb: 0 }).level).toBe('too-loud');
    expect(gainFor(condenser, condenser.maxSplDb + 1, false, input).verdict).toBe('overloads');
    expect(gainFor(condenser, condenser.maxSplDb - 1, false, input).verdict).toBe('fits');
    expect(gainFor({ ...condenser, sensitivityMvPerPa: 0.5 }, 70, false, input).verdict).toBe('too-quiet');
  });
});

describe('splitters, channel strips and digital ports', () => {
  const splitter = OUTBOARD_CATALOGUE.find(({ kind }) => kind === 'splitter') as Outboard;
  const strip = OUTBOARD_CATALOGUE.find(({ kind }) => kind === 'equaliser') as Outboard;

  test('a split microphone takes two inputs, and the power of the second’s bank never comes back to it', () => {
    const ribbon: PatchMicrophone = { ...mic('ribbon', 'never'), kept: splitter };
    const second: PatchMicrophone = { ...mic(secondWayId('ribbon'), 'indifferent'), secondOf: 'ribbon' };
    const condensers = Array.from({ length: 4 }, (_, i) => mic(`c${i}`, 'needs'));
    const result = assignInputs(problem([ribbon, second, ...condensers], { outboard: [splitter] }), solve);
    if (!result.ok) throw new Error(said(result.reason));
    expect(result.through.ribbon).toBe(splitter.id);
    expect(new Set(Object.values(result.inputs)).size).toBe(6);
    expect(result.phantomBanks).not.toContain(`d/${bankOf(result.inputs.ribbon as string)}`);
  });

  test('eight microphones and a second way are one too many for eight inputs, and the second way can be left out', () => {
    const eightOf = Array.from({ length: 8 }, (_, i) => mic(`m${i}`, 'indifferent'));
    const first: PatchMicrophone = { ...(eightOf[0] as PatchMicrophone), kept: splitter };
    const all = [first, ...eightOf.slice(1), { ...mic(secondWayId('m0'), 'indifferent'), secondOf: 'm0' }];
    const result = assignInputs(problem(all, { outboard: [splitter] }), solve);
    expect(!result.ok && result.mends).toContainEqual({ kind: 'leave out', microphoneId: secondWayId('m0') });
  });

  test('a channel strip stays where it was put and takes an input that takes its plug; two of them need two', () => {
    const through: PatchMicrophone = { ...mic('voice', 'needs'), kept: strip };
    const mixed = inputs.map((input, i) => ({ ...input, connectors: i === 6 ? (['TRS'] as const) : (['XLR'] as const) }));
    const result = assignInputs(problem([through, mic('other', 'needs')], { inputs: mixed, outboard: [strip] }), solve);
    expect(result.ok && [result.inputs.voice, result.through]).toEqual(['d/in7', { voice: strip.id }]);
    const twice = assignInputs(problem([through, { ...through, id: 'second', name: 'second' }], { outboard: [strip] }), solve);
    expect(twice.ok).toBe(false);
  });

  const host = { ...(DEVICE_CATALOGUE.find(({ id }) => id === 'eight-input') as InputDevice) };
  const more = onShelf(DEVICE_CATALOGUE.find(({ id }) => id === 'eight-by-light') as InputDevice, [host]);

  /** Eight channels at 44.1 and 48 kHz, four at 88.2 and 96, two at 176.4 and 192: common practice of eight-channel optical ports. */
  test.each([
    [44_100, 8],
    [48_000, 8],
    [88_200, 4],
    [96_000, 4],
    [176_400, 2],
    [192_000, 2],
  ])('at %d Hz a digital port carries %d', (rate, carried) => {
    expect(carriedInputs([host, more], more, rate)).toBe(carried);
    expect(carriedInputs([host, more], host, rate)).toBe(8);
  });

  test('two on one port share it in order; what hangs on nothing carries nothing; all run by the port’s clock', () => {
    const third = { ...more, id: 'third', inputs: more.inputs.slice(0, 4) };
    const wide = { ...host, digitalInputs: 10 };
    expect([more, third].map((one) => carriedInputs([wide, more, third], one, 48_000))).toEqual([8, 2]);
    expect([more, third].map((one) => carriedInputs([wide, more, third], one, 96_000))).toEqual([5, 0]);
    expect(carriedInputs([more], more, 48_000)).toBe(0);
    expect([wide, more, third].map((one) => clockOf([wide, more, third], one))).toEqual([wide.id, wide.id, wide.id]);
    // Two that name each other come to an end.
    expect(clockOf([{ ...host, expands: more.id }, more], more)).toBe(more.id);
  });
});

test('gain goes in the notches of its input', () => {
  const condenser = MICROPHONE_CATALOGUE.find((model) => model.id === 'large-multi-pattern') as (typeof MICROPHONE_CATALOGUE)[number];
  for (let peak = 90; peak < 116; peak += 3.3) {
    const { gainDb, predictedPeakDbfs } = gainFor(condenser, peak, false, { ...(inputs[0] as PatchInput), gainStepDb: 3 });
    expect(gainDb % 3).toBe(0);
    expect(Math.abs(predictedPeakDbfs + 12)).toBeLessThanOrEqual(1.5 + 1e-9);
  }
});
