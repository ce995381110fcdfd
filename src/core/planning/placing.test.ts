import { BOATHOUSE_SHELF, boathouseKit, boathouseSessions } from '../../../demo/boathouse';
import { sayMetric } from '../../words';
import { arrivalTable } from '../arrivals';
import { checkPlan } from '../checks';
import {
  addInstrument,
  aimByAngles,
  alignMicrophones,
  anglesOf,
  commit,
  editMicrophone,
  markPosition,
  moveInstrument,
  moveMicrophone,
  newSession,
  removeInstrument,
  type Session,
  shiftMicrophones,
  turnMicrophones,
} from '../document';
import { exportSession, exportSetup, importDocument, tapeListCsv } from '../exchange';
import { choiceOf, facingOf, familyOf, type Instrument } from '../instruments';
import { distance, vec3 } from '../math';
import { MICROPHONE_CATALOGUE } from '../microphones';
import { adviseKinds, placeForBalance, RECIPES, recipeById, schoolsOfKinds, toneLinesFor, tonePlaces, voiceOverGuitarDb } from '../setups';
import { tapeList } from '../tape';
import { fitOf, ownSetupFrom, placeSetup, putUpSetup, resolvePlan, snapPlace, tryOut, withExpectations } from './index';

const kit = boathouseKit();
const of = (session: Session, name: string) => {
  const found = session.microphones.find((microphone) => microphone.name === name);
  if (!found) throw new Error(name);
  return found;
};

describe('moving', () => {
  test('a held string keeps its length wherever the microphone is dragged', () => {
    const overhead = of(kit, 'Overhead left');
    const mark = markPosition(kit, 'demo-instrument', 'snare-centre') ?? vec3(0, 0, 0);
    const held = editMicrophone(overhead.id, { heldString: { instrumentId: 'demo-instrument', markId: 'snare-centre', lengthM: 1 } })(kit);
    const swung = moveMicrophone(overhead.id, vec3(1.2, 2.8, 2))(held);
    expect(distance(of(swung, 'Overhead left').positionM, mark)).toBeCloseTo(1, 9);
  });
  test('several go as one: distances between them stay; the locked one stays behind', () => {
    const ids = kit.microphones.map((microphone) => microphone.id);
    const moved = shiftMicrophones(ids, vec3(0.1, 0.05, 0.02))(kit);
    const gap = (session: Session): number => distance(of(session, 'Overhead left').positionM, of(session, 'Overhead right').positionM);
    expect(gap(moved)).toBeCloseTo(gap(kit), 9);
    expect(of(moved, 'Snare').aimM.x - of(kit, 'Snare').aimM.x).toBeCloseTo(0.1, 9);
    const locked = shiftMicrophones(ids, vec3(0.1, 0, 0))(editMicrophone(of(kit, 'Snare').id, { locked: true })(kit));
    expect(of(locked, 'Snare').positionM).toEqual(of(kit, 'Snare').positionM);
  });
  test('a full turn in steps comes back (symmetry)', () => {
    const ids = kit.pairs.flatMap((pair) => [pair.leftId, pair.rightId]);
    let turned = kit;
    for (let i = 0; i < 72; i++) turned = turnMicrophones(ids, 5)(turned);
    expect(distance(of(turned, 'Overhead left').positionM, of(kit, 'Overhead left').positionM)).toBeLessThan(1e-9);
  });
  test('aligning: heights alike, strings alike', () => {
    const [a, b] = [of(kit, 'Overhead left').id, of(kit, 'Snare').id];
    expect(of(alignMicrophones([a, b], 'height')(kit), 'Snare').positionM.z).toBe(of(kit, 'Overhead left').positionM.z);
    const from = markPosition(kit, 'demo-instrument', 'snare-centre') ?? vec3(0, 0, 0);
    const spread = moveMicrophone(of(kit, 'Overhead right').id, vec3(3.2, 2.2, 1.8))(kit);
    const even = alignMicrophones([a, of(kit, 'Overhead right').id], 'string', from)(spread);
    expect(distance(of(even, 'Overhead right').positionM, from)).toBeCloseTo(distance(of(even, 'Overhead left').positionM, from), 9);
  });
  test('an instrument takes its microphones, aims and stands along; strings stay as long as they were', () => {
    const moved = moveInstrument('demo-instrument', { x: 2.9, y: 2.3 }, 30)(kit);
    for (const name of ['Kick', 'Snare', 'Overhead left', 'Overhead right']) {
      const before = distance(of(kit, name).positionM, markPosition(kit, 'demo-instrument', 'snare-centre') ?? vec3(0, 0, 0));
      expect(distance(of(moved, name).positionM, markPosition(moved, 'demo-instrument', 'snare-centre') ?? vec3(0, 0, 0))).toBeCloseTo(before, 9);
    }
    expect(of(moved, 'Snare').stand?.baseM.x).not.toBe(of(kit, 'Snare').stand?.baseM.x);
  });
  test('an instrument taken away leaves no reference behind: the session still comes through its own door', () => {
    const holding = editMicrophone(of(kit, 'Snare').id, { heldString: { instrumentId: 'demo-instrument', markId: 'snare-centre', lengthM: 1 } })(kit);
    const result = commit(holding, removeInstrument('demo-instrument'), kit.updatedAt);
    const without = result.kind === 'changed' ? result.session : holding;
    expect(without.instruments).toEqual([]);
    expect(importDocument(exportSession(without))).toEqual(expect.objectContaining({ ok: true }));
  });
});

