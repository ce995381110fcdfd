import type { Move } from '../checks';
import type { Instrument } from '../instruments';
import type { Vec3 } from '../math';
import type { MicrophoneModel } from '../microphones';
import type { InputDevice } from '../patch';
import { placeRecipe, type Recipe, type RecipeMicrophone } from '../setups';
import { CURRENT_VERSION, type Pair, type PlacedMicrophone, SESSION_FORMAT, type Session, type Shelf } from './document';

/** A change to a session: old document in, new document out, nothing mutated. */
export type Command = (session: Session) => Session;

/** Makes ids; a parameter so that tests are repeatable. */
export type NewId = () => string;

export function newSession(id: string, name: string, nowIso: string, shelf: Shelf): Session {
  return {
    format: SESSION_FORMAT,
    version: CURRENT_VERSION,
    id,
    name,
    createdAt: nowIso,
    updatedAt: nowIso,
    players: '',
    units: 'metric',
    sampleRateHz: 48_000,
    room: { widthM: 5, depthM: 4, heightM: 2.4, temperatureC: 20, absorption: 0.2 },
    shelf,
    instruments: [],
    microphones: [],
    pairs: [],
    patch: {},
  };
}

export const editMicrophone =
  (id: string, change: Partial<PlacedMicrophone>): Command =>
  (session) => ({
    ...session,
    microphones: session.microphones.map((microphone) => (microphone.id === id ? { ...microphone, ...change } : microphone)),
  });

/** Moves a microphone and keeps looking at the same point. */
export const moveMicrophone = (id: string, positionM: Vec3): Command => editMicrophone(id, { positionM });

export const editInstrument =
  (id: string, change: Partial<Instrument>): Command =>
  (session) => ({
    ...session,
    instruments: session.instruments.map((instrument) => (instrument.id === id ? { ...instrument, ...change } : instrument)),
  });

export const editSession =
  (change: Partial<Pick<Session, 'name' | 'players' | 'units' | 'sampleRateHz' | 'room' | 'shelf' | 'patch'>>): Command =>
  (session) => ({ ...session, ...change });

export const addInstrument =
  (instrument: Instrument): Command =>
  (session) => ({ ...session, instruments: [...session.instruments, instrument] });

/** Takes microphones away, with their pairs and their place in the patch. */
export const removeMicrophones =
  (ids: readonly string[]): Command =>
  (session) => ({
    ...session,
    microphones: session.microphones.filter((microphone) => !ids.includes(microphone.id)),
    pairs: session.pairs.filter((pair) => !ids.includes(pair.leftId) && !ids.includes(pair.rightId)),
    patch: Object.fromEntries(Object.entries(session.patch).filter(([id]) => !ids.includes(id))),
  });

/** Takes an instrument away; microphones that were there for it stay, without a target. */
export const removeInstrument =
  (id: string): Command =>
  (session) => ({
    ...session,
    instruments: session.instruments.filter((instrument) => instrument.id !== id),
    microphones: session.microphones.map((microphone) => (microphone.target?.instrumentId === id ? { ...microphone, target: null } : microphone)),
    pairs: session.pairs.map((pair) => (pair.centre?.instrumentId === id ? { ...pair, centre: null } : pair)),
  });

/** Carries out a finding's move. */
export const applyMove =
  (move: Move): Command =>
  (session) => {
    const microphone = session.microphones.find((candidate) => candidate.id === move.microphoneId);
    if (!microphone) return session;
    switch (move.kind) {
      case 'place':
        return moveMicrophone(move.microphoneId, move.positionM)(session);
      case 'aim':
        return editMicrophone(move.microphoneId, { aimM: move.aimM })(session);
      case 'flip':
        return editMicrophone(move.microphoneId, { flipped: !microphone.flipped })(session);
      case 'pad':
        return editMicrophone(move.microphoneId, { padOn: move.on })(session);
      case 'align':
        return editMicrophone(move.microphoneId, { alignSamples: move.samples })(session);
    }
  };

