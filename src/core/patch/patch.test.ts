import { boathouseKit } from '../../../demo/boathouse';
import { arrivalTable } from '../arrivals';
import { createRandom } from '../math';
import { MICROPHONE_CATALOGUE } from '../microphones';
import { patchProblem, resolvePlan } from '../planning';
import { loadMilpSolver } from './highs';
import {
  assignInputs,
  DEVICE_CATALOGUE,
  gainFor,
  inputAddress,
  type PatchInput,
  type PatchMicrophone,
  type PatchProblem,
  recordedLevelDbfs,
  type SolveMilp,
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
  if (!result.ok) throw new Error(result.reason);
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
    /9 microphones need 9 inputs and the devices have 8/,
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
  expect(!result.ok && result.reason).toMatch(reason);
});

test('against brute force on small random problems: solvable exactly when some permutation is (seeded)', () => {
  const four = inputs.slice(2, 6);
  for (let seed = 1; seed <= 60; seed++) {
    const random = createRandom(seed);
    const microphones = Array.from({ length: random.integer(1, 4) }, (_, i) =>
      mic(`m${i}`, (['needs', 'indifferent', 'never'] as const)[random.integer(0, 2)] ?? 'needs'),
    );
    const pairs: [string, string][] = microphones.length > 1 && random.uniform() < 0.5 ? [['m0', 'm1']] : [];
    const result = assignInputs(problem(microphones, { inputs: four, pairs }), solve);
    const fits = (used: number[]): boolean => {
      const powered = new Set(used.filter((_, m) => microphones[m]?.phantom === 'needs').map((i) => four[i]?.phantomBank));
      const safe = used.every((i, m) => microphones[m]?.phantom !== 'never' || !powered.has(four[i]?.phantomBank ?? ''));
      return safe && pairs.every(() => (used[1] ?? 0) - (used[0] ?? 0) === 1);
    };
    const search = (used: number[]): boolean =>
      used.length === microphones.length ? fits(used) : four.some((_, i) => !used.includes(i) && search([...used, i]));
    expect([seed, result.ok]).toEqual([seed, search([])]);
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
    expect(gainFor({ ...condenser, sensitivityMvPerPa: 400 }, 150, false, { ...input, padDb: 0 }).verdict).toBe('too-loud');
    expect(gainFor({ ...condenser, sensitivityMvPerPa: 0.5 }, 70, false, input).verdict).toBe('too-quiet');
  });
});