describe('what a set-up expects', () => {
  const [, , , , congas] = boathouseSessions();
  const raw = checkPlan(arrivalTable(resolvePlan(congas as Session)));
  test('is told as a note with the reason; nothing is left out', () => {
    const told = withExpectations(congas as Session, raw);
    expect(told.map((finding) => finding.id).sort()).toEqual(raw.map((finding) => finding.id).sort());
    const leak = told.find((finding) => finding.code === 'leak');
    expect(leak?.severity).toBe('note');
    expect(leak).toEqual(expect.objectContaining({ expected: true, expectedBy: { setupId: expect.any(String) } }));
  });
  test('not for microphones placed by hand', () => {
    const byHand = { ...(congas as Session), microphones: (congas as Session).microphones.map((placed) => ({ ...placed, setupId: null })) };
    expect(withExpectations(byHand, raw).map((finding) => finding.severity)).toEqual(raw.map((finding) => finding.severity));
  });
});

describe('aiming by angles', () => {
  test('what is set is what is read, at the same distance (seeded by steps)', () => {
    const { id, positionM, aimM } = of(kit, 'Snare');
    for (const turnDeg of [-170, -90, 0, 45, 120])
      for (const tiltDeg of [-80, -30, 0, 60]) {
        const aimed = of(aimByAngles(id, { turnDeg, tiltDeg })(kit), 'Snare');
        const look = { x: aimed.aimM.x - positionM.x, y: aimed.aimM.y - positionM.y, z: aimed.aimM.z - positionM.z };
        expect(anglesOf(look).turnDeg).toBeCloseTo(turnDeg, 6);
        expect(anglesOf(look).tiltDeg).toBeCloseTo(tiltDeg, 6);
        expect(distance(aimed.aimM, positionM)).toBeCloseTo(distance(aimM, positionM), 9);
      }
  });
  test('straight down has a tilt and no turn', () => expect(anglesOf(vec3(0, 0, -1))).toEqual({ turnDeg: 0, tiltDeg: -90 }));
});

test('the tape list as CSV carries what was read beside what was planned', () => {
  const plan = resolvePlan(kit);
  const entries = tapeList(plan);
  const [first] = entries;
  if (!first) throw new Error('entries');
  const lines = tapeListCsv(plan, entries, [{ microphoneId: first.microphoneId, from: first.ref, lengthM: 0.27 }], 'metric', sayMetric)
    .trim()
    .split('\r\n');
  expect(lines[0]).toBe('Label,Microphone,From,Planned cm,Within cm,Read cm,Turn °,Tilt °,Looks');
  expect(lines[1]).toMatch(/^K,Kick,Floor,20\.3,[\d.]+,27\.0,\d+,-?\d+,end toward Kick beater spot$/);
  expect(lines).toHaveLength(entries.length + 1);
  const inches = tapeListCsv(plan, entries, [], 'imperial', sayMetric).split('\r\n');
  expect(inches[0]).toBe('Label,Microphone,From,Planned in,Within in,Read in,Turn °,Tilt °,Looks');
  expect(inches[1]).toMatch(/^K,Kick,Floor,8\.0,/);
});

