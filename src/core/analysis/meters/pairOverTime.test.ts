import { createRandom } from '../../math';
import { middleOf, PairOverTime } from './pairOverTime';

const RATE = 48_000;
const random = createRandom(8);
const noise = (seconds: number): Float32Array => Float32Array.from({ length: seconds * RATE }, () => 0.1 * random.normal());
const over = (left: Float32Array, right: Float32Array, piece = 4096) => {
  const meter = new PairOverTime(RATE);
  for (let at = 0; at < left.length; at += piece) meter.push(left.subarray(at, at + piece), right.subarray(at, at + piece));
  return meter.moments;
};
const turned = (samples: Float32Array): Float32Array => samples.map((x) => -x);
const mixed = (a: Float32Array, b: Float32Array, share: number): Float32Array =>
  a.map((x, i) => share * x + Math.sqrt(1 - share * share) * (b[i] as number));

describe('a pair over time', () => {
  it('is 1 where both are alike, −1 where one is reversed, and near 0 where they share nothing (by definition)', () => {
    const [a, b] = [noise(4), noise(4)];
    for (const { correlation } of over(a, a)) expect(correlation).toBeCloseTo(1, 9);
    for (const { correlation } of over(a, turned(a))) expect(correlation).toBeCloseTo(-1, 9);
    for (const { correlation, sideDb } of over(a, b)) {
      expect(Math.abs(correlation ?? 1)).toBeLessThan(0.05);
      expect(Math.abs(sideDb ?? 9)).toBeLessThan(0.5);
    }
  });

  it('is what was mixed into both, and the side lies below the mid by (1 − r) / (1 + r) (own sums, seeded)', () => {
    for (const share of [0.2, 0.5, 0.8, 0.95]) {
      const [a, b] = [noise(8), noise(8)];
      const moments = over(a, mixed(a, b, share));
      expect(Math.abs((middleOf(moments.map(({ correlation }) => correlation)) ?? 0) - share)).toBeLessThan(0.02);
      expect(Math.abs((middleOf(moments.map(({ sideDb }) => sideDb)) ?? 0) - 10 * Math.log10((1 - share) / (1 + share)))).toBeLessThan(0.3);
    }
  });

  it('tells the moment at which one is reversed, and nothing of silence', () => {
    const a = noise(4);
    const late = a.map((x, i) => (i < 2 * RATE ? x : -x));
    const moments = over(a, late, 1000);
    expect(moments.map(({ correlation }) => Math.round(correlation ?? 0))).toEqual([1, 1, 1, 1, 1, -1, -1, -1, -1, -1]);
    expect(moments[5]?.atSeconds).toBeCloseTo(2, 9);
    const silent = over(new Float32Array(2 * RATE), new Float32Array(2 * RATE));
    expect(silent.every(({ correlation, sideDb }) => correlation === null && sideDb === null)).toBe(true);
    expect(middleOf(silent.map(({ sideDb }) => sideDb))).toBeNull();
  });
});
