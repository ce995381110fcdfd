import fc from 'fast-check';
import { walks } from '../../../scripts/walks';
import { createRandom, type Vec3, vec3 } from '../math';
import {
  centringMoves,
  crossedPairOf,
  decodeMidSide,
  encodeMidSide,
  extentOf,
  fitOf,
  fittingMoves,
  imageAngleDeg,
  isNear,
  membersOf,
  type PairFrame,
  pairImageDeg,
  pictureFit,
  recordingAngleDeg,
  turnBy,
  widened,
} from './index';

type Pair = ReturnType<typeof membersOf>;
const C = 343.2;
const FRONT: PairFrame = { centreM: vec3(2, 1, 1.2), turnDeg: 0, tiltDeg: 0, rollDeg: 0, spacingM: 0.17, stackM: 0, angleDeg: 110, focusM: 1 };

test.each([
  [-6, 45.1, 0.414],
  [-3, 54.8, 0.366],
  [0, 63.4, 0.309],
  [3, 70.5, 0.25],
])('a cardioid mid with its side at %d dB is a crossed pair at ±%d° with A = %d (reference list)', (db, angle, share) => {
  const found = crossedPairOf('cardioid', 10 ** (db / 20));
  expect(Math.abs(found.halfAngleDeg - angle)).toBeLessThan(0.1);
  expect(Math.abs(found.pressureShare - share)).toBeLessThan(0.001);
});

test('mid-side decoded and its crossed pair hear every direction alike, but for one gain (seeded, both written out)', () => {
  fc.assert(
    fc.property(fc.double({ min: 0.1, max: 3, noNaN: true }), fc.double({ min: -180, max: 180, noNaN: true }), (width, degrees) => {
      const t = (degrees * Math.PI) / 180;
      // The side's plus looks left: positive for sources to the left, at negative angles.
      const left = 0.5 + 0.5 * Math.cos(t) + width * Math.sin(-t);
      const { halfAngleDeg, pressureShare: a } = crossedPairOf('cardioid', width);
      const crossed = a + (1 - a) * Math.cos(t + (halfAngleDeg * Math.PI) / 180);
      const gain = 0.5 + Math.hypot(0.5, width);
      expect(left).toBeCloseTo(gain * crossed, 9);
    }),
    { seed: 21 },
  );
});

test('encoded then decoded is what went in, to rounding; a width changes the sides and never the mono sum', () => {
  const random = createRandom(3);
  const sides = [0, 1].map(() => Float32Array.from({ length: 4000 }, () => random.between(-1, 1))) as [Float32Array, Float32Array];
  const back = decodeMidSide(encodeMidSide(sides));
  for (const side of [0, 1] as const) back[side].forEach((x, i) => void expect(Math.abs(x - (sides[side][i] as number))).toBeLessThan(1.3e-7));
  const wide = widened(sides, 1.7);
  wide[0].forEach((x, i) => {
    const sum = (sides[0][i] as number) + (sides[1][i] as number);
    expect(Math.abs(x + (wide[1][i] as number) - sum)).toBeLessThan(1e-6);
  });
});

test('the second school: 1 m omnis and crossed cardioids 90° reach three quarters where its sums say so (worked by hand)', () => {
  // 13 % per 0.1 ms: 75 % at 0.577 ms, which 1 m of spacing has at asin(0.198) = 11.4°.
  expect(recordingAngleDeg({ pattern: 'omni', spacingM: 1, angleDeg: 0 }, C, 'level and time added')).toBeCloseTo(11.42, 1);
  // 7.5 % per dB: 75 % at 10 dB between two cardioids at ±45°.
  const angle = recordingAngleDeg({ pattern: 'cardioid', spacingM: 0, angleDeg: 90 }, C, 'level and time added') ?? 0;
  const gain = (off: number): number => 0.5 + 0.5 * Math.cos((off * Math.PI) / 180);
  expect(20 * Math.log10(gain(angle - 45) / gain(angle + 45))).toBeCloseTo(10, 6);
});

test('two different microphones: each side has its own recording angle, and exchanging them exchanges the sides', () => {
  const pair = { pattern: 'cardioid', rightPattern: 'omni', spacingM: 0.3, angleDeg: 60 } as const;
  const turned = { ...pair, pattern: 'omni', rightPattern: 'cardioid' } as const;
  for (const side of [1, -1] as const)
    expect(recordingAngleDeg(pair, C, 'level and time traded', side) ?? -1).toBeCloseTo(
      recordingAngleDeg(turned, C, 'level and time traded', side === 1 ? -1 : 1) ?? -1,
      6,
    );
});

test('the image is monotone, symmetrical and continuous over the recording angle (seeded)', () => {
  fc.assert(
    fc.property(
      fc.constantFrom('omni', 'cardioid', 'supercardioid', 'figure-of-eight'),
      fc.double({ min: 0, max: 0.5, noNaN: true }),
      fc.double({ min: 0, max: 130, noNaN: true }),
      (pattern, spacingM, angleDeg) => {
        const pair = { pattern, spacingM, angleDeg } as const;
        const edge = Math.min(85, recordingAngleDeg(pair, C) ?? 85);
        // A figure-of-eight's own null and back lobe are beyond its axis by 90°.
        const last = pattern === 'figure-of-eight' || pattern === 'supercardioid' ? Math.min(edge, 85 - angleDeg / 2) : edge;
        let before = pairImageDeg(pair, 0, C);
        expect(before).toBeCloseTo(0, 9);
        for (let angle = 0.25; angle < last; angle += 0.25) {
          const now = pairImageDeg(pair, angle, C);
          expect(now).toBeGreaterThanOrEqual(before - 1e-9);
          expect(now - before).toBeLessThan(2.5);
          expect(pairImageDeg(pair, -angle, C)).toBeCloseTo(-now, 9);
          before = now;
        }
      },
    ),
    { seed: 31, numRuns: walks(20, 300) },
  );
});

