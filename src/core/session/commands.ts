import type { Move } from '../checks';
import type { Instrument } from '../instruments';
import type { MicrophoneModel } from '../microphones';
import type { InputDevice } from '../patch';
import type { Recipe } from '../setups';
import type { StandModel } from '../stands';
import { CURRENT_VERSION, SESSION_FORMAT, type Session, type Shelf } from './document';
import { editMicrophone, moveMicrophone } from './moving';
import { restand } from './standing';

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
    room: { widthM: 5, depthM: 4, heightM: 2.4, temperatureC: 20, absorption: 0.2, glass: [] },
    shelf,
    instruments: [],
    microphones: [],
    pairs: [],
    tape: [],
    patch: {},
  };
}

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
    tape: session.tape.filter((reading) => !ids.includes(reading.microphoneId)),
    patch: Object.fromEntries(Object.entries(session.patch).filter(([id]) => !ids.includes(id))),
  });

/** Takes an instrument away; microphones that were there for it stay, without a target. */
export const removeInstrument =
  (id: string): Command =>
  (session) => ({
    ...session,
    instruments: session.instruments.filter((instrument) => instrument.id !== id),
    microphones: session.microphones.map((microphone) => ({
      ...microphone,
      target: microphone.target?.instrumentId === id ? null : microphone.target,
      heldString: microphone.heldString?.instrumentId === id ? null : microphone.heldString,
    })),
    tape: session.tape.filter((reading) => !reading.from.startsWith(`${id}/`)),
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
      case 'set':
        return editMicrophone(move.microphoneId, { aimM: move.aimM })(moveMicrophone(move.microphoneId, move.positionM)(session));
      case 'stand':
        return restand(move.microphoneId)(session);
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

const withoutId = <T extends { readonly id: string }>(list: readonly T[], id: string): T[] => list.filter((item) => item.id !== id);
const upsert = <T extends { readonly id: string }>(list: readonly T[], item: T): T[] =>
  list.some((other) => other.id === item.id) ? list.map((other) => (other.id === item.id ? item : other)) : [...list, item];

export const putModel = (shelf: Shelf, model: MicrophoneModel): Shelf => ({ ...shelf, microphones: upsert(shelf.microphones, model) });
export const putDevice = (shelf: Shelf, device: InputDevice): Shelf => ({ ...shelf, devices: upsert(shelf.devices, device) });
export const dropModel = (shelf: Shelf, id: string): Shelf => ({ ...shelf, microphones: withoutId(shelf.microphones, id) });
export const dropDevice = (shelf: Shelf, id: string): Shelf => ({ ...shelf, devices: withoutId(shelf.devices, id) });
export const putStand = (shelf: Shelf, stand: StandModel): Shelf => ({ ...shelf, stands: upsert(shelf.stands, stand) });
export const dropStand = (shelf: Shelf, id: string): Shelf => ({ ...shelf, stands: withoutId(shelf.stands, id) });
export const putOwnSetup = (shelf: Shelf, setup: Recipe): Shelf => ({ ...shelf, setups: upsert(shelf.setups, setup) });
export const dropOwnSetup = (shelf: Shelf, id: string): Shelf => ({ ...shelf, setups: withoutId(shelf.setups, id) });
