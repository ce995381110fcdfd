import fc from 'fast-check';
import { boathouseKit } from '../../../demo/boathouse';
import { sayMetric as said } from '../../words';
import { absorptionWith, arrivalTable } from '../arrivals';
import { checkPlan } from '../checks';
import {
  addFurnishing,
  commit,
  editFurnishing,
  moveFurnishing,
  readSession,
  removeFurnishing,
  removeMicrophones,
  type Session,
  sessionProblem,
} from '../document';
import { createRandom, distance, vec3 } from '../math';
import { resolvePlan } from '../planning';
import { eyringSeconds, roomSurfaceM2, roomVolumeM3 } from '../room';
import { gapToSolid, type Solid, shadeDb } from '../solids';
import {
  collarSolid,
  FURNISHING_MODELS,
  type Furnishing,
  type FurnishingKind,
  furnishingSolid,
  modelOfFurnishing,
  SOFT_MODELS,
  softOctaves,
} from './index';

const furnishing = (kind: FurnishingKind, change: Partial<Furnishing> = {}): Furnishing => {
  const { widthM, heightM, bottomM, name } = modelOfFurnishing(kind);
  return { id: 'f', kind, name, positionM: { x: 2, y: 2 }, rotationDeg: 0, widthM, heightM, bottomM, microphoneId: null, ...change };
};
const HERTZ = [100, 400, 1600, 6400];
const lossThrough = (solid: Solid, from: [number, number, number], to: [number, number, number]): number[] | null =>
  shadeDb([solid], 'x', vec3(...from), vec3(...to), HERTZ, 343.2);

/** Kurze and Anderson 1971 in the plain: 5 + 20·lg(√(2πN)/tanh √(2πN)). */
const screen = (longerM: number, hertz: number): number => {
  const root = Math.sqrt((2 * Math.PI * 2 * longerM * hertz) / 343.2);
  return 5 + 20 * Math.log10(root / Math.tanh(root));
};

test('a wide high panel shades by the way over its top and what goes through it, both added in energy', () => {
  const panel = furnishingSolid(furnishing('panel', { widthM: 6, heightM: 1.8 }));
  const loss = lossThrough(panel, [2, 1, 1.2], [2, 3, 1.2]);
  // Over the top's two edges, 5 cm to each side of its middle: 0.6 m up from both ends a metre away.
  const longer = 2 * Math.hypot(0.95, 0.6) + 0.1 - 2;
  HERTZ.forEach((hertz, band) => {
    const through = FURNISHING_MODELS.panel.throughDb[band] as number;
    const both = -10 * Math.log10(10 ** (-screen(longer, hertz) / 10) + 10 ** (-through / 10));
    // The model bends the way over at the crossing of its tangents: a few centimetres longer over something thick.
    expect(Math.abs((loss?.[band] ?? 0) - both)).toBeLessThan(0.6);
  });
});

test('beside it nothing is shaded; a blanket keeps back less than a panel at every frequency', () => {
  const panel = furnishingSolid(furnishing('panel'));
  expect(lossThrough(panel, [0.5, 1, 1], [0.5, 3, 1])).toBeNull();
  const blanket = furnishingSolid(furnishing('blanket', { widthM: 1.2, heightM: 1.8, bottomM: 0 }));
  const [a, b] = [panel, blanket].map((solid) => lossThrough(solid, [2, 1, 1], [2, 3, 1]) ?? []);
  HERTZ.forEach((_, band) => expect((a?.[band] ?? 0) - (b?.[band] ?? 0)).toBeGreaterThan(0));
});

test('a panel is where it is said to be, however it is turned (seeded)', () => {
  const random = createRandom(91);
  for (let i = 0; i < 200; i++) {
    const one = furnishing('panel', { rotationDeg: random.between(-180, 180), positionM: { x: random.between(0, 5), y: random.between(0, 5) } });
    const { shape } = furnishingSolid(one);
    const turn = (one.rotationDeg * Math.PI) / 180;
    const inside = (along: number, across: number, up: number): boolean =>
      gapToSolid(
        shape,
        vec3(
          one.positionM.x + along * Math.cos(turn) - across * Math.sin(turn),
          one.positionM.y + along * Math.sin(turn) + across * Math.cos(turn),
          up,
        ),
      ) < 0;
    expect(inside(0, 0, 0.9)).toBe(true);
    expect([inside(0.59, 0, 1.79), inside(0.61, 0, 1), inside(0, 0.04, 1), inside(0, 0.06, 1)]).toEqual([true, false, true, false]);
  }
});

