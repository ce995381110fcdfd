import { createRandom, type FftKernel, loadFftKernel } from '../../math';
import { addDelayed } from '../../render';
import { LiveComparison, toneFor } from '../index';

const RATE = 48_000;
let kernel: FftKernel;
beforeAll(async () => {
  kernel = await loadFftKernel();
});

/** Strokes that die away, one each 0.2 s, with a fresh hiss in each channel. */
function strokes(seconds: number, seed: number): Float32Array {
  const random = createRandom(seed);
  const out = new Float32Array(seconds * RATE);
  for (let at = 0; at < out.length; at += RATE / 5)
    for (let i = 0; i < RATE / 10 && at + i < out.length; i++) out[at + i] = 0.4 * Math.exp(-i / 900) * random.normal();
  return out;
}

test.each([
  [12.5, 1],
  [-31, 1],
  [4.25, -1],
  [180, -1],
] as const)('%f samples later, sign %i: told within a quarter of a sample, with its sign, in every look', (delay, sign) => {
  const live = new LiveComparison(RATE, kernel);
  const dry = strokes(2, 3);
  const random = createRandom(9);
  const hiss = (): Float32Array => Float32Array.from({ length: dry.length }, () => 0.002 * random.normal());
  const [a, b] = [hiss(), hiss()];
  addDelayed(a, dry, 200, 1);
  addDelayed(b, dry, 200 + delay, 0.5 * sign);
  let looks = 0;
  for (let at = 0; at + 2400 <= dry.length; at += 2400) {
    live.push(a.subarray(at, at + 2400), b.subarray(at, at + 2400));
    if (at < 24_000) continue;
    const look = live.look();
    looks++;
    expect(Math.abs((look?.delaySamples ?? 1e9) - delay)).toBeLessThan(0.25);
    expect(look?.polarity).toBe(sign);
    expect(look?.levelDb).toBeLessThan(-4);
  }
  expect(looks).toBeGreaterThan(20);
  live.dispose();
});

test('silence, and one channel alone, say nothing', () => {
  const live = new LiveComparison(RATE, kernel);
  expect(live.look()).toBeNull();
  live.push(strokes(1, 5), new Float32Array(RATE));
  expect(live.look()).toBeNull();
  live.dispose();
});

test('the tone rises as two come into step, an octave for each halving', () => {
  expect(toneFor(0.005)).toBeCloseTo(110, 6);
  expect(toneFor(0.0025)).toBeCloseTo(220, 6);
  expect(toneFor(-0.0025)).toBeCloseTo(220, 6);
  expect(toneFor(0)).toBeCloseTo(3520, 6);
  expect(toneFor(1)).toBeCloseTo(110, 6);
});
