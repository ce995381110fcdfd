import { createRandom } from '../math';
import { discApart, discTogether, discTogetherOnAxis, meanCosine, rimLoss, screenLossDb } from './index';

const C = 343.2;
const db = (ratio: number): number => 20 * Math.log10(ratio);
const wave = (hertz: number): number => (2 * Math.PI * hertz) / C;

/** Rayleigh's integral as it is written: the disc in small cells, each a point. */
function plain(a: number, rho: number, z: number, k: number): { together: number; apart: number } {
  const [rings, spokes] = [120, 90];
  let [re, im, power] = [0, 0, 0];
  for (let i = 0; i < rings; i++)
    for (let j = 0; j < spokes; j++) {
      const s = (a * (i + 0.5)) / rings;
      const cell = (s * (a / rings) * 2 * Math.PI) / spokes;
      const angle = (2 * Math.PI * (j + 0.5)) / spokes;
      const r = Math.hypot(rho - s * Math.cos(angle), s * Math.sin(angle), z);
      re += (cell * Math.cos(k * r)) / r;
      im -= (cell * Math.sin(k * r)) / r;
      power += cell / (r * r);
    }
  const area = Math.PI * a * a;
  return { together: Math.hypot(re, im) / area, apart: Math.sqrt(power / area) };
}

describe('a 36 cm head, a = 17.8 cm, dB re 5 cm over its centre (computed independently with NumPy/SciPy)', () => {
  const a = 0.1778;
  test.each([
    [100, 0.14, 0.05, -1.9],
    [100, 0.165, 0.08, -3.9],
    [100, 0, 0.3, -8.8],
    [100, 0, 1, -18.7],
    [1000, 0.14, 0.05, -7.8],
    [1000, 0.165, 0.08, -10.0],
    [1000, 0, 0.3, -6.8],
    [1000, 0, 1, -16.4],
  ])('%d Hz, %d m out, %d m high: %d dB', (hertz, rho, z, expected) => {
    const k = wave(hertz);
    expect(db(discTogether(a, rho, z, k) / discTogether(a, 0, 0.05, k))).toBeCloseTo(expected, 1);
  });
});

test('at 60 places the integrals are those of small cells within 0.05 dB (Rayleigh, plainly added up)', () => {
  const random = createRandom(31);
  let worst = 0;
  for (let n = 0; n < 60; n++) {
    const a = random.between(0.03, 0.3);
    const k = random.between(0.2, 2.2) / a;
    const [rho, z] = [random.between(0, 4) * a, random.between(0.06, 4) * a];
    const sum = plain(a, rho, z, k);
    worst = Math.max(worst, Math.abs(db(discTogether(a, rho, z, k) / sum.together)), Math.abs(db(discApart(a, rho, z) / sum.apart)));
  }
  expect(worst).toBeLessThan(0.05);
});

test('on the axis both are closed forms: 4·|sin(k(s−d)/2)|/(k·a²), √ln(1 + a²/d²)/a', () => {
  for (const [a, d, hertz] of [
    [0.178, 0.05, 100],
    [0.28, 0.5, 400],
    [0.06, 0.2, 400],
  ] as const) {
    expect(db(discTogether(a, 0, d, wave(hertz)) / discTogetherOnAxis(a, d, wave(hertz)))).toBeCloseTo(0, 3);
    expect(discApart(a, 0, d)).toBeCloseTo(Math.sqrt(Math.log(1 + (a / d) ** 2)) / a, 9);
  }
});

test('far away both are a point: 1/r, without a step where the far field’s form takes over', () => {
  expect(db(discTogether(0.1, 3, 4, wave(50)) * 5)).toBeCloseTo(0, 2);
  expect(db(discApart(0.1, 3, 4) * 5)).toBeCloseTo(0, 2);
  for (const share of [0, 0.5, 0.95]) {
    const at = (r: number): number => r * discTogether(0.1, share * r, Math.sqrt(1 - share ** 2) * r, wave(800));
    expect(Math.abs(db(at(0.801) / at(0.799)))).toBeLessThan(0.04);
  }
});

test('far from a disc the level falls by 6.02 dB per doubling of the distance (inverse distance law)', () => {
  for (const at of [discApart, (a: number, out: number, above: number) => discTogether(a, out, above, wave(100))])
    expect(db(at(0.15, 0, 4) / at(0.15, 0, 8))).toBeCloseTo(6.02, 1);
});

test('a screen: 5 dB at its edge, about 13 dB at N = 1, 24 at most, nothing well in the light (Kurze and Anderson 1971)', () => {
  expect(screenLossDb(0)).toBeCloseTo(5, 6);
  expect(screenLossDb(1)).toBeCloseTo(13.1, 1);
  expect(screenLossDb(0.1)).toBeGreaterThan(6.5);
  expect(screenLossDb(500)).toBe(24);
  expect(screenLossDb(-0.19)).toBe(0);
  for (let n = -0.5; n < 5; n += 0.01) expect(screenLossDb(n + 0.01)).toBeGreaterThanOrEqual(screenLossDb(n) - 1e-9);
  expect(rimLoss(0)).toBe(1);
  expect(db(rimLoss(1))).toBeCloseTo(screenLossDb(1) - 5, 9);
  expect(db(rimLoss(500))).toBeCloseTo(24, 9);
});

test('the mean cosine over a band is what adding up many frequencies gives', () => {
  const random = createRandom(5);
  for (let n = 0; n < 20; n++) {
    const [low, tau, phi] = [random.between(40, 3000), random.between(-0.004, 0.004), random.between(-3, 3)];
    const high = 4 * low;
    let sum = 0;
    for (let i = 0; i < 4000; i++) sum += Math.cos(2 * Math.PI * (low + ((high - low) * (i + 0.5)) / 4000) * tau + phi);
    expect(meanCosine(low, high, tau, phi)).toBeCloseTo(sum / 4000, 5);
  }
});