const kit = boathouseKit();
const withThem = (furnishings: readonly Furnishing[], session: Session = kit): Session => ({ ...session, furnishings });

test('a collar sits behind its capsule, goes along with it, and takes little (common practice)', () => {
  const [microphone] = resolvePlan(kit).microphones;
  if (!microphone) throw new Error('a microphone');
  const { shape } = collarSolid(furnishing('collar'), microphone.positionM, microphone.axis);
  expect(shape.form).toBe('box');
  if (shape.form !== 'box') return;
  expect(distance(shape.centreM, microphone.positionM)).toBeCloseTo(0.12, 6);
  const collared = withThem([furnishing('collar', { microphoneId: microphone.id })]);
  const plan = resolvePlan(collared);
  expect(plan.solids.filter(({ screen: soft }) => soft)).toHaveLength(1);
  const [before, after] = [arrivalTable(resolvePlan(kit)), arrivalTable(plan)];
  before.rows[0]?.forEach((was, s) => {
    const is = after.rows[0]?.[s];
    expect(was.directDb - (is?.directDb ?? 0)).toBeGreaterThan(-0.01);
    expect(was.directDb - (is?.directDb ?? 0)).toBeLessThan(10);
  });
  expect(checkPlan(after).filter(({ code }) => code === 'solid')).toEqual([]);
});

test('what is hung takes up sound: the room’s decay by its own area, and every channel’s room falls', () => {
  const blanket = furnishing('blanket', { positionM: { x: 0.2, y: 2 }, rotationDeg: 90 });
  const [before, after] = [arrivalTable(resolvePlan(kit)), arrivalTable(resolvePlan(withThem([blanket])))];
  const area = 2 * 1.6 * 1.9 * 0.4;
  const alpha = absorptionWith(kit.room, area);
  expect(alpha).toBeCloseTo(kit.room.absorption + area / roomSurfaceM2(kit.room), 9);
  expect(eyringSeconds(roomVolumeM3(kit.room), roomSurfaceM2(kit.room), alpha)).toBeLessThan(
    eyringSeconds(roomVolumeM3(kit.room), roomSurfaceM2(kit.room), kit.room.absorption),
  );
  before.rows.forEach((row, m) => {
    row.forEach((was, s) => {
      expect(after.rows[m]?.[s]?.roomDb).toBeLessThan(was.roomDb);
    });
  });
});

test('a blanket before a wall weakens that wall’s reflection and no other’s direct sound', () => {
  const source = resolvePlan(kit).sources[0];
  if (!source) throw new Error('a source');
  const close = furnishing('panel', { positionM: { x: 0.15, y: source.sides[0].positionM.y }, rotationDeg: 90, widthM: 4 });
  const [before, after] = [arrivalTable(resolvePlan(kit)), arrivalTable(resolvePlan(withThem([close])))];
  before.rows.forEach((row, m) => {
    expect(after.rows[m]?.[0]?.directDb).toBeCloseTo(row[0]?.directDb ?? 0, 6);
  });
});

test('a panel where a microphone stands is told, with a move that brings it out', () => {
  const [placed] = kit.microphones;
  if (!placed) throw new Error('a microphone');
  const on = furnishing('panel', { positionM: { x: placed.positionM.x, y: placed.positionM.y }, heightM: placed.positionM.z + 0.3 });
  const found = checkPlan(arrivalTable(resolvePlan(withThem([on])))).find(
    ({ code, microphoneIds }) => code === 'solid' && microphoneIds.includes(placed.id),
  );
  expect(said(found?.message)).toMatch(/is where Movable panel is/);
  expect(found?.move?.kind).toBe('place');
});

