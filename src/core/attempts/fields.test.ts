import { boathouseKit } from '../../../demo/boathouse';
import { sayTold } from '../../words';
import {
  BRIEF,
  differenceOf,
  FURNISHING,
  firstProblem,
  INSTRUMENT,
  librarySchema,
  MICROPHONE,
  PAIR,
  READY,
  ROOM,
  type Session,
  sessionSchema,
  shelfSchema,
  shelfVersionNeeded,
  versionNeeded,
  withSetUpOf,
} from '../document';
import { exportLibrary, exportSession, exportShelf } from '../exchange';
import { changesBetween } from './index';

const BARE = boathouseKit();
const [DEVICE] = BARE.shelf.devices;
const KIT: Session = {
  ...BARE,
  shelf: { ...BARE.shelf, devices: DEVICE ? [{ ...DEVICE, inputs: DEVICE.inputs.map((input) => ({ ...input, inverts: true })) }] : [] },
  furnishings: [
    {
      id: 'panel',
      kind: 'panel',
      name: 'Panel',
      positionM: { x: 1, y: 1 },
      rotationDeg: 0,
      widthM: 1.2,
      heightM: 1.8,
      bottomM: 0,
      microphoneId: null,
    },
  ],
};
type Item<K extends 'microphones' | 'pairs' | 'instruments' | 'furnishings'> = Session[K][number];
/** Another value of every set-up field: a field that has none does not compile. */
type Others<T> = { readonly [K in keyof Omit<T, 'id'>]-?: T[K] };

const MICROPHONES: Others<Item<'microphones'>> = {
  modelId: 'passive-ribbon',
  label: 'ZZ',
  name: 'Another name',
  colour: 7,
  positionM: { x: 2.5, y: 2.5, z: 1.4 },
  aimM: { x: 0.5, y: 4, z: 0.1 },
  pattern: 'omni',
  padOn: true,
  flipped: true,
  alignSamples: 12,
  target: null,
  locked: true,
  stand: null,
  heldString: { instrumentId: 'demo-instrument', markId: 'snare-centre', lengthM: 0.5 },
  setupId: 'another',
  pan: 0.4,
  pinned: true,
  outboardId: 'attenuator-10',
  lineOutboardId: 'line-equaliser',
  lowCut: true,
  inputLowCut: true,
  secondInput: 'eight-input/in8',
  preamp: 'coloured',
  learnedDb: 2,
  cable: 'reversed',
  inputInverted: true,
  madeUp: 'mix',
  latencySamples: 40,
  cableChanges: 1,
};
const PAIRS: Others<Item<'pairs'>> = {
  name: 'Another pair',
  technique: 'ORTF' as never,
  leftId: 'demo-1',
  rightId: 'demo-2',
  centre: null,
  frame: null,
  decoding: 'mid-side',
  width: 1.4,
};
const INSTRUMENTS: Others<Item<'instruments'>> = {
  kind: 'cajon' as never,
  variant: 'five-piece',
  name: 'Another kit',
  positionM: { x: 2.1, y: 2.1 },
  rotationDeg: 30,
  mirrored: true,
  pieces: [],
  choices: { lid: 'open' },
  levelsDb: { snare: 110 },
};
const FURNISHINGS: Others<Item<'furnishings'>> = {
  kind: 'blanket' as never,
  name: 'Another panel',
  positionM: { x: 2, y: 1 },
  rotationDeg: 40,
  widthM: 1,
  heightM: 2,
  bottomM: 0.1,
  microphoneId: 'demo-1',
  layerM: 0.1,
  airM: 0.05,
};
const ROOMS: Others<Omit<Session['room'], 'softM2' | 'softOnM2'>> = {
  widthM: 6,
  depthM: 6,
  heightM: 3,
  temperatureC: 24,
  absorption: 0.4,
  heardScale: [1, 1, 2, 2, 1, 1],
  glass: [],
  noiseDb: 30,
  lowCeiling: { along: 'left wall', reachM: 1, heightM: 2 },
  parts: [{ id: 'w', kind: 'window', wall: 'left wall', fromM: 1, widthM: 1, bottomM: 1, heightM: 1 }] as never,
  surfaces: { floor: 'carpet' } as never,
};
const BRIEFS = {
  loudness: 'loud',
  levelHabit: 'balanced at unity',
  steadiness: 'unsteady',
  bitDepth: 16,
  levelsDb: { 'demo-instrument': -6 },
  desk: 'back right',
  desks: { 'eight-input': 'front left' },
} as const;

