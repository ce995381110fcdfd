import fc from 'fast-check';
import { speedOfSound } from '../acoustics';
import {
  capsuleLevelDb,
  directivityIndexDb,
  distanceFactor,
  MICROPHONE_CATALOGUE,
  nullAngleDegrees,
  outputLevelDbu,
  PATTERN_NAMES,
  PATTERN_PRESSURE_SHARE,
  type PatternName,
  patternGain,
  patternLevelDb,
  proximityBoostDb,
  randomEnergyEfficiency,
  sensitivityDbv,
} from './index';

describe('first-order patterns (Eargle, The Microphone Book; table of the reference)', () => {
  const table: [PatternName, number, number, number, number | null, number, number][] = [
    ['omni', 1.0, 0, 1.0, null, 0, 0],
    ['wide-cardioid', 0.52, 2.84, 1.39, null, -3.1, -8.0],
    ['cardioid', 0.333, 4.77, 1.73, 180, -6.0, -Infinity],
    ['supercardioid', 0.268, 5.72, 1.93, 125.3, -8.7, -11.4],
    ['hypercardioid', 0.25, 6.02, 2.0, 109.5, -12.0, -6.0],
    ['figure-of-eight', 0.333, 4.77, 1.73, 90, -Infinity, 0],
  ];
  test.each(table)('%s', (name, efficiency, index, factor, nullAngle, side, rear) => {
    const a = PATTERN_PRESSURE_SHARE[name];
    expect(randomEnergyEfficiency(a)).toBeCloseTo(efficiency, 3);
    expect(directivityIndexDb(a)).toBeCloseTo(index, 2);
    expect(distanceFactor(a)).toBeCloseTo(factor, 2);
    if (nullAngle === null) expect(nullAngleDegrees(a)).toBeNull();
    else expect(nullAngleDegrees(a)).toBeCloseTo(nullAngle, 1);
    if (side === -Infinity) expect(patternLevelDb(name, 0)).toBe(-Infinity);
    else expect(patternLevelDb(name, 0)).toBeCloseTo(side, 1);
    if (rear === -Infinity) expect(patternLevelDb(name, -1)).toBe(-Infinity);
    else expect(patternLevelDb(name, -1)).toBeCloseTo(rear, 1);
  });
  test('a figure-of-eight is inverted behind', () => {
    expect(patternGain('figure-of-eight', -1)).toBe(-1);
  });
  test('efficiency is the mean square over the sphere (numerical integration)', () => {
    for (const name of PATTERN_NAMES) {
      let sum = 0;
      const steps = 20_000;
      for (let i = 0; i < steps; i++) sum += patternGain(name, -1 + (2 * (i + 0.5)) / steps) ** 2 / steps;
      expect(sum).toBeCloseTo(randomEnergyEfficiency(PATTERN_PRESSURE_SHARE[name]), 6);
    }
  });
});

describe('proximity boost on axis (Beranek; table of the reference, 20 °C)', () => {
  const c = speedOfSound(20);
  test.each([
    [0.5, 0.05, [14.9, 9.3, 1.1]],
    [0.5, 0.1, [9.3, 4.6, 0.3]],
    [0.5, 0.3, [2.6, 0.8, 0.0]],
    [0.5, 1, [0.3, 0.1, 0.0]],
    [0, 0.05, [20.8, 14.9, 3.4]],
    [0, 0.1, [14.9, 9.3, 1.1]],
    [0, 0.3, [6.3, 2.6, 0.1]],
  ])('A = %d at %d m', (share, distance, expected) => {
    [100, 200, 1000].forEach((hz, i) => {
      expect(proximityBoostDb(share, distance, hz, c)).toBeCloseTo(expected[i] as number, 1);
    });
  });
  test('hypercardioid at 10 cm', () => {
    expect(proximityBoostDb(0.25, 0.1, 100, c)).toBeCloseTo(12.5, 1);
    expect(proximityBoostDb(0.25, 0.1, 200, c)).toBeCloseTo(7.2, 1);
    expect(proximityBoostDb(0.25, 0.1, 1000, c)).toBeCloseTo(0.7, 1);
  });
  test.each([
    [0.5, 45, [11.9, 6.5, 0.6, -1.2]],
    [0.5, 90, [-6.0, -6.0, -6.0, -6.0]],
    [0.5, 135, [11.7, 5.7, -3.6, -12.3]],
    [0.5, 180, [14.7, 8.7, -0.8, -11.3]],
    [0.25, 45, [15.3, 9.5, 1.9, -1.6]],
    [0.25, 135, [15.3, 9.3, 0.0, -7.9]],
    [0, 45, [17.8, 11.9, 3.3, -1.9]],
  ])('at every angle, 100 Hz: A = %d at %d°', (share, degrees, expected) => {
    [0.05, 0.1, 0.3, 1].forEach((r, i) => {
      // The table's last digit may have been rounded from a half.
      expect(Math.abs(capsuleLevelDb(share, Math.cos((degrees * Math.PI) / 180), r, 100, c) - (expected[i] as number))).toBeLessThan(0.0501);
    });
  });
  test('an omni has none at any distance (seeded)', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 5, noNaN: true }),
        fc.double({ min: 20, max: 20000, noNaN: true }),
        (r, f) => proximityBoostDb(1, r, f, c) === 0,
      ),
      { seed: 5 },
    );
  });
});

describe('output level (reference)', () => {
  test('20 mV/Pa is −33.98 dBV/Pa and gives −1.76 dBu at 124 dB SPL', () => {
    expect(sensitivityDbv(20)).toBeCloseTo(-33.98, 2);
    expect(outputLevelDbu(20, 124)).toBeCloseTo(-1.76, 2);
  });
  test('a pad takes off what it says', () => {
    expect(outputLevelDbu(20, 124) - outputLevelDbu(20, 124, 20)).toBeCloseTo(20, 9);
  });
});

test('no catalogue name carries a brand: each is made of plain trade words (product rule)', () => {
  const words = new Set(
    'usb pickup into an instrument input through a direct box bass-drum dynamic rugged tight small condenser omni large many patterns passive active ribbon boundary plate clip-on loudspeaker as microphone valve own supply'.split(
      ' ',
    ),
  );
  for (const model of MICROPHONE_CATALOGUE) for (const word of model.name.toLowerCase().replaceAll(',', '').split(' ')) expect(words).toContain(word);
});
