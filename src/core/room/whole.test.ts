import fc from 'fast-check';
import { boathouseKit } from '../../../demo/boathouse';
import { arrivalTable } from '../arrivals';
import { readSession, type Session } from '../document';
import { resolvePlan } from '../planning';
import {
  absorptionFor,
  arauSeconds,
  boxModes,
  eyringSeconds,
  fitzroySeconds,
  flutters,
  MATERIALS,
  meanAbsorption,
  missingAreaM2,
  modeAt,
  modeWeight,
  octaveAbsorption,
  octaveDecays,
  type Room,
  roomSurfaceM2,
  roomVolumeM3,
  scoreSpot,
  strongModes,
} from './index';

const C = 343.2;
const box = (change: Partial<Room> = {}): Room => ({ widthM: 5, depthM: 4, heightM: 2.4, temperatureC: 20, absorption: 0.2, glass: [], ...change });

describe('absorption and decay by octave', () => {
  test('a room without named surfaces is what it always was: one figure in every octave, Eyring', () => {
    const room = box();
    expect(meanAbsorption(room)).toBe(0.2);
    for (const { seconds, formula } of octaveDecays(room, C)) {
      expect(formula).toBe('Eyring');
      expect(seconds).toBeCloseTo(eyringSeconds(48, 83.2, 0.2), 9);
    }
  });
  test('five brick walls and ceiling over heavy carpet at 1 kHz, summed by hand: (63.2 · 0.04 + 20 · 0.37)/83.2', () => {
    const brick = {
      'left wall': 'brick',
      'right wall': 'brick',
      'front wall': 'brick',
      'back wall': 'brick',
      ceiling: 'brick',
      floor: 'carpet',
    } as const;
    expect(octaveAbsorption(box({ surfaces: brick }))[3]).toBeCloseTo((63.2 * 0.04 + 20 * 0.37) / 83.2, 12);
    expect(octaveDecays(box({ surfaces: brick }), C)[3]?.formula).toBe('Arau-Puchades');
  });
  // Fitzroy 1959 and Arau-Puchades 1988, written out plainly: 0.161·V/(−S·ln(1−α)) of each couple, added by share and as powers.
  test('Fitzroy and Arau-Puchades by their formulas written out', () => {
    const couples = [
      { areaM2: 19.2, absorption: 0.05 },
      { areaM2: 24, absorption: 0.1 },
      { areaM2: 40, absorption: 0.5 },
    ];
    const k = ((24 * Math.log(10)) / C) * 48;
    const of = (alpha: number): number => k / (-83.2 * Math.log(1 - alpha));
    expect(fitzroySeconds(48, couples, C)).toBeCloseTo((19.2 * of(0.05) + 24 * of(0.1) + 40 * of(0.5)) / 83.2, 9);
    expect(arauSeconds(48, couples, C)).toBeCloseTo(of(0.05) ** (19.2 / 83.2) * of(0.1) ** (24 / 83.2) * of(0.5) ** (40 / 83.2), 9);
  });
  test('of an evenly treated room the three agree; Arau-Puchades is never above Fitzroy (means: geometric, arithmetic)', () => {
    const share = fc.double({ min: 0.02, max: 0.8, noNaN: true });
    fc.assert(
      fc.property(share, share, share, (a, b, c) => {
        const couples = [a, b, c].map((absorption, i) => ({ absorption, areaM2: 10 + 5 * i }));
        const even = couples.map(({ areaM2 }) => ({ areaM2, absorption: a }));
        const [arau, fitzroy] = [arauSeconds(40, couples), fitzroySeconds(40, couples)];
        return (
          arau <= fitzroy * (1 + 1e-12) &&
          Math.abs(arauSeconds(40, even) / eyringSeconds(40, 45, a) - 1) < 1e-9 &&
          Math.abs(fitzroySeconds(40, even) / eyringSeconds(40, 45, a) - 1) < 1e-9
        );
      }),
      { seed: 5 },
    );
  });
  test('absorption for a decay gives that decay, and the missing area makes up for it', () => {
    const room = box();
    const wanted = absorptionFor(room, 0.3, C);
    expect(eyringSeconds(roomVolumeM3(room), roomSurfaceM2(room), wanted, C)).toBeCloseTo(0.3, 9);
    expect(missingAreaM2(room, 0.3, C)).toBeCloseTo(83.2 * (wanted - 0.2), 9);
  });
  test('every coefficient is a share', () => {
    for (const { absorbs } of Object.values(MATERIALS)) for (const share of absorbs) expect(share > 0 && share <= 1).toBe(true);
  });
});

test('flutter: two bare walls 4 m apart ring every 2 · 4/343.2 s = 23.3 ms; a curtain on one ends it', () => {
  const bare = box({ surfaces: { 'front wall': 'concrete', 'back wall': 'plaster' }, absorption: 0.3 });
  const [one, ...others] = flutters(bare, C);
  expect(others).toEqual([]);
  expect((one?.periodS ?? 0) * 1000).toBeCloseTo(23.31, 2);
  expect(flutters({ ...bare, surfaces: { ...bare.surfaces, 'back wall': 'curtain' } }, C)).toEqual([]);
});