test('they are added, moved, turned and taken away by commands, each undone by its name; a collar goes with its microphone', () => {
  const panel = furnishing('panel');
  const steps = [addFurnishing(panel), moveFurnishing('f', { x: 1, y: 3 }), editFurnishing('f', { rotationDeg: 30 }), removeFurnishing('f')];
  let session = kit;
  for (const step of steps) {
    const done = commit(session, step, '2026-01-01T00:00:00.000Z');
    if (done.kind !== 'changed') throw new Error(done.kind);
    session = done.session;
  }
  expect(session.furnishings).toEqual([]);
  const [placed] = kit.microphones;
  const collared = withThem([furnishing('collar', { microphoneId: placed?.id ?? '' })]);
  expect(sessionProblem(collared)).toBeNull();
  const gone = commit(collared, removeMicrophones([placed?.id ?? '']), '2026-01-01T00:00:00.000Z');
  expect(gone.kind === 'changed' && gone.session.furnishings).toEqual([]);
});

test.each([
  ['a collar on nothing', furnishing('collar'), /furnishings\[0\].microphoneId/],
  ['a panel on a microphone', furnishing('panel', { microphoneId: kit.microphones[0]?.id ?? '' }), /furnishings\[0\].microphoneId/],
  ['a panel of no width', furnishing('panel', { widthM: 0 }), /furnishings\[0\].widthM/],
  ['another kind', { ...furnishing('panel'), kind: 'fountain' as FurnishingKind }, /furnishings\[0\].kind/],
])('what cannot be is refused by its field: %s', (_, odd, field) => {
  const read = readSession(JSON.parse(JSON.stringify(withThem([odd]))));
  expect(read.ok ? null : read.reason.facts.problem).toMatch(field);
});

test('a session of version 2 opens with nothing standing about', () => {
  const { furnishings: _none, ...rest } = kit;
  const read = readSession(JSON.parse(JSON.stringify({ ...rest, version: 2 })));
  expect(read.ok && read.value.furnishings).toEqual([]);
});

describe('how thick and how far off the wall', () => {
  test('as usual it takes up what its table says; twice as deep it does so an octave lower (quarter of a wave, worked by hand)', () => {
    expect(softOctaves({ kind: 'absorber' })).toEqual(SOFT_MODELS.absorber.octaves);
    expect(softOctaves({ kind: 'absorber', layerM: 0.05, airM: 0.05 })).toEqual(SOFT_MODELS.absorber.octaves);
    const deep = softOctaves({ kind: 'absorber', layerM: 0.1, airM: 0.1 }) ?? [];
    [0, 1, 2, 3, 4].forEach((octave) => void expect(deep[octave]).toBeCloseTo(SOFT_MODELS.absorber.octaves[octave + 1] as number, 9));
    expect(softOctaves({ kind: 'panel' })).toBeNull();
    expect(softOctaves({ kind: 'sofa', layerM: 0.4 })).toEqual(SOFT_MODELS.sofa.octaves);
  });
  test('more air never takes up less of the bass, a thinner layer never more of anything; no share leaves 0 to 1 (seeded)', () => {
    const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(fc.constantFrom('curtain', 'duvet', 'absorber'), number(0.005, 0.1), number(0, 0.3), number(0, 0.3), (kind, layerM, airM, more) => {
        const less = softOctaves({ kind, layerM, airM }) ?? [];
        const wider = softOctaves({ kind, layerM, airM: airM + more }) ?? [];
        expect((wider[0] as number) - (less[0] as number)).toBeGreaterThan(-1e-9);
        for (const share of [...less, ...wider]) expect(share >= 0 && share <= 1).toBe(true);
        const depth = layerM + airM;
        const thin = softOctaves({ kind, layerM: layerM / 2, airM: depth - layerM / 2 }) ?? [];
        thin.forEach((share, octave) => void expect(share).toBeLessThanOrEqual((less[octave] as number) + 1e-9));
      }),
      { seed: 51 },
    );
  });
});
