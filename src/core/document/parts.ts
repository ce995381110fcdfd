import { BRIEF, fieldsOf, GROUPS, ITEMS, READY, SESSION, withPart } from './records';
import type { Session, Shelf } from './session';
import { isEqual } from './threeWay';

/** Set-up fields of a session that are no groups of fields, and those that are whole. */
const WHOLE = fieldsOf(SESSION, 'set-up').filter((key) => key !== 'brief' && key !== 'ready') as readonly (keyof Session)[];

/** What a set-up needs that the shelf of a session has not: microphones by their names, since they cannot stand without their kind. */
export const lostMicrophones = (session: Session, setUp: Session): Session['microphones'] =>
  setUp.microphones.filter(({ modelId }) => !session.shelf.microphones.some(({ id }) => id === modelId));

/**
 * A session with the set-up of another: instruments, microphones, pairs, room, patch, chains, gains and choices of the sound, and nothing
 * else. Microphones whose kind is on its shelf no more are left out.
 */
export function withSetUpOf(session: Session, setUp: Session): Session {
  const lost = new Set(lostMicrophones(session, setUp));
  const taken = Object.fromEntries(WHOLE.map((key) => [key, setUp[key]])) as unknown as Partial<Session>;
  return {
    ...session,
    ...taken,
    brief: withPart(BRIEF, 'set-up', session.brief, setUp.brief),
    ready: withPart(READY, 'set-up', session.ready, setUp.ready),
    microphones: setUp.microphones.filter((microphone) => !lost.has(microphone)),
  };
}

/** One stored field that differs between two set-ups. */
export interface Difference {
  readonly entity: 'session' | keyof typeof GROUPS | Exclude<keyof typeof ITEMS, 'tape'>;
  /** The item of a list; null for what is the session's own. */
  readonly id: string | null;
  /** The field; "*" where the whole item came or went. */
  readonly field: string;
  readonly how: 'changed' | 'new' | 'gone';
}

const LISTS = ['instruments', 'microphones', 'pairs', 'furnishings'] as const;

/** Every set-up field of two sessions that differs, by the records; what is the day's or the record's is not looked at. */
export function differenceOf(before: Session, after: Session): readonly Difference[] {
  const groups = Object.entries(GROUPS).flatMap(([entity, records]) =>
    fieldsOf(records, 'set-up').flatMap((field): Difference[] => {
      const [was, is] = [before, after].map((session) => (session[entity as keyof typeof GROUPS] as unknown as Record<string, unknown>)[field]);
      return isEqual(was, is) ? [] : [{ entity: entity as keyof typeof GROUPS, id: null, field, how: 'changed' }];
    }),
  );
  const items = LISTS.flatMap((entity) => {
    const [was, is] = [before[entity], after[entity]] as readonly (readonly { readonly id: string }[])[] as [
      readonly { readonly id: string }[],
      readonly { readonly id: string }[],
    ];
    const ids = new Set([...was, ...is].map(({ id }) => id));
    return [...ids].flatMap((id): Difference[] => {
      const [a, b] = [was.find((one) => one.id === id), is.find((one) => one.id === id)];
      if (!a || !b) return [{ entity, id, field: '*', how: a ? 'gone' : 'new' }];
      if (a === b) return [];
      return fieldsOf(ITEMS[entity], 'set-up').flatMap((field): Difference[] =>
        isEqual((a as Record<string, unknown>)[field], (b as Record<string, unknown>)[field]) ? [] : [{ entity, id, field, how: 'changed' }],
      );
    });
  });
  const plugged = [...new Set([...Object.keys(before.patch), ...Object.keys(after.patch)])]
    .filter((id) => before.patch[id] !== after.patch[id])
    .map((id): Difference => ({ entity: 'session', id, field: 'patch', how: 'changed' }));
  const own = WHOLE.filter((key) => !(key in GROUPS) && !(LISTS as readonly string[]).includes(key) && key !== 'patch').flatMap(
    (field): Difference[] => (isEqual(before[field], after[field]) ? [] : [{ entity: 'session', id: null, field, how: 'changed' }]),
  );
  return [...items, ...plugged, ...groups, ...own];
}

/** The lowest version of a shelf that knows everything on it: polarity switches of inputs and delays of devices are since 2. */
export const shelfVersionNeeded = ({ devices }: Pick<Shelf, 'devices'>): 1 | 2 =>
  devices.some(({ inputs, latencySeconds }) => latencySeconds !== undefined || inputs.some(({ inverts }) => inverts !== undefined)) ? 2 : 1;

/** The version before which no session of this program can be read: what every one has is since then. */
export const LEAST_VERSION = 4;

/** The lowest version that knows every field that a session has: as an older program may read it. */
export function versionNeeded(session: Session): number {
  const of = (records: Readonly<Record<string, { readonly since: number }>>, value: object): number =>
    Object.keys(value).reduce((most, key) => Math.max(most, records[key]?.since ?? LEAST_VERSION), LEAST_VERSION);
  const groups = Object.entries(GROUPS).map(([key, records]) => of(records, session[key as keyof typeof GROUPS]));
  const items = Object.entries(ITEMS).flatMap(([key, records]) => session[key as keyof typeof ITEMS].map((item) => of(records, item)));
  const present = new Set(session.microphones.map(({ id }) => id));
  // Readings of a set-up that is not there are since version 5.
  const astray = session.tape.some(({ microphoneId }) => !present.has(microphoneId)) ? 5 : LEAST_VERSION;
  const gear = shelfVersionNeeded(session.shelf) > 1 ? 5 : LEAST_VERSION;
  return Math.max(LEAST_VERSION, astray, gear, of(SESSION, session), ...groups, ...items);
}
