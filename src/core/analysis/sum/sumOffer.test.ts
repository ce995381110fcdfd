import { reportOf as checked } from '../../../../scripts/reportOf';
import { seedsFor } from '../../../../scripts/walks';
import { createRandom, type FftKernel, loadFftKernel, type Random } from '../../math';
import type { SumOffer, TakeReport } from '../index';

let kernel: FftKernel;
beforeAll(async () => {
  kernel = await loadFftKernel();
});

const RATE = 48_000;
const SECONDS = 3;

const reportOf = (channels: Readonly<Record<string, Float32Array>>): Promise<TakeReport> => checked(kernel, RATE, channels);

/** Noise below 1 kHz or so: a plain running mean, three times. */
function soft(random: Random): Float32Array {
  let noise = Float64Array.from({ length: RATE * SECONDS }, () => random.normal());
  for (let pass = 0; pass < 3; pass++) {
    const next = new Float64Array(noise.length);
    let sum = 0;
    for (let i = 0; i < noise.length; i++) {
      sum += (noise[i] as number) - (noise[i - 24] ?? 0);
      next[i] = sum / 24;
    }
    noise = next;
  }
  return Float32Array.from(noise);
}

const energy = (samples: Float32Array): number => samples.reduce((sum, x) => sum + x * x, 0);

/** The sum of channels as they are, each turned or not, added sample by sample. */
function sumOf(channels: Readonly<Record<string, Float32Array>>, flips: readonly string[]): Float32Array {
  const out = new Float32Array(RATE * SECONDS);
  for (const [name, samples] of Object.entries(channels))
    for (let i = 0; i < out.length; i++) out[i] = (out[i] as number) + (flips.includes(name) ? -1 : 1) * (samples[i] as number);
  return out;
}

/** Three to seven channels of four shared sounds, each louder or softer and either way up in each. */
function mixed(seed: number): Record<string, Float32Array> {
  const random = createRandom(seed);
  const sounds = Array.from({ length: 4 }, () => soft(random));
  return Object.fromEntries(
    Array.from({ length: random.integer(3, 7) }, (_, c) => {
      const gains = sounds.map(() => 0.3 * random.normal());
      const out = new Float32Array(RATE * SECONDS);
      sounds.forEach((sound, s) => {
        for (let i = 0; i < out.length; i++) out[i] = (out[i] as number) + (gains[s] as number) * (sound[i] as number);
      });
      return [`Channel ${c + 1}`, out];
    }),
  );
}

test('the polarity set is the fullest of all there are, less what each flip must be worth: every one tried on the samples (seeded)', async () => {
  for (const seed of seedsFor({ name: 'fuller sums', least: 3, all: 60, seconds: 4 })) {
    const channels = mixed(seed);
    const names = Object.keys(channels);
    const { proposal } = await reportOf(channels);
    const before = energy(sumOf(channels, []));
    const worth = (flips: readonly string[]): number => {
      const price = 0.3 * Math.min(flips.length, names.length - flips.length);
      return 10 * Math.log10(energy(sumOf(channels, flips)) / before) - price;
    };
    let best = 0;
    for (let k = 0; k < 2 ** (names.length - 1); k++) best = Math.max(best, worth(names.filter((_, c) => (k >> c) & 1)));
    const offered = (proposal.polarityOnly as SumOffer).flips;
    expect(offered.length).toBeLessThanOrEqual(names.length / 2);
    // Windows and the edge of the bands leave a tenth of a decibel.
    expect([seed, worth(offered)]).toEqual([seed, expect.closeTo(best, 0)]);
    expect(worth(offered)).toBeGreaterThan(best - 0.15);
  }
});

test('what is offered gains in each band as the samples do', async () => {
  const channels = mixed(3);
  const { proposal } = await reportOf(channels);
  const { flips, delays, gainDb } = proposal.polarityOnly as SumOffer;
  expect(delays).toEqual([]);
  // The sounds lie below some 2 kHz: low and mid together are nearly all of the energy.
  const gained = 10 * Math.log10(energy(sumOf(channels, flips)) / energy(sumOf(channels, [])));
  expect(Math.min(gainDb.low, gainDb.mid) - 0.3).toBeLessThanOrEqual(gained);
  expect(Math.max(gainDb.low, gainDb.mid) + 0.3).toBeGreaterThanOrEqual(gained);
});

describe('strokes near one channel that a pair hears later', () => {
  const LATE = 150;
  /** A stroke every half second: a burst of soft noise that dies away; at the pair later and softer. */
  function strokes(): Record<string, Float32Array> {
    const random = createRandom(9);
    const [close, left, right] = [0, 1, 2].map(() => new Float32Array(RATE * SECONDS)) as [Float32Array, Float32Array, Float32Array];
    const sound = soft(random);
    for (let at = 12_000; at + 9000 < close.length; at += 24_000)
      for (let i = 0; i < 6000; i++) {
        const x = (sound[at + i] as number) * Math.exp(-i / 900);
        close[at + i] = (close[at + i] as number) + x;
        left[at + i + LATE - 4] = (left[at + i + LATE - 4] as number) + 0.5 * x;
        right[at + i + LATE + 4] = (right[at + i + LATE + 4] as number) + 0.5 * x;
      }
    for (const channel of [close, left, right]) for (let i = 0; i < channel.length; i++) channel[i] = (channel[i] as number) + 1e-5 * random.normal();
    return { Snare: close, 'Overhead left': left, 'Overhead right': right };
  }

  test('slid to the pair it is fuller, by as much as said; by polarity alone nothing is slid', async () => {
    const channels = strokes();
    const { proposal } = await reportOf(channels);
    expect(proposal.polarityOnly?.delays).toEqual([]);
    expect(proposal.delays.map(({ channel }) => channel)).toEqual(['Snare']);
    expect(proposal.delays[0]?.samples).toBeCloseTo(LATE, -0.5);
    const slid = { ...channels, Snare: Float32Array.from({ length: RATE * SECONDS }, (_, i) => channels.Snare?.[i - LATE] ?? 0) };
    const gained = 10 * Math.log10(energy(sumOf(slid, proposal.flips)) / energy(sumOf(channels, [])));
    expect(gained).toBeGreaterThan(0.3);
    expect(proposal.gainDb.mid).toBeCloseTo(gained, 0);
  });

  test('a room’s channel is no pair: nothing is slid to it', async () => {
    const { Snare, 'Overhead left': far } = strokes() as Record<string, Float32Array>;
    const { proposal } = await reportOf({ 'Overhead left': far as Float32Array, Snare: Snare as Float32Array, 'Room far': far as Float32Array });
    for (const { channel, samples } of proposal.delays) if (channel === 'Snare') expect(Math.abs(samples - LATE)).toBeLessThan(8);
  });
});
