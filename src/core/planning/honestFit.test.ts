import { BOATHOUSE_SHELF } from '../../../demo/boathouse';
import { sayFinding } from '../../words';
import { arrivalTable } from '../arrivals';
import { checkPlan, type Finding } from '../checks';
import { addInstrument, newSession, type Session, type Shelf } from '../document';
import { familyOf, INSTRUMENT_KINDS, type Instrument } from '../instruments';
import { MICROPHONE_CATALOGUE } from '../microphones';
import { DEVICE_CATALOGUE, OUTBOARD_CATALOGUE, type SolveMilp } from '../patch';
import { loadMilpSolver } from '../patch/highs';
import { recipeById, recipesFor } from '../setups';
import { type FitReason, fitOf, placeSetup, resolvePlan, withExpectations } from './index';

/** What a patch would have to give and cannot, as codes. */
function demands(reason: FitReason | undefined): string[] {
  const told = reason?.code === 'patch' ? reason.said : null;
  const must = told && typeof told === 'object' && 'facts' in told ? told.facts.must : null;
  return must && typeof must === 'object' && 'each' in must
    ? must.each.map((one) => (typeof one === 'object' && 'code' in one ? one.code : String(one)))
    : [];
}
const inWords = (finding: Finding): string => sayFinding(finding, 'metric');

let solve: SolveMilp;
beforeAll(async () => {
  solve = await loadMilpSolver();
});

const FULL: Shelf = {
  ...BOATHOUSE_SHELF,
  microphones: MICROPHONE_CATALOGUE.map((model) => ({ ...model, count: 16 })),
  stands: BOATHOUSE_SHELF.stands.map((stand) => ({ ...stand, count: 16 })),
  devices: [1, 2, 3].flatMap((n) => BOATHOUSE_SHELF.devices.map((device) => ({ ...device, id: `${device.id}-${n}` }))),
};
const instrumentOf = (kind: Instrument['kind'], variant: string): Instrument => ({
  id: 'i',
  kind,
  variant,
  name: 'i',
  positionM: { x: 2.7, y: 2.1 },
  rotationDeg: 0,
  mirrored: false,
});
function roomWith(instrument: Instrument, shelf: Shelf = FULL): Session {
  const empty = newSession('s', 's', '2026-01-01T00:00:00.000Z', shelf);
  return addInstrument(instrument)({ ...empty, room: { ...empty.room, widthM: 5.4, depthM: 4.6, heightM: 2.7 } });
}
const recipe = (id: string) => {
  const found = recipeById(id);
  if (!found) throw new Error(id);
  return found;
};
let ids = 0;
const newId = (): string => `n${++ids}`;

test('where a set-up says Fine, placing it raises nothing to fix and nothing to improve, for every set-up of a build of each family', () => {
  let fine = 0;
  for (const kind of INSTRUMENT_KINDS) {
    const instrument = instrumentOf(kind, Object.keys(familyOf(kind).variants)[0] ?? '');
    const session = roomWith(instrument);
    for (const one of recipesFor(instrument, [])) {
      const { fits, reasons } = fitOf(session, one, instrument);
      if (!fits || reasons.length) continue;
      fine++;
      const up = placeSetup(session, one, 'i', newId).session;
      const found = withExpectations(up, checkPlan(arrivalTable(resolvePlan(up)))).filter(({ severity }) => severity !== 'note');
      expect([one.id, found.map(({ message }) => message)]).toEqual([one.id, []]);
    }
  }
  expect(fine).toBeGreaterThan(30);
});

test('two unlike microphones that stand in for a pair are told with what it means', () => {
  const guitar = instrumentOf('guitar', 'concert');
  const single = MICROPHONE_CATALOGUE.filter(({ kind }) => kind === 'small-condenser' || kind === 'large-condenser').map((model) => ({
    ...model,
    count: 1,
  }));
  const { reasons } = fitOf(roomWith(guitar, { ...FULL, microphones: single }), recipe('guitar-ortf'), guitar);
  expect(reasons).toContainEqual({ code: 'pair-unlike', facts: {} });
  expect(fitOf(roomWith(guitar), recipe('guitar-ortf'), guitar).reasons).toEqual([]);
});

test('microphones that need 48 V on inputs that have none are a reason against', () => {
  const guitar = instrumentOf('guitar', 'concert');
  const dead = BOATHOUSE_SHELF.devices.map((device) => ({ ...device, inputs: device.inputs.map((input) => ({ ...input, phantomBank: null })) }));
  const condensers = MICROPHONE_CATALOGUE.filter(({ phantom }) => phantom === 'needs').map((model) => ({ ...model, count: 4 }));
  const { fits, reasons } = fitOf(roomWith(guitar, { ...FULL, devices: dead, microphones: condensers }), recipe('guitar-ortf'), guitar, solve);
  expect(fits).toBe(false);
  expect(reasons.map(demands)).toContainEqual(['must-have-power']);
});

