import { boathouseKit } from '../../../demo/boathouse';
import { reportOf } from '../../../scripts/reportOf';
import { createRandom, type FftKernel, loadFftKernel } from '../math';
import { inTake, marginsInTake, worstInTake } from './inTake';
import type { Heard } from './verdicts';

let kernel: FftKernel;
beforeAll(async () => {
  kernel = await loadFftKernel();
});

const RATE = 48_000;

/** Short decaying noises at given seconds. */
function strokes(seconds: readonly number[], seed: number): Float32Array {
  const out = new Float32Array(6 * RATE);
  seconds.forEach((at, n) => {
    const random = createRandom(seed + n);
    for (let i = 0; i < 2400; i++) out[Math.round(at * RATE) + i] = 0.3 * random.normal() * Math.exp(-i / 400);
  });
  return out;
}

/** Two microphones, two sources; each is heard in the other's at a given level, as loud on its own. */
async function heard(leakDb: number): Promise<Heard> {
  const [a, b] = [strokes([0.5, 1.5, 2.5, 3.5, 4.5], 1), strokes([1, 2, 3, 4, 5], 50)];
  const leak = 10 ** (leakDb / 20);
  const mix = (own: Float32Array, other: Float32Array) => own.map((x, i) => x + leak * (other[i - 100] ?? 0));
  const report = await reportOf(kernel, RATE, { A: mix(a, b), B: mix(b, a) });
  const session = boathouseKit();
  const [one, two] = session.microphones;
  return { report, proof: null, session, matching: { A: one?.id ?? null, B: two?.id ?? null } };
}

const idOf = ({ matching }: Heard, channel: string): string => matching[channel] ?? '';

// What a neighbour's stroke is quieter by in a channel is what was mixed in, whatever the strokes are.
test.each([-20, -12, -6])('bleed of %i dB is told as it was mixed', async (leakDb) => {
  const take = await heard(leakDb);
  const told = inTake(take, idOf(take, 'A'), 'bleed');
  expect(told?.code).toBe('take-bleed');
  expect(told?.facts).toMatchObject({ channel: 'A', own: 'A', other: 'B', under: 'yes', amount: { figure: expect.closeTo(-leakDb, 0) } });
});

test('tone is told by the four bands, in both senses; what a take does not show is not told', async () => {
  const take = await heard(-20);
  const [boomy, harsh] = [inTake(take, idOf(take, 'A'), 'boomy'), inTake(take, idOf(take, 'A'), 'harsh')];
  // White noise has more in every band that is wider.
  expect(boomy?.facts).toMatchObject({ band: 'low', other: 'body', over: 'no' });
  expect(harsh?.facts).toMatchObject({ band: 'top', other: 'presence', over: 'yes' });
  expect(inTake(take, idOf(take, 'A'), 'roomy')).toBeNull();
  expect(inTake(take, 'nobody', 'bleed')).toBeNull();
});

test('a take says in which channel most bleeds, and of which source of the plan by how much', async () => {
  const take = await heard(-12);
  const [one, two] = take.session?.microphones ?? [];
  expect([one?.id, two?.id]).toContain(worstInTake(take, 'bleed'));
  expect(marginsInTake(take, idOf(take, 'A')).size).toBe(0);
  // A pair over the kit is there for all of it.
  const pair = take.session?.pairs[0];
  expect(worstInTake({ ...take, matching: { A: pair?.leftId ?? null, B: pair?.rightId ?? null } }, 'bleed')).toBeNull();
  const comparison = {
    spotId: '',
    microphoneId: '',
    plannedSamples: 0,
    measuredSamples: 0,
    plannedPolarity: 1,
    measuredPolarity: 1,
    confidence: 1,
    levelDb: 0,
  } as const;
  const comparisons = take.report.sources.map(({ spot }, source) => ({ ...comparison, heard: source, sourceKey: `kit/${spot}`, sourceName: spot }));
  const proof = { comparisons } as unknown as NonNullable<Heard['proof']>;
  const margins = marginsInTake({ ...take, proof }, idOf(take, 'A'));
  expect([...margins.keys()]).toEqual(['kit/B']);
  expect(margins.get('kit/B')).toBeCloseTo(12, 0);
  expect(worstInTake(take, 'boomy')).toBeNull();
});
