import fc from 'fast-check';
import { add, distance, dot, normalize, rotateAboutZ, subtract, vec3 } from '../math';
import { type Decoding, frameOf, type Members, membersOf, nearestFrame, type PairFrame } from './index';

const number = (low: number, high: number) => fc.double({ min: low, max: high, noNaN: true });
const frames: fc.Arbitrary<PairFrame> = fc.record({
  centreM: fc.record({ x: number(0, 6), y: number(0, 6), z: number(0, 3) }),
  turnDeg: number(-179, 179),
  tiltDeg: number(-89, 89),
  rollDeg: number(-80, 80),
  spacingM: number(0.01, 2),
  stackM: fc.constantFrom(0, 0.04),
  angleDeg: number(-120, 170),
  focusM: number(0.3, 3),
});
const FRONT: PairFrame = { centreM: vec3(2, 1, 1.5), turnDeg: 0, tiltDeg: 0, rollDeg: 0, spacingM: 0.17, stackM: 0, angleDeg: 110, focusM: 0.5 };
const apart = (a: Members, b: Members): number =>
  Math.max(...(['left', 'right'] as const).flatMap((side) => [distance(a[side].positionM, b[side].positionM), distance(a[side].aimM, b[side].aimM)]));

describe('where a pair’s microphones are', () => {
  test('17 cm and 110° facing +y: capsules 8.5 cm either side, axes 55° out (definition of the technique)', () => {
    const { left, right } = membersOf(FRONT, 'left-right');
    expect(left.positionM.x).toBeCloseTo(1.915, 9);
    expect(right.positionM.x).toBeCloseTo(2.085, 9);
    const look = (m: Members['left']) => normalize(subtract(m.aimM, m.positionM));
    expect(look(left).x).toBeCloseTo(-Math.sin((55 * Math.PI) / 180), 9);
    expect(look(left).y).toBeCloseTo(Math.cos((55 * Math.PI) / 180), 9);
    expect((Math.acos(dot(look(left), look(right))) * 180) / Math.PI).toBeCloseTo(110, 6);
  });
  test('a pair straight down keeps left and right of where it is turned; roll lifts the right end', () => {
    const down = membersOf({ ...FRONT, tiltDeg: -90, angleDeg: 0 }, 'left-right');
    expect(down.left.aimM.z).toBeCloseTo(1, 9);
    expect(down.right.positionM.x - down.left.positionM.x).toBeCloseTo(0.17, 9);
    const rolled = membersOf({ ...FRONT, rollDeg: 30 }, 'left-right');
    expect(rolled.right.positionM.z - rolled.left.positionM.z).toBeCloseTo(0.085, 9);
  });
  test('mid-side: the mid looks where the pair looks, the side’s plus to the left of it', () => {
    const { left, right } = membersOf({ ...FRONT, spacingM: 0, stackM: 0.04, angleDeg: 0 }, 'mid-side');
    expect(subtract(left.aimM, left.positionM).y).toBeCloseTo(0.5, 9);
    expect(subtract(right.aimM, right.positionM).x).toBeCloseTo(-0.5, 9);
    expect(right.positionM.z - left.positionM.z).toBeCloseTo(0.04, 9);
  });
});

describe('which frame two microphones stand in', () => {
  test.each(['left-right', 'mid-side'] as Decoding[])('%s: the members of a frame give its members again (seeded)', (decoding) => {
    fc.assert(
      fc.property(frames, (frame) => {
        const members = membersOf(frame, decoding);
        const found = frameOf(members, decoding);
        return found !== null && apart(membersOf(found, decoding), members) < 1e-6;
      }),
      { seed: 611 },
    );
  });
  test('spacing and angle survive moving and turning the whole pair (seeded)', () => {
    fc.assert(
      fc.property(
        frames.map((frame) => ({ ...frame, stackM: 0 })),
        number(-3, 3),
        (frame, turn) => {
          const carried = (m: Members['left']) => ({
            positionM: add(rotateAboutZ(m.positionM, turn), vec3(1, 2, 0)),
            aimM: add(rotateAboutZ(m.aimM, turn), vec3(1, 2, 0)),
          });
          const { left, right } = membersOf(frame, 'left-right');
          const found = frameOf({ left: carried(left), right: carried(right) }, 'left-right');
          return found !== null && Math.abs(found.spacingM - frame.spacingM) < 1e-6 && Math.abs(found.angleDeg - frame.angleDeg) < 0.01;
        },
      ),
      { seed: 612 },
    );
  });
  test('equal strings to one point are a regular pair, crossing in front; unequal ones are not', () => {
    const at = vec3(2, 2, 0.7);
    const left = { positionM: vec3(1.4, 1.5, 1.6), aimM: at };
    const right = { positionM: vec3(2.6, 1.5, 1.6), aimM: at };
    const frame = frameOf({ left, right }, 'left-right');
    expect(frame?.spacingM).toBeCloseTo(1.2, 9);
    expect(frame?.angleDeg).toBeLessThan(0);
    expect(frameOf({ left, right: { ...right, positionM: vec3(2.6, 1.5, 1.9) } }, 'left-right')).toBeNull();
  });
  test('two that look at one another have no frame; two that stand unlike still have a nearest one', () => {
    const a = { positionM: vec3(0, 0, 1), aimM: vec3(1, 0, 1) };
    const b = { positionM: vec3(2, 0, 1), aimM: vec3(1, 0, 1) };
    expect(nearestFrame({ left: a, right: b }, 'left-right')).toBeNull();
    const c = { positionM: vec3(2, 0, 1), aimM: vec3(2, 1, 1.3) };
    expect(nearestFrame({ left: { positionM: vec3(1, 0, 1), aimM: vec3(1, 1, 1) }, right: c }, 'left-right')).not.toBeNull();
  });
});
