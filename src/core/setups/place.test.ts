import type { Instrument } from '../instruments';
import { placedGeometry } from '../instruments';
import { createRandom, cross, distance, dot, magnitude, normalize, scale, subtract, type Vec3, vec3 } from '../math';
import { distanceToWall } from '../room';
import { placeRecipe } from './index';
import type { AimRule, Placement, PointRule } from './recipe';
import { arrayOf, at, axis, COIL, mic, offset, string, toward } from './write';

const ROOM = { widthM: 9, depthM: 9, heightM: 4, temperatureC: 20, absorption: 0.2, glass: [] };
const kit = (change: Partial<Instrument> = {}): Instrument => ({
  id: 'i',
  kind: 'drum-kit',
  variant: 'four-piece',
  name: 'i',
  positionM: { x: 4.5, y: 4.5 },
  rotationDeg: 0,
  mirrored: false,
  ...change,
});

function put(instrument: Instrument, place: Placement, aim: AimRule = at('snare-centre'), room = ROOM) {
  const { placed } = placeRecipe({ microphones: [mic('m', 'M', 'M', null, place, aim, COIL)] }, instrument, room);
  const [one] = placed;
  if (!one) throw new Error('placed');
  return one;
}
const mark = (instrument: Instrument, id: string): Vec3 => {
  const found = placedGeometry(instrument).marks.find((candidate) => candidate.id === id);
  if (!found) throw new Error(id);
  return found.positionM;
};
const side = (instrument: Instrument, id: string, which: 0 | 1 = 0) => {
  const found = placedGeometry(instrument).sources.find((candidate) => candidate.id === id)?.sides[which];
  if (!found) throw new Error(id);
  return found;
};
const degrees = (a: Vec3, b: Vec3): number => (Math.acos(Math.max(-1, Math.min(1, dot(normalize(a), normalize(b))))) * 180) / Math.PI;

/** Each rule is held to its own words, wherever the kit stands and however it is turned. */
const STANCES: readonly Instrument[] = [
  kit(),
  kit({ rotationDeg: 73 }),
  kit({ mirrored: true }),
  kit({ rotationDeg: -140, mirrored: true, positionM: { x: 3.5, y: 5 } }),
];