describe('snapping', () => {
  const table = arrivalTable(resolvePlan(kit));
  const snare = table.plan.sources.find((source) => source.id === 'snare')?.sides[0].positionM ?? null;
  const right = of(kit, 'Overhead right');
  test('near the partner’s string it clicks into the same length', () => {
    const wanted = vec3(right.positionM.x + 0.008, right.positionM.y, right.positionM.z + 0.008);
    const snapped = snapPlace(kit, table, right.id, wanted, snare);
    expect(snapped.why).toMatchObject({ code: 'as-far-as', facts: { name: 'Overhead left' } });
    // Within storage precision: the partner stands where 0.1 mm allows.
    expect(Math.abs(distance(snapped.positionM, snare ?? vec3(0, 0, 0)) - 1)).toBeLessThan(1e-4);
  });
  test('far from everything it runs free', () => {
    const wanted = vec3(4.3, 3.9, 2.04);
    expect(snapPlace(kit, table, right.id, wanted, null)).toEqual({ positionM: wanted, why: null });
  });
});

describe('whether a set-up fits', () => {
  const instrument = kit.instruments[0] as Instrument;
  const bare: Session = { ...kit, microphones: [], pairs: [], tape: [], patch: {} };
  const recipe = (id: string) => {
    const found = recipeById(id);
    if (!found) throw new Error(id);
    return found;
  };
  test('too few microphones, inputs and stands are each told with how many it needs and how many are free', () => {
    const { fits, reasons } = fitOf(bare, recipe('kit-twelve'), instrument);
    expect(fits).toBe(false);
    expect(reasons).toContainEqual({ code: 'microphones-short', facts: { needed: 12, free: expect.any(Number) } });
    expect(reasons).toContainEqual({ code: 'inputs-short', facts: { needed: 12, free: 8 } });
  });
  test('a low ceiling is told with what it leaves', () => {
    const low = { ...bare, room: { ...bare.room, heightM: 1.9 } };
    expect(fitOf(low, recipe('kit-four-spaced'), instrument).reasons).toContainEqual({
      code: 'ceiling-near',
      facts: { gap: { metres: expect.closeTo(0.39, 1) }, place: expect.stringMatching(/^Overhead (left|right)$/) },
    });
    const lower = { ...bare, room: { ...bare.room, heightM: 1.5 } };
    expect(fitOf(lower, recipe('kit-four-spaced'), instrument).fits).toBe(true);
    expect(fitOf({ ...bare, room: { ...bare.room, depthM: 4 } }, recipe('kit-room-omni'), instrument).reasons[0]).toEqual({
      code: 'room-small',
      facts: { by: { metres: expect.any(Number) }, place: 'Room' },
    });
  });
  test('what must be changed on the instrument is told, and done when it is placed', () => {
    const guitar = addInstrument({
      id: 'g',
      kind: 'guitar',
      variant: 'concert',
      name: 'g',
      positionM: { x: 2.5, y: 2 },
      rotationDeg: 0,
      mirrored: false,
    })(bare);
    const own = guitar.instruments.find((candidate) => candidate.id === 'g') as Instrument;
    expect(fitOf(guitar, recipe('voice-and-guitar'), own).reasons).toContainEqual({ code: 'sings-too', facts: {} });
    const placed = placeSetup(guitar, recipe('voice-and-guitar'), 'g', () => 'm').session;
    const singing = placed.instruments.find((candidate) => candidate.id === 'g') as Instrument;
    expect(choiceOf(singing, familyOf('guitar').choices[2] as never)).toBe('yes');
  });
  test('a trial leaves the session as it was', () => {
    const before = JSON.stringify(kit);
    tryOut(kit, recipe('kit-eight'), instrument.id);
    expect(JSON.stringify(kit)).toBe(before);
  });
});

