import { addInstrument, admitOwnSession, commit, newSession, type Session, turnHanded } from '../document';
import { geometryOf, handed, INSTRUMENT_KINDS, type Instrument, placedGeometry, pointFromRoom } from '../instruments';
import { MICROPHONE_CATALOGUE } from '../microphones';
import { recipesFor } from '../setups';
import { STAND_CATALOGUE } from '../stands';
import { ownSetupFrom, placeSetup } from './index';

const SHELF = {
  microphones: MICROPHONE_CATALOGUE.map((model) => ({ ...model, count: 12 })),
  devices: [],
  stands: STAND_CATALOGUE.map((stand) => ({ ...stand, count: 9 })),
  setups: [],
};
const kit = (mirrored: boolean): Instrument => ({
  id: 'i',
  kind: 'drum-kit',
  variant: 'five-piece',
  name: 'Kit',
  positionM: { x: 3, y: 2.6 },
  rotationDeg: 0,
  mirrored,
});
const roomWith = (instrument: Instrument): Session =>
  addInstrument(instrument)({
    ...newSession('s', 'S', '2026-11-25T10:00:00.000Z', SHELF),
    room: { widthM: 6, depthM: 6, heightM: 3, temperatureC: 20, absorption: 0.2, glass: [] },
  });
let ids = 0;
const newId = (): string => `n${++ids}`;

/** How far to the player's own right a point is; the player sits behind the kit and looks forward, mirrored or not. */
const toTheRight = (instrument: Instrument, point: { x: number; y: number; z: number }): number =>
  pointFromRoom({ ...instrument, mirrored: false }, point).x;

const LEFT = /\bleft\b/i;
const RIGHT = /\bright\b/i;

describe.each([false, true])('left and right are the player’s own, left-handed: %s', (mirrored) => {
  const instrument = kit(mirrored);
  test.each(recipesFor(instrument).map((recipe) => [recipe.name, recipe] as const))('%s', (_, recipe) => {
    const { session } = placeSetup(roomWith(instrument), recipe, 'i', newId);
    const across = (id: string): number => {
      const placed = session.microphones.find((microphone) => microphone.id === id);
      return placed ? toTheRight(instrument, placed.positionM) : 0;
    };
    for (const pair of session.pairs) {
      const [left, right] = [pair.leftId, pair.rightId].map((id) => session.microphones.find((placed) => placed.id === id));
      if (!left || !right || !LEFT.test(left.name) || !RIGHT.test(right.name)) continue;
      // A pair that looks back at the player has its left on the player's right: what it is named for is the picture.
      const looksBack =
        pointFromRoom({ ...instrument, mirrored: false }, left.aimM).y < pointFromRoom({ ...instrument, mirrored: false }, left.positionM).y - 0.2;
      if (!looksBack) expect([left.name, across(left.id) <= across(right.id) + 1e-3]).toEqual([left.name, true]);
    }
    for (const placed of session.microphones)
      if (/shoulder/.test(recipe.name)) expect(Math.sign(toTheRight(instrument, placed.positionM))).toBe(RIGHT.test(recipe.name) ? 1 : -1);
  });
  test('marks say the side that they are on', () => {
    for (const mark of geometryOf(instrument).marks)
      if (/shoulder/.test(mark.id))
        expect([mark.name, toTheRight(instrument, mark.positionM) > toTheRight(instrument, { x: 3, y: 2.6, z: 0 })]).toEqual([
          mark.name,
          RIGHT.test(mark.name),
        ]);
  });
});

test('a set-up put up for a left-handed kit is the one that turning the kit round gives, names, labels and pairs included', () => {
  for (const recipe of recipesFor(kit(false))) {
    const turned = commit(
      admitOwnSession(placeSetup(roomWith(kit(false)), recipe, 'i', newId).session),
      turnHanded('i', true),
      '2026-11-25T10:01:00.000Z',
    );
    if (turned.kind !== 'changed') throw new Error(`${recipe.name}: ${JSON.stringify(turned)}`);
    const straight = placeSetup(roomWith(kit(true)), recipe, 'i', newId).session;
    const told = (session: Session): string[] =>
      session.pairs.map((pair) =>
        [pair.leftId, pair.rightId].map((id) => session.microphones.find((placed) => placed.id === id)?.name).join(' and '),
      );
    if (recipe.microphones.some(({ place }) => place.rule === 'array')) continue;
    const names = (session: Session): string[] => session.microphones.map(({ name, label }) => `${label} ${name}`).sort();
    expect([recipe.name, names(turned.session), told(turned.session)]).toEqual([recipe.name, names(straight), told(straight)]);
    for (const placed of turned.session.microphones) {
      const twin = straight.microphones.find(({ name }) => name === placed.name);
      // Storage keeps tenths of a millimetre; microphones that the room pushed in from a wall are not mirrored.
      const pushed = placed.positionM.x < 0.1 || placed.positionM.y < 0.1 || (twin?.positionM.x ?? 0) > 5.9;
      for (const axis of ['x', 'y', 'z'] as const)
        if (!pushed)
          expect([
            recipe.name,
            placed.name,
            axis,
            Math.abs(placed.positionM[axis] - (twin?.positionM[axis] ?? Number.NaN)) < 1e-3 || `${placed.positionM[axis]} ${twin?.positionM[axis]}`,
          ]).toEqual([recipe.name, placed.name, axis, true]);
    }
  }
});

test('turned and turned back nothing has changed; a set-up saved from a left-handed kit fits a right-handed one', () => {
  const [recipe] = recipesFor(kit(false));
  if (!recipe) throw new Error('there are set-ups');
  const { session } = placeSetup(roomWith(kit(false)), recipe, 'i', newId);
  const there = turnHanded('i', true)(session);
  const back = turnHanded('i', false)(there);
  expect(back.microphones.map(({ name, label }) => [name, label])).toEqual(session.microphones.map(({ name, label }) => [name, label]));
  expect(back.pairs.map(({ leftId, rightId }) => [leftId, rightId])).toEqual(session.pairs.map(({ leftId, rightId }) => [leftId, rightId]));
  const own = ownSetupFrom(there, 'i', 'own', 'Mine');
  if (!own) throw new Error('a set-up is saved');
  const again = placeSetup(roomWith(kit(false)), own, 'i', newId).session;
  for (const placed of session.microphones) {
    const twin = again.microphones.find(({ name }) => name === placed.name);
    for (const axis of ['x', 'y', 'z'] as const) expect(placed.positionM[axis]).toBeCloseTo(twin?.positionM[axis] ?? Number.NaN, 3);
  }
});

test('instruments of the usual build keep their words (seeded over all kinds)', () => {
  for (const kind of INSTRUMENT_KINDS) {
    const usual = placedGeometry({ ...kit(false), kind, variant: 'none' });
    const turned = placedGeometry({ ...kit(true), kind, variant: 'none' });
    expect(turned.marks.map(({ name }) => handed(name, true))).toEqual(usual.marks.map(({ name }) => name));
  }
});
