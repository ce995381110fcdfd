import {
  addInstrument,
  aimByAngles,
  alignMicrophones,
  answerBrief,
  applyMove,
  type Command,
  changeVariant,
  copyGear,
  dropGear,
  dropPair,
  dropReading,
  editGear,
  editInstrument,
  editMicrophone,
  editPair,
  editRoom,
  editSession,
  framePair,
  getReady,
  learnLevels,
  lowerCeiling,
  makePair,
  moveInstrument,
  moveMicrophone,
  nameSurface,
  placeWallPart,
  plugAll,
  plugIn,
  putBehind,
  putBetween,
  putOnStand,
  putPieces,
  putReading,
  removeInstrument,
  removeMicrophones,
  removeWallPart,
  restand,
  SHELF_KINDS,
  type Shelf,
  setMicrophone,
  shiftMicrophones,
  splitInto,
  squarePair,
  takeHeardDecay,
  takeMeasured,
  turnHanded,
  turnMicrophones,
  unplug,
  wantPreamp,
} from '../src/core/document';
import { inputAddress } from '../src/core/ids';
import { familyOf, INSTRUMENT_KINDS, KIT_VARIANTS } from '../src/core/instruments';
import { vec3 } from '../src/core/math';
import { MICROPHONE_CATALOGUE, PATTERN_NAMES } from '../src/core/microphones';
import { CABLE_CATALOGUE, DEVICE_CATALOGUE, OUTBOARD_CATALOGUE } from '../src/core/patch';
import { ownSetupFrom, patchInputs, putUpSetup } from '../src/core/planning';
import { MATERIAL_IDS, PART_KINDS, SURFACES, WALLS } from '../src/core/room';
import { PAIR_TECHNIQUES, RECIPES } from '../src/core/setups';
import { STAND_CATALOGUE } from '../src/core/stands';
import type { Hand } from './hand';

export const SHELF: Shelf = {
  microphones: MICROPHONE_CATALOGUE.slice(0, 6),
  devices: DEVICE_CATALOGUE.slice(0, 2),
  stands: STAND_CATALOGUE.slice(0, 3),
  outboard: OUTBOARD_CATALOGUE,
  cables: CABLE_CATALOGUE.slice(0, 4),
  setups: [],
};

/** The moment at which all of a walk happens. */
export const NOW = '2026-11-25T10:00:00.000Z';