describe('a set-up of one’s own', () => {
  test('saved, written to a file, read back and placed, it stands where it stood', () => {
    const setup = ownSetupFrom(kit, 'demo-instrument', 'own', 'Saturday');
    if (!setup) throw new Error('setup');
    const imported = importDocument(exportSetup(setup));
    if (!imported.ok || imported.kind !== 'setup') throw new Error('imported');
    let ids = 0;
    const again = placeSetup(
      { ...kit, microphones: [], pairs: [], tape: [], patch: {} },
      imported.setup,
      'demo-instrument',
      () => `n${++ids}`,
    ).session;
    for (const microphone of kit.microphones) expect(distance(of(again, microphone.name).positionM, microphone.positionM)).toBeLessThan(1e-4);
    expect(again.pairs).toHaveLength(kit.pairs.length);
  });
  test('a file whose mark is no text is refused by its field', () => {
    const setup = ownSetupFrom(kit, 'demo-instrument', 'own', 'Saturday');
    const text = exportSetup(setup as NonNullable<typeof setup>).replace('"offset"', '"beside"');
    const imported = importDocument(text);
    expect(imported.ok ? '' : sayMetric(imported.reason)).toMatch(/setup\.microphones.*Nothing was changed/);
  });
});

describe('voice and guitar on one microphone', () => {
  const [, song] = boathouseSessions();
  const plan = resolvePlan(song as Session);
  const [voice, guitar] = ['voice', 'guitar'].map((id) => plan.sources.find((source) => source.id === id));
  const microphone = plan.microphones[0];
  const forward = facingOf(song?.instruments[0] as Instrument).forward;
  test('at the mouth it is all voice, at the guitar all guitar (common practice)', () => {
    if (!voice || !guitar || !microphone) throw new Error('song');
    const near = (source: typeof voice): number => {
      const at = source.sides[0].positionM;
      return voiceOverGuitarDb(
        { ...microphone, positionM: vec3(at.x + 0.15 * forward.x, at.y + 0.15 * forward.y, at.z), axis: vec3(-forward.x, -forward.y, 0) },
        voice,
        guitar,
        plan,
      );
    };
    expect(near(voice)).toBeGreaterThan(6);
    expect(near(guitar)).toBeLessThan(-3);
  });
  test.each([-2, -1, 0, 1])('%d dB is met within 0.05 dB by the place it names', (wanted) => {
    if (!voice || !guitar || !microphone) throw new Error('song');
    const place = placeForBalance(microphone, voice, guitar, forward, 0.3, wanted, plan);
    expect(place.stopReason).toBe('met');
    const there = { ...microphone, positionM: place.positionM, axis: vec3(-forward.x, -forward.y, 0) };
    expect(Math.abs(voiceOverGuitarDb(there, voice, guitar, plan) - wanted)).toBeLessThanOrEqual(0.05 + 1e-9);
  });
  test('what cannot be met says how near it came', () => {
    if (!voice || !guitar || !microphone) throw new Error('song');
    const place = placeForBalance(microphone, voice, guitar, forward, 1.2, 12, plan);
    expect(place.stopReason).toBe('nearest there is');
    expect(place.residualDb).toBeGreaterThan(1);
  });
});

describe('tone guide and kinds', () => {
  test('every line has all its stops on every variant, none in the player’s way of measure', () => {
    for (const kind of ['guitar', 'drum-kit', 'brass', 'saxophone', 'grand-piano', 'upright-piano', 'cajon', 'hand-drums'] as const)
      for (const variant of Object.keys(familyOf(kind).variants)) {
        const instrument: Instrument = { id: 'i', kind, variant, name: 'i', positionM: { x: 3, y: 2.5 }, rotationDeg: 0, mirrored: false };
        const microphone = resolvePlan(kit).microphones[0];
        for (const line of toneLinesFor(instrument)) {
          const places = tonePlaces(line, instrument, microphone as NonNullable<typeof microphone>, {
            room: { ...kit.room, widthM: 7, depthM: 7, heightM: 3 },
            speedOfSoundMps: 343.2,
          });
          expect([variant, line.id, places.length]).toEqual([variant, line.id, line.stops.length]);
          for (const place of places) expect(place.distanceM).toBeLessThan(1.6);
        }
      }
  });
  test('off a bell’s axis it is darker (common practice)', () => {
    const trumpet: Instrument = {
      id: 'i',
      kind: 'brass',
      variant: 'trumpet',
      name: 'i',
      positionM: { x: 3, y: 2.5 },
      rotationDeg: 0,
      mirrored: false,
    };
    const [line] = toneLinesFor(trumpet);
    const microphone = resolvePlan(kit).microphones[0];
    const places = line
      ? tonePlaces(line, trumpet, microphone as NonNullable<typeof microphone>, {
          room: { ...kit.room, widthM: 7, depthM: 7 },
          speedOfSoundMps: 343.2,
        })
      : [];
    expect(places[2]?.highShadeDb ?? 0).toBeLessThan((places[0]?.highShadeDb ?? 0) - 1);
  });
  test.each([
    ['very loud in a bare room: moving-coil', { peakSplDb: 140, quietPlaying: false, treated: false, noisy: false, horn: false }, 'moving-coil'],
    [
      'quiet playing in a quiet, treated room: large condenser',
      { peakSplDb: 95, quietPlaying: true, treated: true, noisy: false, horn: false },
      'large-condenser',
    ],
    ['horns: ribbon', { peakSplDb: 126, quietPlaying: false, treated: true, noisy: false, horn: true }, 'ribbon'],
  ] as const)('%s (common practice)', (_, question, kind) => {
    const [best] = adviseKinds(question, MICROPHONE_CATALOGUE);
    expect(best?.kind).toBe(kind);
    expect(best?.because.length).toBeGreaterThan(0);
  });
});