interface Case {
  readonly label: string;
  readonly changed: Session;
  readonly entity: string;
  readonly field: string;
}
const cases: Case[] = [];
for (const [entity, others] of Object.entries({ microphones: MICROPHONES, pairs: PAIRS, instruments: INSTRUMENTS, furnishings: FURNISHINGS }))
  for (const [field, value] of Object.entries(others)) {
    const list = KIT[entity as 'microphones'];
    const changed = { ...KIT, [entity]: list.map((one, i) => (i === 0 ? { ...one, [field]: value } : one)) } as Session;
    cases.push({ label: `${entity}.${field}`, changed, entity, field });
  }
for (const [field, value] of Object.entries(ROOMS))
  cases.push({ label: `room.${field}`, changed: { ...KIT, room: { ...KIT.room, [field]: value } }, entity: 'room', field });
for (const [field, value] of Object.entries(BRIEFS))
  cases.push({ label: `brief.${field}`, changed: { ...KIT, brief: { ...KIT.brief, [field]: value } }, entity: 'brief', field });
cases.push({
  label: 'ready.choices',
  changed: { ...KIT, ready: { ...KIT.ready, choices: { 'demo-instrument/beater': 'wood' } } },
  entity: 'ready',
  field: 'choices',
});
cases.push({ label: 'sampleRateHz', changed: { ...KIT, sampleRateHz: 96_000 }, entity: 'session', field: 'sampleRateHz' });
cases.push({
  label: 'patch',
  changed: { ...KIT, patch: { ...KIT.patch, [KIT.microphones[0]?.id ?? '']: 'eight-input/in7' } },
  entity: 'session',
  field: 'patch',
});

/** What goes along with something else, or what no hand could set, is not told by itself. */
const UNTOLD = new Set(['microphones.setupId']);

test('every set-up field of every record has a case', () => {
  const setUp = (records: Readonly<Record<string, { readonly part: string }>>) =>
    Object.entries(records).flatMap(([key, { part }]) => (part === 'set-up' && key !== 'id' ? [key] : []));
  const of = (entity: string) => cases.filter((one) => one.entity === entity).map(({ field }) => field);
  expect(of('microphones').sort()).toEqual(setUp(MICROPHONE).sort());
  expect(of('pairs').sort()).toEqual(setUp(PAIR).sort());
  expect(of('instruments').sort()).toEqual(setUp(INSTRUMENT).sort());
  expect(of('furnishings').sort()).toEqual(setUp(FURNISHING).sort());
  expect(of('room').sort()).toEqual(setUp(ROOM).sort());
  expect(of('brief').sort()).toEqual(setUp(BRIEF).sort());
  expect(of('ready').sort()).toEqual(setUp(READY).sort());
});

test.each(cases)(
  '$label changed alone: the difference, the words, the way back and the published schema know it',
  ({ label, changed, entity, field }) => {
    expect(differenceOf(KIT, changed).map((one) => [one.entity, one.field])).toEqual([[entity, field]]);
    const told = changesBetween(KIT, changed).filter(({ kind }) => kind !== 'gain');
    if (!UNTOLD.has(label)) {
      expect(told.flatMap(({ fields }) => fields).some((key) => key.startsWith(`${entity}/`) && key.endsWith(`/${field}`))).toBe(true);
      for (const { told: one } of told) {
        const words = sayTold(one, 'metric');
        expect(words).toMatch(/^[\p{Lu}\d].*[.]$/u);
        expect(words).not.toMatch(/undefined|NaN|\[object/);
      }
    }
    expect(differenceOf(withSetUpOf(changed, KIT), KIT)).toEqual([]);
    const keys = JSON.stringify(sessionSchema.describe());
    expect(keys).toContain(`"${field}"`);
  },
);

test('a document needs the version of its newest field, and no newer one', () => {
  expect(versionNeeded(BARE)).toBe(4);
  const of = (field: object): number =>
    versionNeeded({ ...BARE, microphones: BARE.microphones.map((one, i) => (i === 0 ? { ...one, ...field } : one)) });
  expect([of({ pan: 0.1 }), of({ cable: 'reversed' }), of({ latencySamples: 3 }), of({ outboardId: 'attenuator-10' })]).toEqual([4, 5, 5, 6]);
  expect([versionNeeded(KIT), shelfVersionNeeded(KIT.shelf), shelfVersionNeeded(BARE.shelf)]).toEqual([5, 2, 1]);
  expect(versionNeeded({ ...BARE, tape: [{ microphoneId: 'gone', from: 'floor', lengthM: 1 }] })).toBe(5);
});

test('what is exported fits the schema that is published, whatever version it says', () => {
  for (const session of [BARE, KIT, { ...BARE, tape: [{ microphoneId: 'gone', from: 'floor', lengthM: 1 }] }]) {
    expect(firstProblem(sessionSchema, JSON.parse(exportSession(session)))).toBeNull();
    expect(firstProblem(shelfSchema, JSON.parse(exportShelf(session.shelf)))).toBeNull();
    expect(firstProblem(librarySchema, JSON.parse(exportLibrary(session.shelf, [session])))).toBeNull();
  }
});