test('the image goes on without a step over level and time (seeded)', () => {
  fc.assert(
    fc.property(fc.double({ min: -20, max: 20, noNaN: true }), fc.double({ min: -1.5e-3, max: 1.5e-3, noNaN: true }), (db, seconds) => {
      // The law's power of 0.81 is steep at nothing at all: a hundredth of a decibel there moves the image by a tenth of a degree at most.
      expect(Math.abs(imageAngleDeg(db + 0.01, seconds) - imageAngleDeg(db, seconds))).toBeLessThan(0.25);
    }),
    { seed: 32 },
  );
});

const row = (halfM: number, aheadM: number): Vec3[] => [-halfM, 0, halfM].map((x) => vec3(2 + x, 1 + aheadM, 1.2));

test('what an instrument takes up: 1.2 m either side at 1.2 m is ±45°', () => {
  const { leftDeg, rightDeg } = extentOf(FRONT, row(1.2, 1.2));
  expect(leftDeg).toBeCloseTo(-45, 9);
  expect(rightDeg).toBeCloseTo(45, 9);
});

test('every move that is offered makes it fit; an instrument too near is offered more distance, one too far less (seeded)', () => {
  let offered = 0;
  fc.assert(
    fc.property(
      fc.double({ min: 0.2, max: 2, noNaN: true }),
      fc.double({ min: 0.4, max: 3, noNaN: true }),
      fc.constantFrom('omni', 'cardioid', 'figure-of-eight'),
      fc.double({ min: 0, max: 0.6, noNaN: true }),
      fc.double({ min: 20, max: 140, noNaN: true }),
      fc.constantFrom('level and time traded', 'level and time added'),
      (halfM, aheadM, pattern, spacingM, angleDeg, school) => {
        const frame = { ...FRONT, spacingM, angleDeg };
        const points = row(halfM, aheadM);
        const before = fitOf({ pattern, spacingM, angleDeg }, extentOf(frame, points), C, school);
        for (const move of fittingMoves(frame, { pattern }, points, C, school)) {
          const after = { ...frame, ...move.frame };
          const now = fitOf({ pattern, spacingM: after.spacingM, angleDeg: after.angleDeg }, extentOf(after, points), C, school);
          expect([move.kind, now.fit]).toEqual([move.kind, 'fits']);
          if (move.kind === 'distance' && before.fit === 'too wide') expect(move.by).toBeGreaterThan(0);
          if (move.kind === 'distance' && before.fit === 'too narrow' && before.recordingDeg !== null) expect(move.by).toBeLessThan(0);
          offered++;
        }
      },
    ),
    { seed: 33, numRuns: walks(12, 200) },
  );
  expect(offered).toBeGreaterThan(12);
});

test('turned about the snare by any angle, its two strings stay equal, and the pair as far from it (seeded)', () => {
  const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
  fc.assert(
    fc.property(number(-179, 179), number(-89, 0), number(0.2, 1.2), number(-90, 90), (turnDeg, tiltDeg, spacingM, by) => {
      const snare = vec3(2.1, 1.3, 0.7);
      const frame = { ...FRONT, turnDeg, tiltDeg, spacingM };
      const [still, turned] = [0, by].map((degrees) => membersOf({ ...frame, ...turnBy(frame, snare, degrees) }, 'left-right')) as [Pair, Pair];
      const to = ({ positionM: p }: Pair['left']): number => Math.hypot(p.x - snare.x, p.y - snare.y, p.z - snare.z);
      expect(to(turned.left)).toBeCloseTo(to(turned.right), 9);
      expect(to(turned.left)).toBeCloseTo(to(still.left), 9);
    }),
    { seed: 35 },
  );
});

test('a pair 1 m wide over drums 1 m off is near; 17 cm at 2 m is not; most sources at the loudspeakers are too wide', () => {
  expect(isNear({ ...FRONT, spacingM: 1 }, row(0.5, 1))).toBe(true);
  expect(isNear(FRONT, row(0.5, 2))).toBe(false);
  expect(pictureFit([-1, 1, 1, 0])).toBe('too wide');
  expect(pictureFit([-1, 0, 1])).toBe('fits');
  expect(pictureFit([-1, 0.2, 0.5, 1, 0])).toBe('fits');
  expect(pictureFit([0.1, -0.2])).toBe('too narrow');
});

test('sliding or turning the pair makes both strings to a source equal, whichever way it looks (seeded)', () => {
  const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
  fc.assert(
    fc.property(number(-179, 179), number(-89, 60), number(0.1, 1.2), number(-1.5, 1.5), number(-1.5, 1.5), (turnDeg, tiltDeg, spacingM, x, y) => {
      const frame = { ...FRONT, turnDeg, tiltDeg, spacingM };
      const source = vec3(2 + x, 1 + y, 0.6);
      if (Math.hypot(x, y) < 0.05) return;
      const { slide, turn } = centringMoves(frame, source);
      for (const change of [slide, turn]) {
        const { left, right } = membersOf({ ...frame, ...change }, 'left-right');
        const to = ({ positionM: p }: typeof left): number => Math.hypot(p.x - source.x, p.y - source.y, p.z - source.z);
        expect(to(left)).toBeCloseTo(to(right), 9);
      }
    }),
    { seed: 34 },
  );
});