// Common practice: strings and bars want a quick condenser, a saxophone close by a dynamic, brass a ribbon; a loud drum in a bare room a dynamic.
test('the kind goes by what is played, and where schools differ both are told', () => {
  const asked = (instrument: Parameters<typeof adviseKinds>[0]['instrument'], treated: boolean, peakSplDb = 100) =>
    schoolsOfKinds(
      adviseKinds(
        { peakSplDb, quietPlaying: false, treated, noisy: false, horn: instrument === 'brass', ...(instrument && { instrument }) },
        MICROPHONE_CATALOGUE,
      ),
    ).map(({ kind }) => kind);
  expect(asked('guitar', true)[0]).toBe('small-condenser');
  expect(asked('guitar', false)).toEqual(expect.arrayContaining(['small-condenser', 'moving-coil']));
  expect(asked('grand-piano', true)[0]).toBe('small-condenser');
  expect(asked('saxophone', false)[0]).toBe('moving-coil');
  expect(asked('brass', true, 126)[0]).toBe('ribbon');
  expect(asked('drum-kit', false, 140)[0]).toBe('moving-coil');
  expect(new Set(['guitar', 'saxophone', 'brass'].map((kind) => asked(kind as 'guitar', true)[0])).size).toBe(3);
});

test('the demo: five sessions, each through its own door, each with its microphones up', () => {
  const sessions = boathouseSessions();
  expect(sessions).toHaveLength(5);
  for (const session of sessions) {
    expect(importDocument(exportSession(session))).toEqual({ ok: true, kind: 'session', session });
    expect(session.microphones.length).toBeGreaterThan(0);
  }
  expect(RECIPES.length).toBeGreaterThan(60);
  expect(newSession('a', 'b', '2026-01-01T00:00:00.000Z', BOATHOUSE_SHELF).tape).toEqual([]);
});

describe('what a set-up asks of an instrument', () => {
  const guitar = {
    id: 'g',
    kind: 'guitar',
    variant: 'dreadnought',
    name: 'Guitar',
    positionM: { x: 2.5, y: 2 },
    rotationDeg: 0,
    mirrored: false,
  } as const;
  const room = addInstrument(guitar)({ ...kit, instruments: [], microphones: [], pairs: [], patch: {}, tape: [] });
  const singing = RECIPES.find((recipe) => recipe.instrument === 'guitar' && recipe.needs?.voice === 'yes');
  const plain = RECIPES.find((recipe) => recipe.instrument === 'guitar' && !recipe.needs && recipe.microphones.length === 1);
  let ids = 0;
  const newId = (): string => `w${++ids}`;
  const voiceOf = (session: Session): string | undefined => session.instruments[0]?.choices?.voice;
  test('goes with it when it is replaced, and stays while one of its microphones does', () => {
    if (!singing || !plain) throw new Error('there are such set-ups');
    const sung = putUpSetup(singing, 'g', newId)(room);
    expect(voiceOf(sung)).toBe('yes');
    const replaced = putUpSetup(
      plain,
      'g',
      newId,
      sung.microphones.map(({ id }) => id),
    )(sung);
    expect(voiceOf(replaced)).toBeUndefined();
    expect(replaced.instruments[0]).toEqual(guitar);
    const beside = putUpSetup(plain, 'g', newId)(sung);
    expect(voiceOf(beside)).toBe('yes');
  });
});
