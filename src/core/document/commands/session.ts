import type { Cable, Outboard } from '../../patch';
import { type LowCeiling, MATERIAL_IDS, type MaterialId, materialOf, PART_MODELS, type PerOctave, type Surface, type WallPart } from '../../room';
import type { Words } from '../../units';
import { asMidway } from '../../units';
import { type Command, command } from '../command';
import { SESSION_FORMAT, SESSION_VERSION } from '../formats';
import type { Brief, Readiness, Session, Shelf } from '../session';
import { type StepCode, tell } from '../stepCodes';

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
    brief: {},
    ready: {},
    shelf,
    instruments: [],
    microphones: [],
    pairs: [],
    furnishings: [],
    tape: [],
    patch: {},
  };
}

const CODES: Readonly<Record<string, StepCode>> = {
  name: 'rename-session',
  players: 'change-players',
  units: 'switch-units',
  sampleRateHz: 'change-sample-rate',
};

export const editSession = (change: Partial<Pick<Session, 'name' | 'players' | 'units' | 'sampleRateHz'>>): Command =>
  command(tell(CODES[Object.keys(change)[0] ?? ''] ?? 'change-session'), (session) => ({ ...session, ...change }));

export const editRoom = (change: Partial<Session['room']>): Command =>
  command(tell('change-room'), (session) => ({ ...session, room: { ...session.room, ...change } }));

/** Changes the session's own record of the gear. */
export const editGear = (words: Words, change: (shelf: Shelf) => Shelf): Command =>
  command(words, (session) => ({ ...session, shelf: change(session.shelf) }));

/** What a surface is made of; null leaves it to the room's own figure. What is glass is told as glass everywhere. */
export const nameSurface = (surface: Surface, material: MaterialId | null): Command =>
  command(tell('change-surface', { surface }), (session) => {
    const { [surface]: _, ...others } = session.room.surfaces ?? {};
    const surfaces = material ? { ...others, [surface]: material } : others;
    const { surfaces: __, ...room } = session.room;
    const rest = room.glass.filter((other) => other !== surface);
    const isGlass = material !== null && MATERIAL_IDS.includes(material) && materialOf(material).isGlass === true;
    return {
      ...session,
      room: { ...room, glass: isGlass ? [...rest, surface] : rest, ...(Object.keys(surfaces).length > 0 ? { surfaces } : {}) },
    };
  });

/** Puts a window, a door or the like into a wall, or changes the one of that name. */
export const placeWallPart = (part: WallPart): Command =>
  command(tell('change-part', { part: asMidway(PART_MODELS[part.kind].name) }), (session) => {
    const parts = session.room.parts ?? [];
    const known = parts.some(({ id }) => id === part.id);
    return { ...session, room: { ...session.room, parts: known ? parts.map((one) => (one.id === part.id ? part : one)) : [...parts, part] } };
  });

export const removeWallPart = (id: string): Command =>
  command(tell('remove-part'), (session) => {
    const { parts, ...room } = session.room;
    const left = parts?.filter((part) => part.id !== id) ?? [];
    return { ...session, room: left.length > 0 ? { ...room, parts: left } : room };
  });

/** Says where the ceiling is lower; null: nowhere. */
export const lowerCeiling = (low: LowCeiling | null): Command =>
  command(tell('change-ceiling'), (session) => {
    const { lowCeiling: _, ...room } = session.room;
    return { ...session, room: low ? { ...room, lowCeiling: low } : room };
  });

/** Takes the decay that was heard: all surfaces take up so much more or less than what they are made of says; null goes back to that. */
export const takeHeardDecay = (scale: PerOctave | null): Command =>
  command(tell(scale ? 'take-heard-decay' : 'drop-heard-decay'), (session) => {
    const { heardScale: _, ...room } = session.room;
    return { ...session, room: scale ? { ...room, heardScale: scale } : room };
  });

/** Answers of the brief; one that is undefined is taken back. */
export const answerBrief = (answers: { readonly [K in keyof Brief]: Brief[K] | undefined }): Command =>
  command(tell('change-brief'), (session) => ({
    ...session,
    brief: Object.fromEntries(Object.entries({ ...session.brief, ...answers }).filter(([, value]) => value !== undefined)) as Brief,
  }));

/** What was got ready; a part that is undefined is taken out. */
export const getReady = (words: Words, change: { readonly [K in keyof Readiness]: Readiness[K] | undefined }): Command =>
  command(words, (session) => ({
    ...session,
    ready: Object.fromEntries(Object.entries({ ...session.ready, ...change }).filter(([, value]) => value !== undefined)) as Readiness,
  }));

/** Counts on more of a thing than there is: on the session's own shelf for the patch, and on the list of what is to be got until it is here. */
export const getMore = (kind: 'outboard' | 'cables', item: Outboard | Cable, count: number): Command =>
  command(tell('get', { name: item.name }), (session) => {
    const list = (session.shelf[kind] ?? []) as readonly (Outboard | Cable)[];
    const own = list.find(({ id }) => id === item.id);
    const more = { ...item, count: (own?.count ?? 0) + count };
    return {
      ...session,
      shelf: { ...session.shelf, [kind]: own ? list.map((one) => (one === own ? more : one)) : [...list, more] },
      ready: { ...session.ready, toGet: { ...session.ready.toGet, [item.id]: (session.ready.toGet?.[item.id] ?? 0) + count } },
    };
  });

/** What was to be got is here. */
export const gotIt = (itemId: string): Command =>
  command(tell('have-what-was-got'), (session) => {
    const { [itemId]: _, ...others } = session.ready.toGet ?? {};
    const { toGet: __, ...ready } = session.ready;
    return { ...session, ready: Object.keys(others).length > 0 ? { ...ready, toGet: others } : ready };
  });