test('a passive ribbon beside a condenser on one phantom switch does not fit before something shields it: the solver is asked', () => {
  const guitar = instrumentOf('guitar', 'concert');
  const mixer = DEVICE_CATALOGUE.filter(({ id }) => id === 'small-mixer');
  const two = ['small-condenser', 'passive-ribbon'].flatMap((id) =>
    MICROPHONE_CATALOGUE.filter((model) => model.id === id).map((model) => ({ ...model, count: 1 })),
  );
  const shelf = { ...FULL, devices: mixer, microphones: two };
  const recipes = recipesFor(guitar).filter(({ microphones }) => microphones.length === 2);
  const asked = recipes.filter((one) => fitOf(roomWith(guitar, shelf), one, guitar).isPatchOpen);
  expect(asked.length).toBeGreaterThan(2);
  for (const one of asked) {
    const judged = fitOf(roomWith(guitar, shelf), one, guitar, solve);
    expect([one.id, judged.fits, judged.isPatchOpen]).toEqual([one.id, false, false]);
    expect(demands(judged.reasons[0])).toEqual(['must-have-power', 'must-not-have-power']);
    const outboard = OUTBOARD_CATALOGUE.filter(({ id }) => id === 'phantom-blocker');
    // The patch is no reason any more. A figure-of-eight ribbon in place of a cardioid that is angled outward is one of its own: its side looks at the guitar.
    const after = fitOf(roomWith(guitar, { ...shelf, outboard }), one, guitar, solve);
    expect(after.reasons.filter(({ code }) => code === 'patch')).toEqual([]);
    expect([one.id, after.fits]).toEqual([one.id, one.id !== 'guitar-ortf']);
  }
});

test('a French horn says how far its player is from half way', () => {
  const horn = instrumentOf('brass', 'french-horn');
  const session = { ...roomWith(horn), room: { ...roomWith(horn).room, depthM: 7 } };
  const near = session.instruments.map((instrument) => ({ ...instrument, positionM: { x: 2.7, y: 1.2 } }));
  const reasons = fitOf({ ...session, instruments: near }, recipe('french-horn-reflected'), near[0] as Instrument).reasons;
  expect(reasons).toContainEqual({
    code: 'off-midway',
    facts: { behind: { metres: expect.closeTo(1.2, 3) }, best: { metres: expect.closeTo(3.25, 2) } },
  });
});

describe('what stands in', () => {
  const only = (kind: string): Shelf => ({
    ...FULL,
    microphones: MICROPHONE_CATALOGUE.filter((model) => model.kind === kind).map((model) => ({ ...model, count: 4 })),
  });
  test('a condenser for a ribbon is a cardioid, unless the set-up rests on two lobes (common practice)', () => {
    const trumpet = instrumentOf('brass', 'trumpet');
    const placed = placeSetup(roomWith(trumpet, only('large-condenser')), recipe('trumpet-axis'), 'i', newId).session.microphones[0];
    expect(placed?.pattern).toBe('cardioid');
    const singer = instrumentOf('voice', 'singer');
    const shared = placeSetup(roomWith(singer, only('large-condenser')), recipe('voice-shared'), 'i', newId).session.microphones[0];
    expect(shared?.pattern).toBe('figure-of-eight');
  });
  test('a microphone for the low speaker is not wired the other way: no flip', () => {
    const kit = instrumentOf('drum-kit', 'four-piece');
    const flippedOf = (shelf: Shelf): boolean | undefined =>
      placeSetup(roomWith(kit, shelf), recipe('kick-low'), 'i', newId).session.microphones.find(({ name }) => name === 'Kick low speaker')?.flipped;
    expect(flippedOf(FULL)).toBe(true);
    expect(flippedOf(only('moving-coil'))).toBe(false);
  });
  test('a closed kick says that its front head must come off', () => {
    const kit = instrumentOf('drum-kit', 'four-piece');
    const session = roomWith(kit);
    const closed = session.instruments.map((instrument) => ({
      ...instrument,
      pieces: KICK_CLOSED,
    }));
    const up = placeSetup({ ...session, instruments: closed }, recipe('kick-inside'), 'i', newId).session;
    const said = checkPlan(arrivalTable(resolvePlan(up))).map(inWords);
    expect(said).toContainEqual(expect.stringMatching(/front head must come off/));
  });
});

const KICK_CLOSED = [
  { id: 'kick', kind: 'kick', name: 'Kick', diameterIn: 22, depthIn: 16, xM: 0.1, yM: 0.02, zM: 0.29, tiltDeg: 0, resonantHead: true, ported: false },
] as const;