/** Every command there is, each made by chance for the session at hand. */
export const COMMANDS: Readonly<Record<string, (hand: Hand) => Command>> = {
  addInstrument: (h) => {
    const kind = h.pick(INSTRUMENT_KINDS) ?? 'guitar';
    const variant = h.chance(0.03) ? 'constructor' : (h.pick(Object.keys(familyOf(kind).variants)) ?? '');
    const positionM = { x: h.length(0, 6), y: h.length(0, 5) };
    return addInstrument({ id: h.newId(), kind, variant, name: 'Thing', positionM, rotationDeg: h.length(-900, 900), mirrored: h.chance(0.3) });
  },
  putUpSetup: (h) => {
    const instrument = h.pick(h.session.instruments);
    const recipe = h.pick(RECIPES.filter((candidate) => candidate.instrument === instrument?.kind)) ?? h.pick(RECIPES);
    if (!recipe) throw new Error('there are recipes');
    return putUpSetup(recipe, instrument?.id ?? 'nothing', h.newId, h.chance(0.5) ? h.session.microphones.map(({ id }) => id) : []);
  },
  editInstrument: (h) =>
    editInstrument(
      h.instrument(),
      h.pick([{ name: '  A\nname ' }, { mirrored: h.chance(0.5) }, { rotationDeg: h.length(-800, 800) }, { choices: { voice: 'yes' } }]) ?? {},
    ),
  turnHanded: (h) => turnHanded(h.instrument(), h.chance(0.5)),
  changeVariant: (h) => {
    const instrument = h.pick(h.session.instruments);
    const variants = instrument ? Object.keys(familyOf(instrument.kind).variants) : [];
    return changeVariant(instrument?.id ?? 'nothing', h.pick(variants) ?? 'none', 'Another');
  },
  putPieces: (h) => {
    const kit = h.session.instruments.find(({ kind }) => kind === 'drum-kit');
    const pieces = kit ? (kit.pieces ?? KIT_VARIANTS[kit.variant]?.pieces ?? []) : [];
    const fewer = pieces.filter(() => h.chance(0.8)).map((piece) => ({ ...piece, xM: piece.xM + h.length(-0.2, 0.2), tiltDeg: h.length(-60, 60) }));
    return putPieces(kit?.id ?? 'nothing', fewer, 'move pieces');
  },
  moveInstrument: (h) => moveInstrument(h.instrument(), { x: h.length(0, 6), y: h.length(0, 5) }, h.length(-720, 720)),
  removeInstrument: (h) => removeInstrument(h.instrument()),
  moveMicrophone: (h) => moveMicrophone(h.microphone(), h.point()),
  setMicrophone: (h) => setMicrophone(h.microphone(), h.point(), h.point()),
  takeMeasured: (h) => takeMeasured(h.microphone(), h.point()),
  editMicrophone: (h) =>
    editMicrophone(
      h.microphone(),
      h.pick([
        { name: h.pick(['', 'é'.repeat(300), 'Ü', 'x\u0000y']) ?? '' },
        { pattern: h.pick(PATTERN_NAMES) ?? 'omni' },
        { flipped: h.chance(0.5) },
        { locked: h.chance(0.5) },
        { alignSamples: h.length(-500, 500) },
        { aimM: h.point() },
        { target: h.source() },
        { heldString: h.mark() && { ...(h.mark() as { instrumentId: string; markId: string }), lengthM: h.length(0.1, 2) } },
        { modelId: h.pick([...h.session.shelf.microphones.map(({ id }) => id), 'gone']) ?? 'gone' },
      ]) ?? {},
    ),
  shiftMicrophones: (h) => shiftMicrophones(h.some(), vec3(h.length(-0.5, 0.5), h.length(-0.5, 0.5), h.length(-0.3, 0.3))),
  shiftPair: (h) => {
    const pair = h.pick(h.session.pairs);
    return shiftMicrophones(pair ? [pair.leftId, pair.rightId] : [], vec3(h.random.between(-0.3, 0.3), h.random.between(-0.3, 0.3), 0));
  },
  turnMicrophones: (h) => turnMicrophones(h.some(), h.length(-400, 400)),
  // Alone none is aligned with anything.
  alignMicrophones: (h) =>
    alignMicrophones(
      [h.microphone(), ...h.some()],
      h.pick(['height', 'across', 'deep', 'string'] as const) ?? 'height',
      h.chance(0.5) ? h.point() : null,
    ),
  aimByAngles: (h) => aimByAngles(h.microphone(), { turnDeg: h.length(-360, 360), tiltDeg: h.length(-90, 90) }),
  removeMicrophones: (h) => removeMicrophones(h.chance(0.7) ? [h.microphone()] : h.some()),
  makePair: (h) => makePair(h.newId(), h.microphone(), h.microphone(), h.source()),
  dropPair: (h) => dropPair(h.pair()),
  editPair: (h) => editPair(h.pair(), h.pick([{ name: 'Stereo' }, { technique: h.pick(PAIR_TECHNIQUES) ?? 'AB' }, { centre: h.source() }]) ?? {}),
  framePair: (h) =>
    framePair(
      h.pair(),
      h.pick([
        { spacingM: h.length(0, 2) },
        { angleDeg: h.length(-200, 200) },
        { turnDeg: h.length(-400, 400) },
        { tiltDeg: h.length(-100, 100) },
        { centreM: h.point() },
      ]) ?? {},
    ),
  squarePair: (h) => squarePair(h.pair()),
  restand: (h) => restand(h.microphone()),
  putOnStand: (h) => putOnStand(h.microphone(), h.pick([...h.session.shelf.stands.map(({ id }) => id), null, 'gone']) ?? null),
  applyMove: (h) => {
    const common = { microphoneId: h.microphone(), label: 'Move it' };
    return applyMove(
      h.pick([
        { ...common, kind: 'place', positionM: h.point() },
        { ...common, kind: 'set', positionM: h.point(), aimM: h.point() },
        { ...common, kind: 'aim', aimM: h.point() },
        { ...common, kind: 'flip' },
        { ...common, kind: 'stand' },
        { ...common, kind: 'pad', on: h.chance(0.5) },
        { ...common, kind: 'align', samples: h.length(-100, 100) },
      ] as const) ?? { ...common, kind: 'flip' },
    );
  },
  putReading: (h) => putReading({ microphoneId: h.microphone(), from: h.place(), lengthM: h.length(0, 3) }),
  dropReading: (h) => dropReading(h.microphone(), h.pick(h.session.tape)?.from ?? 'floor'),
  plugIn: (h) => {
    const input = h.pick(patchInputs(h.session));
    return plugIn(h.microphone(), input ? inputAddress(input) : 'no/input');
  },
  unplug: (h) => unplug(h.microphone()),
  learnLevels: (h) => learnLevels(h.chance(0.3) ? null : { [h.microphone()]: h.length(-20, 20) }),
  putBetween: (h) =>
    putBetween(h.microphone(), h.pick(['attenuator-20', 'clean-booster', 'phantom-blocker', 'splitter', 'channel-strip', 'none', null]) ?? null),
  putBehind: (h) => {
    // What wants line level wants a strip first.
    const lifted = h.pick(h.session.microphones.filter(({ outboardId }) => outboardId === 'channel-strip'));
    if (!lifted && h.chance(0.8)) return putBetween(h.microphone(), 'channel-strip');
    return putBehind(lifted?.id ?? h.microphone(), h.pick(['line-equaliser', 'none', null]) ?? null);
  },
  splitInto: (h) => {
    // A second way wants a splitter first.
    const split = h.pick(h.session.microphones.filter(({ outboardId }) => outboardId === 'splitter'));
    if (!split && h.chance(0.8)) return putBetween(h.microphone(), 'splitter');
    const address = h.pick(patchInputs(h.session).map(inputAddress)) ?? 'none/in1';
    return splitInto(split?.id ?? h.microphone(), h.chance(0.2) ? null : address);
  },
  wantPreamp: (h) => wantPreamp(h.microphone(), h.pick(['clean', 'coloured', null] as const) ?? null),
  plugAll: (h) => plugAll(Object.fromEntries(h.session.microphones.map(({ id }, i) => [id, `eight-input/in${i + 1}`]))),
  editSession: (h) =>
    editSession(
      h.pick([
        { name: h.pick(['', 'Sunday', 'n'.repeat(500)]) ?? '' },
        { units: h.chance(0.5) ? 'metric' : 'imperial' },
        { sampleRateHz: h.pick([44_100, 48_000, 7]) ?? 0 },
        { players: 'Tor' },
      ]) ?? {},
    ),
  editRoom: (h) =>
    editRoom(
      h.pick([
        { widthM: h.length(0.5, 70) },
        { temperatureC: h.length(-30, 60) },
        { absorption: h.length(0, 1) },
        { glass: ['front wall', 'left wall'] },
      ]) ?? {},
    ),
  placeWallPart: (h) =>
    placeWallPart({
      id: h.pick(h.session.room.parts?.map(({ id }) => id) ?? []) ?? h.newId(),
      kind: h.pick(PART_KINDS) ?? 'window',
      wall: h.pick(WALLS) ?? 'back wall',
      fromM: h.random.between(0, 8),
      widthM: h.random.between(0.05, 4),
      bottomM: h.random.between(0, 2),
      heightM: h.random.between(0.05, 3),
    }),
  removeWallPart: (h) => removeWallPart(h.pick(h.session.room.parts?.map(({ id }) => id) ?? []) ?? 'none'),
  lowerCeiling: (h) =>
    lowerCeiling(h.chance(0.4) ? null : { along: h.pick(WALLS) ?? 'left wall', reachM: h.random.between(0.1, 6), heightM: h.random.between(0.5, 3) }),
  nameSurface: (h) => nameSurface(h.pick(SURFACES) ?? 'floor', h.chance(0.3) ? null : (h.pick(MATERIAL_IDS) ?? null)),
  takeHeardDecay: (h) => takeHeardDecay(h.chance(0.3) ? null : ([1, 2, 3, 4, 5, 6].map(() => h.length(-0.2, 5)) as never)),
  answerBrief: (h) =>
    answerBrief(
      h.pick([
        { together: 'together' as const },
        { levelHabit: undefined },
        { tempoBpm: h.length(0, 500) },
        { key: h.pick(['A minor', '', 'k'.repeat(50)]) ?? '' },
      ]) ?? {},
    ),
  getReady: (h) =>
    getReady(
      'get ready',
      h.pick([
        { done: [h.pick(['phones', 'bag', 'no id']) ?? 'bag'] },
        { own: ['A thing', h.pick(['A thing', 'Another']) ?? ''] },
        { tunings: [{ drum: 'kit/snare', head: 'top' as const, heardAt: NOW, lugsHz: [h.length(0, 900)] }] },
        { playedMinutes: h.length(-10, 2000), playedDba: undefined },
      ]) ?? {},
    ),
  dropGear: (h) => {
    const kind = h.pick(SHELF_KINDS) ?? 'stands';
    return editGear('take off', (shelf) => dropGear(shelf, kind, (h.pick((shelf[kind] ?? []) as readonly { id: string }[]) ?? { id: 'none' }).id));
  },
  copyGear: (h) => {
    const kind = h.pick(SHELF_KINDS) ?? 'stands';
    const all = (SHELF[kind] ?? []) as readonly { id: string }[];
    const there = new Set(((h.session.shelf[kind] ?? []) as readonly { id: string }[]).map(({ id }) => id));
    // What is there already is copied now and then all the same.
    const lacking = all.filter(({ id }) => !there.has(id));
    return editGear('put on', (shelf) =>
      copyGear(shelf, SHELF, kind, (h.pick(h.chance(0.8) && lacking.length > 0 ? lacking : all) ?? { id: 'none' }).id),
    );
  },
  saveSetup: (h) => {
    const recipe = ownSetupFrom(h.session, h.instrument(), h.newId(), 'Own');
    return editGear('save', (shelf) => (recipe ? { ...shelf, setups: [...shelf.setups, recipe].slice(-3) } : shelf));
  },
};
