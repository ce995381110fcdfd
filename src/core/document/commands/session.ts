import { type Command, command } from '../command';
import { SESSION_FORMAT, SESSION_VERSION } from '../formats';
import type { Session, Shelf } from '../session';

export function newSession(id: string, name: string, nowIso: string, shelf: Shelf): Session {
  return {
    format: SESSION_FORMAT,
    version: SESSION_VERSION,
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
    furnishings: [],
    tape: [],
    patch: {},
  };
}

const WORDS: Record<string, string> = {
  name: 'rename the session',
  players: 'change the players',
  units: 'switch units',
  sampleRateHz: 'change the sample rate',
};

export const editSession = (change: Partial<Pick<Session, 'name' | 'players' | 'units' | 'sampleRateHz'>>): Command =>
  command(WORDS[Object.keys(change)[0] ?? ''] ?? 'change the session', (session) => ({ ...session, ...change }));

export const editRoom = (change: Partial<Session['room']>): Command =>
  command('change the room', (session) => ({ ...session, room: { ...session.room, ...change } }));

/** Changes the session's own record of the gear. */
export const editGear = (words: string, change: (shelf: Shelf) => Shelf): Command =>
  command(words, (session) => ({ ...session, shelf: change(session.shelf) }));
