import { walks } from '../../../../scripts/walks';
import { createRandom } from '../../math';
import { hearClap } from './clap';

const RATE = 32_000;

/** A burst that dies away: Gaussian noise under one exponential for all octaves, a floor of noise under it, quiet before. */
function decaying(seconds: number, floorDb: number, seed: number, lengthS = 2.6): Float32Array {
  const random = createRandom(seed);
  const start = Math.round(0.5 * RATE);
  const floor = 10 ** (floorDb / 20);
  return Float32Array.from({ length: Math.round(lengthS * RATE) }, (_, i) => {
    const t = (i - start) / RATE;
    return (t < 0 ? 0 : random.normal() * 10 ** ((-3 * t) / seconds)) + floor * random.normal();
  });
}

/** Schroeder's integration as plainly as it can be written: whole signal, no filters, noise-free. */
function plainT20(samples: Float32Array, start: number): number {
  const energy: number[] = [];
  let sum = 0;
  for (let i = samples.length - 1; i >= start; i--) {
    sum += (samples[i] as number) ** 2;
    energy[i - start] = sum;
  }
  const db = energy.map((e) => 10 * Math.log10(e / (energy[0] as number)));
  const from = db.findIndex((level) => level <= -5);
  const to = db.findIndex((level) => level <= -25);
  const xs = Array.from({ length: to - from + 1 }, (_, i) => from + i);
  const mx = xs.reduce((a, b) => a + b, 0) / xs.length;
  const my = xs.reduce((a, i) => a + (db[i] as number), 0) / xs.length;
  const slope = xs.reduce((a, i) => a + (i - mx) * ((db[i] as number) - my), 0) / xs.reduce((a, i) => a + (i - mx) ** 2, 0);
  return -60 / (slope * RATE);
}

test.each([0.15, 0.3, 0.5, 0.8, 1.2, 1.5])('decays of %d s over noise: T20 of every octave within 5 %% on average, and never wild', (seconds) => {
  const errors: number[] = [];
  for (const [i, floorDb] of [-70, -60, -50].entries())
    for (const { hertz, t20S, problem } of hearClap(decaying(seconds, floorDb, 10 + i), RATE, 343.2).octaves) {
      if (problem) continue;
      const error = (t20S as number) / seconds - 1;
      // A burst of noise is itself a sample: its T20 wanders by 0.88/√(B·T), B the octave's width (Davy, Dunn and Dubout 1979, from memory).
      expect([hertz, floorDb, Math.abs(error) < (3.5 * 0.88) / Math.sqrt(0.71 * hertz * seconds)]).toEqual([hertz, floorDb, true]);
      if (hertz >= 500) errors.push(error);
    }
  expect(errors.length).toBeGreaterThanOrEqual(8);
  expect(Math.abs(errors.reduce((sum, error) => sum + error, 0) / errors.length)).toBeLessThan(0.03);
  // Three claps averaged, as one does in a room: every octave from 1 kHz up within 5 %.
  const claps = [3, 4, 5].map((seed) => hearClap(decaying(seconds, -70, seed), RATE, 343.2).octaves.filter(({ hertz }) => hertz >= 1000));
  for (const [i] of (claps[0] ?? []).entries()) {
    const mean = claps.reduce((sum, octaves) => sum + (octaves[i]?.t20S ?? Number.NaN), 0) / claps.length;
    expect(Math.abs(mean / seconds - 1)).toBeLessThan(0.05);
  }
});

test('against plain integration of the same decay without noise: the mean of the upper octaves within 3 %', () => {
  for (const seconds of [0.25, 0.6, 1]) {
    const clean = decaying(seconds, -200, 7);
    const { octaves } = hearClap(clean, RATE, 343.2);
    const upper = octaves.filter(({ hertz }) => hertz >= 1000).map(({ t20S }) => t20S as number);
    expect(Math.abs(upper.reduce((a, b) => a + b, 0) / upper.length / plainT20(clean, RATE / 2) - 1)).toBeLessThan(0.03);
  }
});

test.each([
  [0, 0.5, 0.5],
  [1, 0.4, 0.4],
  [4, 0.6, 0.6],
  [1, 0.25, 0.9],
  [4, 0.25, 0.9],
  [10, 0.2, 0.7],
])(
  'a direct sound of %d times the tail’s energy, slopes of %d and %d s: T20 within 5 %% of that of the energies themselves',
  (direct, early, late) => {
    // The curve as it is written down: the direct sound at 0, then two exponentials, the later one 10 dB under the first.
    const [k1, k2] = [13.8155 / early, 13.8155 / late];
    const [a, b] = early === late ? [1, 0] : [1, 0.1];
    const tail = (t: number): number => (a / k1) * Math.exp(-k1 * t) + (b / k2) * Math.exp(-k2 * t);
    const whole = tail(0) * (1 + direct);
    const curve = Array.from({ length: 2 * 8000 }, (_, i) => ({ t: i / 8000, db: 10 * Math.log10(i === 0 ? 1 : tail(i / 8000) / whole) }));
    const used = curve.filter(({ db }) => db <= -5 && db >= -25);
    const [mt, my] = [used.reduce((sum, { t }) => sum + t, 0) / used.length, used.reduce((sum, { db }) => sum + db, 0) / used.length];
    const wanted = -60 / (used.reduce((sum, { t, db }) => sum + (t - mt) * (db - my), 0) / used.reduce((sum, { t }) => sum + (t - mt) ** 2, 0));
    const errors = [1, 2, 3, 4].flatMap((seed) => {
      const random = createRandom(seed);
      const start = Math.round(0.5 * RATE);
      const samples = Float32Array.from({ length: Math.round(2.6 * RATE) }, (_, i) => {
        const t = (i - start) / RATE;
        const sound = t < 0 ? 0 : Math.sqrt(a) * random.normal() * Math.exp((-k1 * t) / 2) + Math.sqrt(b) * random.normal() * Math.exp((-k2 * t) / 2);
        return 0.05 * sound + 1e-5 * random.normal();
      });
      // A spike has as much energy in an octave as its square, noise as its power for as long as it lasts.
      samples[start] = (samples[start] as number) + 0.05 * Math.sqrt(direct * tail(0) * RATE);
      return hearClap(samples, RATE, 343.2).octaves.flatMap(({ hertz, t20S }) => (hertz >= 500 && t20S !== null ? [t20S / wanted - 1] : []));
    });
    expect(errors.length).toBeGreaterThan(8);
    expect(Math.abs(errors.reduce((sum, error) => sum + error, 0) / errors.length)).toBeLessThan(0.05);
  },
);

