import fc from 'fast-check';
import { sayMetric } from '../../words';
import { distance, dot, magnitude, type Vec3 } from '../math';
import {
  choiceOf,
  directionFromRoom,
  directionToRoom,
  familyOf,
  INSTRUMENT_KINDS,
  type Instrument,
  localGeometry,
  placedGeometry,
  pointFromRoom,
  pointToRoom,
  type Stance,
} from './index';

const number = fc.double({ min: -5, max: 5, noNaN: true });
const vector = fc.record({ x: number, y: number, z: number });
const stance: fc.Arbitrary<Stance> = fc.record({
  positionM: fc.record({ x: number, y: number }),
  rotationDeg: fc.double({ min: -360, max: 360, noNaN: true }),
  mirrored: fc.boolean(),
});
const near = (a: Vec3, b: Vec3): boolean => distance(a, b) < 1e-9;

test('into the room and back is the same place and the same way (seeded)', () => {
  fc.assert(
    fc.property(
      stance,
      vector,
      (where, p) => near(pointFromRoom(where, pointToRoom(where, p)), p) && near(directionFromRoom(where, directionToRoom(where, p)), p),
    ),
    { seed: 51 },
  );
});

test('distances and angles are the same in either frame (seeded)', () => {
  fc.assert(
    fc.property(stance, vector, vector, (where, a, b) => {
      const [p, q] = [pointToRoom(where, a), pointToRoom(where, b)];
      const [u, v] = [directionToRoom(where, a), directionToRoom(where, b)];
      return (
        Math.abs(distance(p, q) - distance(a, b)) < 1e-9 && Math.abs(dot(u, v) - dot(a, b)) < 1e-7 && Math.abs(magnitude(u) - magnitude(a)) < 1e-9
      );
    }),
    { seed: 52 },
  );
});

test('facing the front wall, the player’s right is the room’s right; mirrored it is the left', () => {
  const plain: Stance = { positionM: { x: 2, y: 1 }, rotationDeg: 0, mirrored: false };
  expect(pointToRoom(plain, { x: 1, y: 0, z: 0 }).x).toBe(3);
  expect(pointToRoom({ ...plain, mirrored: true }, { x: 1, y: 0, z: 0 }).x).toBe(1);
  // A quarter turn anticlockwise: forward becomes leftward.
  const turned = directionToRoom({ ...plain, rotationDeg: 90 }, { x: 0, y: 1, z: 0 });
  expect(turned.x).toBeCloseTo(-1, 9);
});

const every = INSTRUMENT_KINDS.flatMap((kind) =>
  Object.keys(familyOf(kind).variants).map(
    (variant): Instrument => ({ id: 'i', kind, variant, name: 'i', positionM: { x: 2, y: 3 }, rotationDeg: 37, mirrored: true }),
  ),
);

test.each(every.map((instrument) => [`${instrument.kind}, ${instrument.variant}`, instrument] as const))(
  '%s: turned and mirrored, marks and sources stay as far from each other',
  (_, instrument) => {
    const [local, placed] = [localGeometry(instrument), placedGeometry(instrument)];
    expect(placed.marks.map((mark) => mark.id)).toEqual(local.marks.map((mark) => mark.id));
    local.marks.forEach((mark, m) => {
      local.sources.forEach((source, s) => {
        const before = distance(mark.positionM, source.sides[0].positionM);
        const after = distance(placed.marks[m]?.positionM as Vec3, placed.sources[s]?.sides[0].positionM as Vec3);
        expect(after).toBeCloseTo(before, 9);
      });
    });
    expect(placed.keepOuts).toHaveLength(local.keepOuts.length);
  },
);

test.each(every.map((instrument) => [`${instrument.kind}, ${instrument.variant}`, instrument] as const))(
  '%s: marks have names of their own, keep-outs say why, a basis is given',
  (_, instrument) => {
    const { marks, keepOuts, sources } = localGeometry(instrument);
    expect(new Set(marks.map((mark) => mark.id)).size).toBe(marks.length);
    expect(new Set(marks.map((mark) => mark.name)).size).toBe(marks.length);
    expect(new Set(keepOuts.map((volume) => volume.id)).size).toBe(keepOuts.length);
    for (const volume of keepOuts) {
      expect(sayMetric(volume.why)).toMatch(/here/);
      expect(volume.radiusM).toBeGreaterThan(0);
      expect(volume.pointsM.length).toBeGreaterThan(0);
    }
    // Planning levels at 1 m: 76 dB SPL (strings along a neck) to 124 (a snare) (table of planning levels, from memory, ±6 dB).
    for (const source of sources) {
      expect(source.peakSplDb).toBeGreaterThanOrEqual(76);
      expect(source.peakSplDb).toBeLessThanOrEqual(124);
      expect(source.spectrumDb.reduce((sum, db) => sum + 10 ** (db / 10), 0)).toBeCloseTo(1, 9);
      expect(source.allRoundShare).toBeGreaterThan(0.3);
    }
    expect(familyOf(instrument.kind).variants[instrument.variant]?.basis.length).toBeGreaterThan(15);
  },
);

test('every choice changes something one can see or hear, and an unknown one is the usual', () => {
  for (const kind of INSTRUMENT_KINDS) {
    const family = familyOf(kind);
    const [variant] = Object.keys(family.variants);
    const base: Instrument = { id: 'i', kind, variant: variant ?? '', name: 'i', positionM: { x: 0, y: 0 }, rotationDeg: 0, mirrored: false };
    for (const choice of family.choices) {
      const seen = choice.options.map(({ value }) => {
        const needed = choice.when ? { [choice.when.choice]: choice.when.value } : {};
        const { shapes, sources } = localGeometry({ ...base, choices: { ...needed, [choice.id]: value } });
        return JSON.stringify([shapes.map((shape) => [shape.form, shape.weight, shape.points]), sources]);
      });
      expect([kind, choice.id, new Set(seen).size]).toEqual([kind, choice.id, choice.options.length]);
      expect(choiceOf({ ...base, choices: { [choice.id]: 'nonsense' } }, choice)).toBe(choice.options[0]?.value);
    }
  }
});

test('a kick without its port has no port to tape from; a lower head off lets more out below', () => {
  const kit: Instrument = { id: 'i', kind: 'drum-kit', variant: 'four-piece', name: 'i', positionM: { x: 0, y: 0 }, rotationDeg: 0, mirrored: false };
  const { pieces } = { pieces: localGeometry(kit) };
  expect(pieces.marks.some((mark) => mark.id === 'kick-port')).toBe(true);
  const plain = { id: 'tom', kind: 'tom', name: 'Tom', diameterIn: 12, depthIn: 8, xM: 0, yM: 0, zM: 0.8, tiltDeg: 0, resonantHead: true } as const;
  const kick = { ...plain, id: 'kick', kind: 'kick', name: 'Kick', diameterIn: 22, depthIn: 16, zM: 0.29, ported: false } as const;
  expect(localGeometry({ ...kit, pieces: [kick] }).marks.some((mark) => mark.id === 'kick-port')).toBe(false);
  const below = (resonantHead: boolean): number =>
    localGeometry({ ...kit, pieces: [{ ...plain, resonantHead }] }).sources[0]?.sides[1]?.levelDb ?? Number.NaN;
  expect(below(false)).toBeGreaterThan(below(true));
});