describe('modes on a map', () => {
  test('against the closed form on a grid: full at walls and corners, none on nodal planes, the wave equation holds between', () => {
    const size = [5, 4, 2.4] as const;
    for (const mode of boxModes(size, C, 120)) {
      expect(Math.abs(modeAt(mode, size, [0, 0, 0]))).toBe(1);
      const [nx] = mode.orders;
      if (nx > 0) expect(Math.abs(modeAt(mode, size, [size[0] / (2 * nx), 1.3, 0.7]))).toBeLessThan(1e-12);
      // −∇²p = k²·p by differences, k = 2πf/c (Kuttruff).
      const h = 1e-3;
      const at: [number, number, number] = [1.234, 0.777, 0.91];
      const p = (x: number, y: number, z: number): number => modeAt(mode, size, [x, y, z]);
      const here = p(...at);
      const laplace =
        (p(at[0] + h, at[1], at[2]) +
          p(at[0] - h, at[1], at[2]) +
          p(at[0], at[1] + h, at[2]) +
          p(at[0], at[1] - h, at[2]) +
          p(at[0], at[1], at[2] + h) +
          p(at[0], at[1], at[2] - h) -
          6 * here) /
        h ** 2;
      const k = (2 * Math.PI * mode.frequencyHz) / C;
      expect(Math.abs(-laplace - k * k * here)).toBeLessThan(1e-3);
    }
  });
  test('an axial mode weighs twice a tangential one and four times an oblique one (mean squares)', () => {
    const weight = (orders: [number, number, number]): number => modeWeight({ orders, frequencyHz: 1 });
    expect([weight([1, 0, 0]), weight([1, 1, 0]), weight([1, 1, 1])]).toEqual([1, 0.5, 0.25]);
  });
});

test('a session of version 3 opens with a box room of the same absorption, and hears the same to the last digit', () => {
  const kit = boathouseKit();
  const { brief: _brief, ready: _ready, ...older } = kit;
  const read = readSession(JSON.parse(JSON.stringify({ ...older, version: 3 })));
  if (!read.ok) throw new Error(JSON.stringify(read.reason));
  expect(read.value.room).toEqual(kit.room);
  expect([read.value.brief, read.value.ready]).toEqual([{}, {}]);
  const heard = (session: Session): unknown =>
    arrivalTable(resolvePlan(session)).rows.map((row) => row.map(({ levelDb, roomDb, delaySeconds }) => [levelDb, roomDb, delaySeconds]));
  expect(heard(read.value)).toEqual(heard(kit));
});

describe('scores of places', () => {
  const place = (room: Room) =>
    fc.record({
      x: fc.double({ min: 0.05, max: room.widthM - 0.05, noNaN: true }),
      y: fc.double({ min: 0.05, max: room.depthM - 0.05, noNaN: true }),
      z: fc.double({ min: 0.3, max: 1.6, noNaN: true }),
    });
  test('a room’s mirror image scores the same', () => {
    const room = box({ glass: ['left wall'] });
    const mirrored = box({ glass: ['right wall'] });
    const modes = strongModes(room, C, [40, 200]);
    fc.assert(
      fc.property(
        place(room),
        (at) => Math.abs(scoreSpot(room, modes, at).score - scoreSpot(mirrored, modes, { ...at, x: room.widthM - at.x }).score) < 1e-9,
      ),
      { seed: 11 },
    );
  });
  test('off the nearest wall is never worse for that part, as long as it stays the nearest', () => {
    const room = box({ glass: ['front wall'] });
    fc.assert(
      fc.property(place(room), fc.double({ min: 0, max: 0.3, noNaN: true }), (at, by) => {
        const nearest = at.x <= Math.min(room.widthM - at.x, at.y, room.depthM - at.y);
        if (!nearest || at.x + by > room.widthM / 2) return true;
        return scoreSpot(room, [], { ...at, x: at.x + by }).walls >= scoreSpot(room, [], at).walls - 1e-12;
      }),
      { seed: 12 },
    );
  });
  test('glass is kept off farther than plaster', () => {
    const at = { x: 1, y: 2, z: 1 };
    expect(scoreSpot(box({ glass: ['left wall'] }), [], at).walls).toBeLessThan(scoreSpot(box(), [], at).walls);
  });
  test('on the node of a room’s one strong mode it is clear of it, at the wall it drives it fully', () => {
    const room = box();
    const along = boxModes([5, 4, 2.4], C, 35);
    expect(scoreSpot(room, along, { x: 2.5, y: 1, z: 1 }).modes).toBeCloseTo(1, 9);
    expect(scoreSpot(room, along, { x: 0, y: 1, z: 1 }).modes).toBeCloseTo(0, 9);
  });
});