test('where the noise is too near there is no figure but a sentence with what is needed (ISO 3382-2: 35 dB)', () => {
  for (const { t20S, t30S, problem, overNoiseDb } of hearClap(decaying(0.4, -18, 5), RATE, 343.2).octaves) {
    expect([t20S, t30S]).toEqual([null, null]);
    expect(overNoiseDb).toBeLessThan(35);
    expect(problem).toEqual({ code: 'clap-low', facts: { hertz: expect.any(Number), over: { whole: expect.any(Number) }, needed: 35 } });
  }
});

test.each([2.4, 3.1, 4, 5.4, 7.5])('two walls %d m apart: the flutter’s period within 1 %%, and the way between them', (apart) => {
  const random = createRandom(Math.round(apart * 10));
  const period = (2 * apart) / 343.2;
  const out = decaying(0.4, -66, 21).map((x) => 0.25 * x);
  const start = Math.round(0.5 * RATE);
  for (let n = 0; n < 14; n++) {
    const at = start + n * period * RATE;
    for (let i = 0; i < 40; i++) {
      const place = Math.round(at) + i;
      if (place < out.length) out[place] = (out[place] as number) + 2 * 0.8 ** n * Math.exp(-i / 8) * random.normal();
    }
  }
  const { flutter } = hearClap(out, RATE, 343.2);
  expect(flutter).not.toBeNull();
  expect(Math.abs((flutter?.periodS ?? 0) / period - 1)).toBeLessThan(0.01);
  expect(Math.abs((flutter?.apartM ?? 0) - apart)).toBeLessThan(0.05);
});

test.each([39, 43, 47, 51, 55, 59])(
  'a flutter of %d ms, wherever between the two walls one claps and listens, but in their very middle, which halves it (mirror rooms, seeded)',
  (ms) => {
    for (let seed = 1; seed <= walks(2, 24); seed++) {
      const random = createRandom(7 * seed + ms);
      const apart = (ms / 2000) * 343.2;
      const off = random.between(0.03, 0.35) * (random.uniform() < 0.5 ? -1 : 1);
      const [from, to] = [(0.5 + off) * apart, random.between(0.15, 0.85) * apart];
      const click = Float32Array.from({ length: 100 }, (_, i) => Math.exp(-i / 25) * random.normal());
      const out = decaying(0.5, -70, seed).map((x) => 0.1 * x);
      for (let n = -30; n <= 30; n++)
        for (const side of [1, -1]) {
          const seconds = Math.abs(2 * n * apart + side * from - to) / 343.2;
          const gain = 0.8 ** (Math.abs(side === 1 ? 2 * n : 2 * n - 1) / 2);
          const at = Math.round((0.5 + seconds) * RATE);
          if (seconds < 1.2) for (const [i, x] of click.entries()) out[at + i] = (out[at + i] ?? 0) + gain * x;
        }
      const { flutter } = hearClap(out, RATE, 343.2);
      expect([seed, Math.abs((1000 * (flutter?.periodS ?? 0)) / ms - 1) < 0.015]).toEqual([seed, true]);
    }
  },
);

test('a smooth decay has no flutter', () => {
  for (const seed of [1, 2, 3, 4, 5, 6, 7, 8]) expect(hearClap(decaying(0.5, -70, 40 + seed), RATE, 343.2).flutter).toBeNull();
});

test('an echo 12 ms after the clap, 6 dB down, is 4.12 m longer (343.2 m/s)', () => {
  const out = new Float32Array(2 * RATE);
  const random = createRandom(9);
  const click = Float32Array.from({ length: 30 }, (_, i) => Math.exp(-i / 6) * random.normal());
  click.forEach((x, i) => {
    out[RATE / 2 + i] = x;
    out[RATE / 2 + 384 + i] = 0.5 * x;
  });
  const [echo] = hearClap(out, RATE, 343.2).echoes;
  expect(echo?.afterMs).toBeCloseTo(12, 1);
  expect(echo?.levelDb).toBeCloseTo(-6.02, 1);
  expect(echo?.extraM).toBeCloseTo(4.118, 1);
});