describe.each(STANCES.map((instrument) => [`turned ${instrument.rotationDeg}°${instrument.mirrored ? ', left-handed' : ''}`, instrument] as const))(
  '%s',
  (_, instrument) => {
    test('a string is as long as it says', () => {
      for (const [length, azimuth, elevation] of [
        [1, -75, 58],
        [0.4, 120, 10],
        [1.3, 0, 89],
      ] as const)
        expect(distance(put(instrument, string('snare-centre', length, azimuth, elevation)).positionM, mark(instrument, 'snare-centre'))).toBeCloseTo(
          length,
          9,
        );
    });
    test('straight up is up, whatever the azimuth', () => {
      const from = mark(instrument, 'snare-centre');
      const place = put(instrument, string('snare-centre', 1, 40, 90)).positionM;
      expect([place.x - from.x, place.y - from.y, place.z - from.z].map((v) => Number(v.toFixed(9)) + 0)).toEqual([0, 0, 1]);
    });
    test('an offset is as far as its three numbers say (Pythagoras)', () => {
      expect(distance(put(instrument, offset('kick-front', 0.3, 0.4, 0)).positionM, mark(instrument, 'kick-front'))).toBeCloseTo(0.5, 9);
    });
    test('over the rim: the height is over the head, the inset is inside the rim', () => {
      const head = side(instrument, 'snare');
      // A head of 14 inches has a radius of 17.78 cm.
      for (const insetOfRadius of [0, 0.1, 0.3, 1]) {
        const place = put(instrument, { rule: 'rim', source: 'snare', azimuthDeg: 33, insetOfRadius, heightOfRadius: 0.3 }).positionM;
        const off = subtract(place, head.positionM);
        expect(dot(off, head.normal)).toBeCloseTo(0.3 * 0.1778, 9);
        const inPlane = magnitude(subtract(off, scale(head.normal, dot(off, head.normal))));
        expect(inPlane).toBeCloseTo(0.1778 * (1 - insetOfRadius), 6);
      }
    });
    test('under the rim is on the other side of the drum', () => {
      const [top, under] = [side(instrument, 'snare'), side(instrument, 'snare', 1)];
      const place = put(instrument, { rule: 'rim', source: 'snare', azimuthDeg: 0, insetOfRadius: 0.3, heightOfRadius: 0.4, under: true }).positionM;
      expect(dot(subtract(place, under.positionM), under.normal)).toBeCloseTo(0.4 * 0.1778, 9);
      expect(dot(subtract(place, top.positionM), top.normal)).toBeLessThan(0);
    });
    test('inside a drum: so far along its depth, so far off its axis', () => {
      const [batter, front] = [side(instrument, 'kick'), side(instrument, 'kick', 1)];
      const place = put(instrument, { rule: 'inside', source: 'kick', inOfDepth: 0.4, rightOfRadius: 0.3, downOfRadius: 0.4 }).positionM;
      const deep = distance(batter.positionM, front.positionM);
      const off = subtract(place, batter.positionM);
      // 22 by 16 inches: off the axis by the other two sides of a triangle of 3 to 4 to 5.
      expect(deep).toBeCloseTo(0.4064, 4);
      expect(dot(off, normalize(subtract(front.positionM, batter.positionM)))).toBeCloseTo(0.4 * deep, 6);
      expect(magnitude(off)).toBeCloseTo(Math.hypot(0.4 * deep, 0.5 * 0.2794), 6);
    });
    test('two strings at once: both lengths hold, whichever way they are turned', () => {
      for (const turnDeg of [-80, -10, 0, 45, 120]) {
        const rule: PointRule = { rule: 'strings', marks: ['snare-centre', 'kick-beater'], lengthsM: [1, 1.15], turnDeg };
        const place = put(instrument, rule).positionM;
        expect(distance(place, mark(instrument, 'snare-centre'))).toBeCloseTo(1, 6);
        expect(distance(place, mark(instrument, 'kick-beater'))).toBeCloseTo(1.15, 6);
      }
    });
    test('two strings too short to meet are let out alike', () => {
      const place = put(instrument, { rule: 'strings', marks: ['snare-centre', 'kick-front'], lengthsM: [0.1, 0.1], turnDeg: 0 }).positionM;
      expect(distance(place, mark(instrument, 'snare-centre'))).toBeCloseTo(distance(place, mark(instrument, 'kick-front')), 6);
    });
    test('an array: as far apart as it says, about its middle, each turned out by half the angle', () => {
      const about = offset('snare-centre', 0.1, 0.9, 0.5);
      const microphones = arrayOf({ about, facing: 'snare-centre', spacingM: 0.17, angleDeg: 110, target: null, kinds: COIL });
      const { placed } = placeRecipe({ microphones }, instrument, ROOM);
      const [left, right] = placed;
      const middle = put(instrument, about).positionM;
      if (!left || !right) throw new Error('placed');
      expect(distance(left.positionM, right.positionM)).toBeCloseTo(0.17, 9);
      expect(distance(left.positionM, middle)).toBeCloseTo(0.085, 9);
      const [l, r] = [left, right].map((one) => subtract(one.aimM, one.positionM));
      const forward = subtract(mark(instrument, 'snare-centre'), middle);
      expect(degrees(l as Vec3, r as Vec3)).toBeCloseTo(110, 6);
      expect(degrees(l as Vec3, forward)).toBeCloseTo(55, 6);
      // Left is left as the pair looks: right of it lies the other one.
      const toTheRight = cross(forward, vec3(0, 0, 1));
      expect(dot(subtract(right.positionM, left.positionM), toTheRight)).toBeGreaterThan(0);
      expect(dot(l as Vec3, toTheRight)).toBeLessThan(dot(r as Vec3, toTheRight));
    });
    test('an aim by angles looks that far down', () => {
      const one = put(instrument, offset('snare-centre', 0, 0, 1), toward(30, -70));
      expect(degrees(subtract(one.aimM, one.positionM), vec3(0, 0, -1))).toBeCloseTo(20, 6);
    });
  },
);

