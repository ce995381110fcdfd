import { BOATHOUSE_SHELF, boathouseKit } from '../../../demo/boathouse';
import { sayFinding, sayTold } from '../../words';
import { checkPlan, type Finding } from '../checks';
import { addInstrument, newSession, type Session } from '../document';
import { familyOf, type Instrument } from '../instruments';
import { vec3 } from '../math';
import { MICROPHONE_CATALOGUE } from '../microphones';
import { harmDb } from '../optimise';
import { placeSetup, resolvePlan } from '../planning';
import { RECIPES, type Recipe } from '../setups';
import { tapeList } from '../tape';
import { arrivalOf, arrivalTable, firstReflections } from './index';

const inWords = (finding: Finding): string => sayFinding(finding, 'metric');

const SHELF = {
  ...BOATHOUSE_SHELF,
  microphones: MICROPHONE_CATALOGUE.map((model) => ({ ...model, count: 12 })),
  stands: BOATHOUSE_SHELF.stands.map((stand) => ({ ...stand, count: 12 })),
};
const ROOM = { widthM: 6.2, depthM: 7, heightM: 2.9, temperatureC: 20, absorption: 0.2, glass: [] };

function up(recipe: Recipe): Session {
  const variant =
    recipe.variants?.[0] ?? (recipe.instrument === 'drum-kit' ? 'five-piece' : (Object.keys(familyOf(recipe.instrument).variants)[0] ?? ''));
  const instrument: Instrument = {
    id: 'i',
    kind: recipe.instrument,
    variant,
    name: 'i',
    positionM: { x: 2.8, y: 2.6 },
    rotationDeg: 20,
    mirrored: false,
  };
  const empty: Session = { ...newSession('s', 's', '2026-01-01T00:00:00.000Z', SHELF), room: ROOM };
  let ids = 0;
  return placeSetup(addInstrument(instrument)(empty), recipe, 'i', () => `m${++ids}`).session;
}

/** The same session in a mirror that hangs on the left wall: left is right, everything else is as it was. */
function mirrored(session: Session): Session {
  const flip = (x: number): number => session.room.widthM - x;
  return {
    ...session,
    instruments: session.instruments.map((instrument) => ({
      ...instrument,
      mirrored: !instrument.mirrored,
      rotationDeg: -instrument.rotationDeg,
      positionM: { x: flip(instrument.positionM.x), y: instrument.positionM.y },
    })),
    microphones: session.microphones.map((placed) => ({
      ...placed,
      positionM: vec3(flip(placed.positionM.x), placed.positionM.y, placed.positionM.z),
      aimM: vec3(flip(placed.aimM.x), placed.aimM.y, placed.aimM.z),
      stand: placed.stand && { ...placed.stand, baseM: { x: flip(placed.stand.baseM.x), y: placed.stand.baseM.y } },
    })),
  };
}

const tableOf = (session: Session) => arrivalTable(resolvePlan(session));
const sessions = RECIPES.map((recipe) => [recipe.id, up(recipe)] as const);
const shape = (finding: Finding): string => `${finding.code} ${finding.severity} ${[...finding.microphoneIds].sort().join(' ')}`;

describe.each(sessions)('%s', (_, session) => {
  const table = tableOf(session);
  test('in a mirror every arrival is the same: distance, level, polarity, angle', () => {
    const reflected = tableOf(mirrored(session));
    table.rows.forEach((row, m) => {
      row.forEach((arrival, s) => {
        const other = reflected.rows[m]?.[s];
        expect(other?.distanceM).toBeCloseTo(arrival.distanceM, 9);
        expect(other?.levelDb).toBeCloseTo(arrival.levelDb, 6);
        expect(other?.polarity).toBe(arrival.polarity);
        expect(other?.angleDeg).toBeCloseTo(arrival.angleDeg, 5);
      });
    });
    expect(checkPlan(reflected).map(shape).sort()).toEqual(checkPlan(table).map(shape).sort());
    expect(harmDb(reflected.plan)).toBeCloseTo(harmDb(table.plan), 6);
  });

  test('warmer air: every delay shrinks by the ratio of the speeds of sound; levels stay but for the longer waves (ISO 9613-1)', () => {
    const warm = tableOf({ ...session, room: { ...session.room, temperatureC: 30 } });
    const ratio = table.plan.speedOfSoundMps / warm.plan.speedOfSoundMps;
    expect(ratio).toBeCloseTo(343.2 / 349.0, 4);
    table.rows.forEach((row, m) => {
      row.forEach((arrival, s) => {
        expect(warm.rows[m]?.[s]?.delaySeconds).toBeCloseTo(arrival.delaySeconds * ratio, 12);
        expect(Math.abs((warm.rows[m]?.[s]?.levelDb ?? 0) - arrival.levelDb)).toBeLessThan(0.5);
      });
    });
  });

  test('no reflection comes before the direct sound, nor louder from the same side in the open', () => {
    table.plan.microphones.forEach((microphone, m) => {
      table.plan.sources.forEach((source, s) => {
        const direct = table.rows[m]?.[s];
        for (const reflection of firstReflections(microphone, source, table.plan))
          expect(reflection.delaySeconds).toBeGreaterThanOrEqual((direct?.delaySeconds ?? 0) - source.radiusM / 300 - 0.0015);
      });
    });
  });

  test('in inches nothing is said in centimetres, and the same things are said', () => {
    const imperial = tableOf({ ...session, units: 'imperial' });
    const [inches, centimetres] = [checkPlan(imperial), checkPlan(table)];
    expect(inches.map(shape)).toEqual(centimetres.map(shape));
    for (const finding of inches) expect(`${sayFinding(finding, 'imperial')} ${sayTold(finding.why, 'imperial')}`).not.toMatch(/\d cm/);
    for (const finding of centimetres) expect(inWords(finding)).not.toMatch(/[′″]|\d in\b(?! the mix)/);
  });

  test('the tape list names marks that are there, each once, with the distance they have', () => {
    for (const entry of tapeList(table.plan, 4)) {
      const microphone = table.plan.microphones.find((candidate) => candidate.id === entry.microphoneId);
      if (!microphone) throw new Error(entry.microphone);
      const { positionM } = microphone;
      const expected = entry.fromM ? Math.hypot(positionM.x - entry.fromM.x, positionM.y - entry.fromM.y, positionM.z - entry.fromM.z) : positionM.z;
      expect(entry.lengthM).toBeCloseTo(expected, 9);
    }
    const refs = tapeList(table.plan, 4).map((entry) => `${entry.microphoneId} ${entry.ref}`);
    expect(new Set(refs).size).toBe(refs.length);
  });
});

test('echoes lent by a place beside it never stay with a place: asked again by itself, it has its own', () => {
  const plan = resolvePlan(boathouseKit());
  const [microphone] = plan.microphones;
  const [source] = plan.sources;
  if (!microphone || !source) throw new Error('a microphone and a source');
  const at = { x: microphone.positionM.x + 0.1, y: microphone.positionM.y, z: microphone.positionM.z };
  arrivalOf(microphone, source, plan);
  const lent = arrivalOf({ ...microphone, positionM: at }, source, plan, microphone.positionM);
  const own = arrivalOf({ ...microphone, positionM: at }, source, plan);
  const fresh = arrivalOf({ ...microphone, positionM: { ...at } }, source, plan);
  expect(own.roomDb).toBe(fresh.roomDb);
  expect(lent.roomDb).not.toBe(fresh.roomDb);
  expect(Math.abs(lent.roomDb - fresh.roomDb)).toBeLessThan(1);
});
