import { imageAngleDeg, imagePosition, pairImageDeg, recordingAngleDeg } from './index';

/** Published stereo recording angles, ±degrees (Williams, from memory), and the model's own within the fit's error. */
test.each([
  ['crossed cardioids 90°', 'cardioid', 0, 90, 90.6, 0.3],
  ['crossed figure-8s 90°', 'figure-of-eight', 0, 90, 35.5, 0.3],
  ['ORTF: 17 cm, 110°', 'cardioid', 0.17, 110, 47.8, 0.3],
  ['NOS: 30 cm, 90°', 'cardioid', 0.3, 90, 40.5, 0.3],
  ['DIN: 20 cm, 90°', 'cardioid', 0.2, 90, 50.8, 0.3],
  ['21 cm, 100°', 'cardioid', 0.21, 100, 46.4, 0.3],
  ['25 cm, 90°', 'cardioid', 0.25, 90, 45.1, 0.3],
  ['20 cm, 135°', 'cardioid', 0.2, 135, 38.4, 0.3],
  ['omnis 50 cm', 'omni', 0.5, 0, 50.2, 0.3],
  ['omnis 1 m', 'omni', 1, 0, 22.6, 0.3],
] as const)('%s', (_, pattern, spacingM, angleDeg, published, within) => {
  expect(Math.abs((recordingAngleDeg({ pattern, spacingM, angleDeg }, 343.2) ?? 0) - published)).toBeLessThan(within);
});

test('omnis 30 cm apart never reach the edge', () => {
  expect(recordingAngleDeg({ pattern: 'omni', spacingM: 0.3, angleDeg: 0 }, 343.2)).toBeNull();
});

test('the image: edges at 15.5 dB or 1.12 ms alone (Simonsen, from memory); swapping the sides mirrors it', () => {
  expect(imagePosition(15.5, 0)).toBeCloseTo(1, 9);
  expect(imagePosition(0, 1.12e-3)).toBeCloseTo(1, 9);
  expect(imagePosition(0, 0)).toBe(0);
  for (const [db, ms] of [
    [4, 0.2],
    [-3, 0.1],
    [6, -0.3],
  ] as const)
    expect(imagePosition(-db, -ms / 1000)).toBeCloseTo(-imagePosition(db, ms / 1000), 9);
});

test.each([
  [2.5, 0, 10.0],
  [5.5, 0, 20.0],
  [0, 0.44, 20.0],
  [1, 0.1, 10.5],
  [2, 0.2, 19.5],
  [3, 0.3, 23.7],
  [6, 0.3, 27.1],
])('inner contours: %d dB and %d ms are heard at %d° (computed independently with SciPy)', (db, ms, degrees) => {
  expect(imageAngleDeg(db, ms / 1000)).toBeCloseTo(degrees, 1);
});

test.each([
  ['crossed cardioids 90°', { pattern: 'cardioid', spacingM: 0, angleDeg: 90 }, [5.3, 10.2, 15.4, 21.0]],
  ['ORTF', { pattern: 'cardioid', spacingM: 0.17, angleDeg: 110 }, [12.4, 21.4, 25.2, 29.3]],
] as const)('far sources at 10, 20, 30, 45° of %s', (_, pair, expected) => {
  [10, 20, 30, 45].forEach((angle, i) => expect(Math.abs(pairImageDeg(pair, angle, 343.2) - (expected[i] as number))).toBeLessThan(0.0501));
});
