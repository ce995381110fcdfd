import { walks } from '../../../../scripts/walks';
import { createRandom, type FftKernel, loadFftKernel } from '../../math';
import { compareClocks } from '../index';

/** A lower rate in the sample: drift is counted in millionths whatever it is. */
const RATE = walks(16_000, 48_000);
const SECONDS = walks(24, 60);
const { sin, exp, PI, floor } = Math;
let kernel: FftKernel;
beforeAll(async () => {
  kernel = await loadFftKernel();
});

/** Notes of their own for every stroke, as a sum of few sines: it can be asked for at any moment, so that no resampler stands between. */
function playing(seconds: number, seed: number): (t: number) => number {
  const random = createRandom(seed);
  const strokes = Array.from({ length: Math.floor(seconds / 0.4) }, (_, i) => ({
    at: 0.4 * i + 0.15 * random.uniform(),
    partials: Array.from({ length: 4 }, () => ({
      hertz: 150 * 2 ** (4.5 * random.uniform()),
      level: 0.1 * random.uniform(),
      phase: 6 * random.uniform(),
    })),
  }));
  return (t) => {
    let sum = 0;
    for (let i = Math.max(0, floor(t / 0.4) - 1); i <= floor(t / 0.4) && i < strokes.length; i++) {
      const { at, partials } = strokes[i] as (typeof strokes)[number];
      const since = t - at;
      if (since < 0) continue;
      for (const { hertz, level, phase } of partials) sum += level * exp(-since * 9) * sin(2 * PI * hertz * since + phase);
    }
    return sum;
  };
}

/** What a recorder writes whose clock runs so, which began so much before, so far away, with hiss of its own. */
function recorded(sound: (t: number) => number, seconds: number, { ppm = 0, earlyS = 0, awayS = 0, seed = 1 }): Float32Array {
  const random = createRandom(seed);
  return Float32Array.from({ length: Math.round(seconds * RATE) }, (_, n) => {
    const t = n / (RATE * (1 + ppm * 1e-6)) - earlyS - awayS;
    return (t < 0 ? 0 : sound(t)) + 0.001 * random.normal();
  });
}

const channel = (samples: Float32Array) => ({
  frames: samples.length,
  read: async (start: number, count: number) => {
    const out = new Float32Array(count);
    const from = Math.max(0, start);
    out.set(samples.subarray(from, Math.max(from, start + count)), from - start);
    return out;
  },
});

test('two clocks, sixty seconds in full: within 0.5 ppm and one sample, wherever the second began and stood (seeded)', async () => {
  for (let seed = 1; seed <= walks(1, 12); seed++) {
    const random = createRandom(seed);
    const [ppm, earlyS, awayS] = [random.between(-60, 60), random.between(-0.4, 2.5), random.between(0.001, 0.006)];
    const sound = playing(SECONDS + 1, seed);
    const first = recorded(sound, SECONDS, { seed: seed + 100 });
    const second = recorded(sound, SECONDS + 2, { ppm, earlyS, awayS, seed: seed + 200 });
    const found = await compareClocks(channel(first), channel(second), RATE, kernel);
    expect(Math.abs((found?.ppm ?? 1e9) - ppm)).toBeLessThan(walks(2, 0.5));
    // At the first's beginning the second has counted so many samples.
    expect(Math.abs((found?.offsetSamples ?? 1e9) - (earlyS + awayS) * RATE * (1 + ppm * 1e-6))).toBeLessThan(1);
  }
});

test('a distance alone is no drift; two that share nothing are not compared', async () => {
  const sound = playing(25, 5);
  const found = await compareClocks(channel(recorded(sound, 24, { seed: 1 })), channel(recorded(sound, 24, { awayS: 0.004, seed: 2 })), RATE, kernel);
  expect(Math.abs(found?.ppm ?? 1e9)).toBeLessThan(walks(3, 1));
  expect(
    await compareClocks(channel(recorded(sound, 24, { seed: 1 })), channel(recorded(playing(25, 99), 24, { seed: 2 })), RATE, kernel),
  ).toBeNull();
});