/** How many of a model the session has placed already. */
export const usedOf = (session: Session, modelId: string): number =>
  session.microphones.filter((microphone) => microphone.modelId === modelId).length;

/**
 * The shelf's best microphone for a recipe's place: right kind (best first), offers the pattern, one still free. Failing
 * that the right pattern in any kind, then anything free.
 */
export function chooseModel(session: Session, wanted: RecipeMicrophone): MicrophoneModel | null {
  const free = session.shelf.microphones.filter((model) => usedOf(session, model.id) < model.count);
  const score = (model: MicrophoneModel): number => {
    const kind = wanted.kinds.indexOf(model.kind);
    return (kind < 0 ? 10 : kind) + (model.patterns.includes(wanted.pattern) ? 0 : 5) + (hintFor(model, wanted) ? -0.5 : 0);
  };
  return [...free].sort((a, b) => score(a) - score(b))[0] ?? null;
}

/** A bass-drum microphone suits the kick and nothing else. */
function hintFor(model: MicrophoneModel, wanted: RecipeMicrophone): boolean {
  return /bass.?drum|kick/i.test(model.name) === (wanted.target === 'kick');
}

function nextColour(session: Session): number {
  const used = new Set(session.microphones.map((microphone) => microphone.colour));
  for (let colour = 0; colour < 8; colour++) if (!used.has(colour)) return colour;
  return session.microphones.length % 8;
}

/** Places a set-up round an instrument with microphones from the shelf; says what it could not find. */
export function placeSetup(session: Session, recipe: Recipe, instrumentId: string, newId: NewId): { session: Session; missing: string[] } {
  const instrument = session.instruments.find((candidate) => candidate.id === instrumentId);
  if (!instrument) return { session, missing: [] };
  const { placed, missing } = placeRecipe(recipe, instrument);
  const idByKey = new Map<string, string>();
  let next = session;
  for (const { recipe: wanted, positionM, aimM } of placed) {
    const model = chooseModel(next, wanted);
    if (!model) {
      missing.push(wanted.name);
      continue;
    }
    const id = newId();
    idByKey.set(wanted.key, id);
    const microphone: PlacedMicrophone = {
      id,
      modelId: model.id,
      label: wanted.label,
      name: wanted.name,
      colour: nextColour(next),
      positionM,
      aimM,
      pattern: model.patterns.includes(wanted.pattern) ? wanted.pattern : (model.patterns[0] ?? 'cardioid'),
      padOn: false,
      flipped: wanted.flipped ?? false,
      alignSamples: 0,
      target: wanted.target ? { instrumentId, sourceId: wanted.target } : null,
      locked: false,
    };
    next = { ...next, microphones: [...next.microphones, microphone] };
  }
  const pairs = recipe.pairs.flatMap((pair): Pair[] => {
    const [leftId, rightId] = [idByKey.get(pair.left), idByKey.get(pair.right)];
    const centre = pair.centreSource ? { instrumentId, sourceId: pair.centreSource } : null;
    return leftId && rightId ? [{ id: newId(), name: pair.name, leftId, rightId, centre }] : [];
  });
  return { session: { ...next, pairs: [...next.pairs, ...pairs] }, missing };
}

const withoutId = <T extends { readonly id: string }>(list: readonly T[], id: string): T[] => list.filter((item) => item.id !== id);
const upsert = <T extends { readonly id: string }>(list: readonly T[], item: T): T[] =>
  list.some((other) => other.id === item.id) ? list.map((other) => (other.id === item.id ? item : other)) : [...list, item];

export const putModel = (shelf: Shelf, model: MicrophoneModel): Shelf => ({ ...shelf, microphones: upsert(shelf.microphones, model) });
export const putDevice = (shelf: Shelf, device: InputDevice): Shelf => ({ ...shelf, devices: upsert(shelf.devices, device) });
export const dropModel = (shelf: Shelf, id: string): Shelf => ({ ...shelf, microphones: withoutId(shelf.microphones, id) });
export const dropDevice = (shelf: Shelf, id: string): Shelf => ({ ...shelf, devices: withoutId(shelf.devices, id) });