describe('off a bell’s axis', () => {
  const horn: Instrument = { ...kit(), kind: 'brass', variant: 'trumpet' };
  test('distance and angle hold together (seeded)', () => {
    for (let seed = 1; seed <= 40; seed++) {
      const random = createRandom(seed);
      const distanceM = random.between(0.1, 1);
      const [up, right] = seed % 2 ? [random.between(-80, 80), 0] : [0, random.between(-80, 80)];
      const bell = side(horn, 'bell');
      const place = put(horn, axis('bell', distanceM, up, right), at('bell')).positionM;
      expect(distance(place, bell.positionM)).toBeCloseTo(distanceM, 9);
      expect(degrees(subtract(place, bell.positionM), bell.normal)).toBeCloseTo(Math.abs(up || right), 5);
    }
  });
  test('up is up and right is the player’s right', () => {
    const bell = side(horn, 'bell').positionM;
    expect(put(horn, axis('bell', 0.5, 40, 0), at('bell')).positionM.z).toBeGreaterThan(bell.z);
    expect(put(horn, axis('bell', 0.5, 0, 40), at('bell')).positionM.x).toBeGreaterThan(bell.x);
    const left = { ...horn, mirrored: true };
    expect(put(left, axis('bell', 0.5, 0, 40), at('bell')).positionM.x).toBeLessThan(side(left, 'bell').positionM.x);
  });
});

describe('the room', () => {
  test('off the wall behind: as far from it as it says, through the player', () => {
    const horn: Instrument = { ...kit({ positionM: { x: 4, y: 2.4 } }), kind: 'brass', variant: 'french-horn' };
    const place = put(horn, { rule: 'off-wall', playerShare: 0.5, heightM: 1.2, clearM: 0.5 }, at('head')).positionM;
    expect(place).toEqual({ x: expect.closeTo(4, 9), y: expect.closeTo(4.8, 9), z: 1.2 });
    const turned: Instrument = { ...horn, rotationDeg: 90, positionM: { x: 6, y: 4 } };
    // In a room too short for it, as far as keeps clear of the other wall.
    expect(
      put({ ...horn, positionM: { x: 4, y: 5 } }, { rule: 'off-wall', playerShare: 0.5, heightM: 1.2, clearM: 0.5 }, at('head')).positionM.y,
    ).toBeCloseTo(8.5, 9);
    expect(9 - put(turned, { rule: 'off-wall', playerShare: 0.5, heightM: 1.2, clearM: 0.5 }, at('head')).positionM.x).toBeCloseTo(6, 9);
  });
  test('a wall is met where a ray meets it (similar triangles)', () => {
    const box = { ...ROOM, widthM: 4, depthM: 3 };
    expect(distanceToWall(box, vec3(1, 1, 1), vec3(1, 0, 0))).toBeCloseTo(3, 9);
    expect(distanceToWall(box, vec3(1, 1, 1), normalize(vec3(-1, -1, 0)))).toBeCloseTo(Math.SQRT2, 9);
    expect(distanceToWall(box, vec3(1, 1, 1), vec3(0, 0, 1))).toBe(Infinity);
  });
  test('what does not fit gives way to the nearest place inside, and says by how much', () => {
    const low = { ...ROOM, heightM: 1.5 };
    const one = put(kit(), offset('snare-centre', 0, 0, 1.5), at('snare-centre'), low);
    expect(one.positionM.z).toBeLessThan(1.5);
    expect(one.gaveWayM).toBeCloseTo(mark(kit(), 'snare-centre').z + 1.5 - one.positionM.z, 9);
    expect(put(kit(), offset('snare-centre', 0, 0, 0.3)).gaveWayM).toBe(0);
  });
  test('a mark that is not there is named, an optional one is not', () => {
    const wanted = [
      mic('a', 'A', 'Cowbell', null, offset('cowbell', 0, 0, 0.1), at('cowbell'), COIL),
      mic('b', 'B', 'Gong', null, offset('gong', 0, 0, 0.1), at('gong'), COIL, 'cardioid', { optional: true }),
    ];
    expect(placeRecipe({ microphones: wanted }, kit(), ROOM)).toEqual({ placed: [], missing: ['Cowbell'] });
  });
});
