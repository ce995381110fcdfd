import { boathouseKit } from '../../../demo/boathouse';
import { plainTake } from '../../../hostile/plainTake';
import { reportOf } from '../../../scripts/reportOf';
import { applyMove } from '../document';
import { createRandom, type FftKernel, loadFftKernel } from '../math';
import { remediesFor, resolveFiles } from '../planning';
import { inTake, marginsInTake, thenInTake, worstInTake } from './inTake';
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

describe('a take of the plan, by a renderer that shares nothing with the model', () => {
  const kit = boathouseKit();
  const idNamed = (name: string): string => kit.microphones.find((one) => one.name === name)?.id ?? '';
  /** Up by some 9 dB below 150 Hz, by one pole. */
  const boomy = (samples: Float32Array): Float32Array => {
    let low = 0;
    return samples.map((x) => {
      low += (1 - Math.exp((-2 * Math.PI * 150) / RATE)) * (x - low);
      return x + 2 * low;
    });
  };
  async function take(session: typeof kit, boosted: string | null): Promise<Heard> {
    const plan = resolveFiles(session);
    const sounds = plainTake(plan, 3, 3);
    const channels = Object.fromEntries(
      plan.microphones.map(({ id, name }) => {
        const samples = sounds.get(id) ?? sounds.get(name) ?? new Float32Array();
        return [name, name === boosted ? boomy(samples) : samples];
      }),
    );
    const report = await reportOf(kernel, plan.sampleRateHz, channels);
    return { report, proof: null, session, matching: Object.fromEntries(plan.microphones.map(({ id, name }) => [name, id])) };
  }

  test.each(['Kick', 'Snare'])('%s with the low end raised is the one that is boomy; as planned none is', async (name) => {
    expect(worstInTake(await take(kit, null), 'boomy')).toBeNull();
    expect(worstInTake(await take(kit, name), 'boomy')).toBe(idNamed(name));
  });

  test('what a move is said to make of it is what the next take shows', async () => {
    const snare = idNamed('Snare');
    const before = await take(kit, null);
    const [first] = remediesFor(kit, snare, 'boomy');
    const next = first && applyMove(first.move)(kit);
    if (!first || !next) throw new Error('nothing helps');
    const said = thenInTake(before, snare, 'boomy', first.gain);
    const after = inTake(await take(next, null), snare, 'boomy');
    const signed = (told: typeof said): number => {
      const { amount, over } = (told?.facts ?? {}) as { amount?: { figure: number }; over?: string };
      return (amount?.figure ?? NaN) * (over === 'yes' ? 1 : -1);
    };
    expect(signed(said)).not.toBe(signed(inTake(before, snare, 'boomy')));
    expect(Math.abs(signed(said) - signed(after))).toBeLessThan(1.5);
  });
});
