import fc from 'fast-check';
import { combDepth, firstDipHz, inStepResponseDb, logFrequencies, phaseDegrees, speedOfSound, sumResponseDb } from './index';

describe('speed of sound (ISO 9613-1, check values of the reference)', () => {
  test.each([
    [0, 331.29],
    [15, 340.26],
    [20, 343.2],
    [25, 346.11],
    [30, 349.0],
  ])('%d °C gives %d m/s', (celsius, expected) => {
    expect(speedOfSound(celsius)).toBeCloseTo(expected, 2);
  });
  test('absolute zero is refused by name', () => {
    expect(() => speedOfSound(-300)).toThrow(/temperatureC.*-300/);
  });
});

describe('delay of a path difference at 20 °C and 48 kHz (reference table)', () => {
  const c = speedOfSound(20);
  test.each([
    [0.01, 0.029, 1.4, 17160],
    [0.02, 0.058, 2.8, 8580],
    [0.05, 0.146, 6.99, 3432],
    [0.1, 0.291, 13.99, 1716],
    [0.3432, 1, 48, 500],
    [1, 2.914, 139.86, 171.6],
  ])('%d m', (metres, ms, samples, dip) => {
    const seconds = metres / c;
    expect(seconds * 1000).toBeCloseTo(ms, 3);
    expect(seconds * 48000).toBeCloseTo(samples, 1);
    expect(Math.abs(firstDipHz(seconds) - dip)).toBeLessThan(0.5);
  });
  test('half a wavelength is 180 degrees', () => {
    expect(phaseDegrees(500, 0.001)).toBeCloseTo(180, 9);
  });
});

describe('two copies with a level difference (reference comb table)', () => {
  test.each([
    [3, 4.65, -10.69],
    [6, 3.53, -6.04],
    [9.54, 2.5, -3.52],
    [10, 2.39, -3.3],
    [12, 1.95, -2.51],
    [15, 1.42, -1.7],
    [20, 0.83, -0.92],
  ])('%d dB: peak %d, dip %d', (difference, peak, dip) => {
    const depth = combDepth(difference);
    // The last printed digit is 0.01; the table's 9.54 is itself rounded.
    expect(Math.abs(depth.peakDb - peak)).toBeLessThan(0.0055);
    expect(Math.abs(depth.dipDb - dip)).toBeLessThan(0.0075);
  });
  test('three to one ripples by 6.02 dB', () => {
    expect(combDepth(9.5424).rippleDb).toBeCloseTo(6.02, 2);
  });
});

describe('sum response', () => {
  test('peaks and dips agree with the closed form at their frequencies', () => {
    const copies = [
      { amplitude: 1, delaySeconds: 0 },
      { amplitude: 10 ** (-6 / 20), delaySeconds: 0.001 },
    ];
    const [dip, peak] = sumResponseDb(copies, [500, 1000]);
    expect(dip).toBeCloseTo(combDepth(6).dipDb, 9);
    expect(peak).toBeCloseTo(combDepth(6).peakDb, 9);
  });
  test('opposed copies dip at 0 and at 1/τ', () => {
    expect(firstDipHz(0.002, -1)).toBeCloseTo(500, 9);
    const copies = [
      { amplitude: 1, delaySeconds: 0 },
      { amplitude: -1, delaySeconds: 0.002 },
    ];
    expect(sumResponseDb(copies, [500])[0]).toBeLessThan(-200);
  });
  test('never above the in-step level, whatever the delays (triangle inequality, seeded)', () => {
    const copy = fc.record({ amplitude: fc.double({ min: -2, max: 2, noNaN: true }), delaySeconds: fc.double({ min: 0, max: 0.05, noNaN: true }) });
    fc.assert(
      fc.property(fc.array(copy, { minLength: 1, maxLength: 6 }), (copies) => {
        const top = inStepResponseDb(
          copies.map((copy) => [copy]),
          logFrequencies(40),
        );
        return sumResponseDb(copies, logFrequencies(40)).every((db, i) => db <= (top[i] as number) + 1e-9);
      }),
      { seed: 11 },
    );
  });
});
