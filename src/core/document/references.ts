import type { MicrophoneId } from '../ids';
import { inputAddress } from '../ids';
import { type Geometry, geometryOf, type Instrument } from '../instruments';
import { canFollow, type Outboard } from '../patch';
import { FURNISHING, MICROPHONE, PAIR } from './records';
import type { Field, Records, Reference, Target } from './records/record';
import type { PlacedMicrophone, Session } from './session';

/** Everything in a session that something else may point at. */
interface Known {
  /** Whether what a field points at is there. */
  readonly has: (to: Target, value: unknown) => boolean;
  readonly outboard: ReadonlyMap<string, Outboard>;
  /** Input addresses, "device/input". */
  readonly inputs: ReadonlySet<string>;
}

const idsOf = (list: readonly { readonly id: string }[]): Set<string> => new Set(list.map(({ id }) => id));

const inputsOf = (session: Session): Set<string> =>
  new Set(session.shelf.devices.flatMap((device) => device.inputs.map(({ id }) => inputAddress({ deviceId: device.id, id }))));

function knownIn(session: Session): Known {
  const microphones = idsOf(session.microphones);
  const models = idsOf(session.shelf.microphones);
  const stands = idsOf(session.shelf.stands);
  const outboard = new Map<string, Outboard>((session.shelf.outboard ?? []).map((one) => [one.id, one]));
  const instruments = new Map<string, Geometry>(session.instruments.map((instrument: Instrument) => [instrument.id, geometryOf(instrument)]));
  // What a field of each kind holds is what its schema lets through.
  const is: { readonly [T in Target]: (value: never) => boolean } = {
    microphone: (id: string) => microphones.has(id),
    model: (id: string) => models.has(id),
    stand: ({ modelId }: { modelId: string }) => stands.has(modelId),
    outboard: (id: string) => outboard.has(id),
    source: ({ instrumentId, sourceId }: { instrumentId: string; sourceId: string }) =>
      instruments.get(instrumentId)?.sources.some(({ id }) => id === sourceId) ?? false,
    mark: ({ instrumentId, markId }: { instrumentId: string; markId: string }) =>
      instruments.get(instrumentId)?.marks.some(({ id }) => id === markId) ?? false,
  };
  return { has: (to, value) => is[to](value as never), outboard, inputs: inputsOf(session) };
}

/** Whether what stands behind is there and can: without it nothing is wrong. */
function follows(known: Known, { outboardId, lineOutboardId }: PlacedMicrophone): boolean {
  const [first, next] = [known.outboard.get(outboardId ?? ''), known.outboard.get(lineOutboardId ?? '')];
  return lineOutboardId === undefined || (first !== undefined && next !== undefined && canFollow(first, next));
}

/** Whether a microphone's way is split in two. */
const isSplit = (known: Known, { outboardId }: PlacedMicrophone): boolean => known.outboard.get(outboardId ?? '')?.kind === 'splitter';

/** The fields of an item that point at what is gone. */
function deadIn<T extends object>(known: Known, records: Records<T>, item: T): { readonly key: keyof T; readonly refers: Reference }[] {
  return (Object.entries(records) as [keyof T, Field][]).flatMap(([key, { refers }]) => {
    const value = item[key];
    return refers && value !== undefined && value !== null && !known.has(refers.to, value) ? [{ key, refers }] : [];
  });
}

/** An item without what points at nothing, as the records of its fields say; null where it means nothing without. */
function swept<T extends object>(known: Known, records: Records<T>, item: T): T | null {
  const dead = deadIn(known, records, item);
  if (dead.length === 0) return item;
  if (dead.some(({ refers }) => refers.lost === 'item')) return null;
  const next = { ...item };
  for (const { key, refers } of dead) {
    if (refers.lost === 'null') next[key] = null as T[keyof T];
    if (refers.lost === 'absent') delete next[key];
  }
  return next;
}

const kept = <T>(list: readonly T[], keep: (item: T) => boolean): readonly T[] => (list.every(keep) ? list : list.filter(keep));
const mapped = <T>(list: readonly T[], change: (item: T) => T): readonly T[] => {
  const next = list.map(change);
  return next.every((item, i) => item === list[i]) ? list : next;
};

function sweptList<T extends object>(known: Known, records: Records<T>, list: readonly T[]): readonly T[] {
  const next = list.flatMap((item) => swept(known, records, item) ?? []);
  return next.length === list.length && next.every((item, i) => item === list[i]) ? list : next;
}

/** What corrects a microphone's line has to stand behind what feeds it. */
function withoutLooseEnds(known: Known, microphone: PlacedMicrophone): PlacedMicrophone {
  if (follows(known, microphone)) return microphone;
  const { lineOutboardId: _loose, ...rest } = microphone;
  return rest;
}

/** A patch without microphones or inputs that are gone, and with one microphone to an input: the first in the document's order. */
function tidyPatch(session: Session, known: Known): Session['patch'] {
  const taken = new Set<string>();
  const stays = session.microphones.flatMap(({ id }): [string, string][] => {
    const address = Object.hasOwn(session.patch, id) ? session.patch[id] : undefined;
    if (address === undefined || !known.inputs.has(address) || taken.has(address)) return [];
    taken.add(address);
    return [[id, address]];
  });
  return stays.length === Object.keys(session.patch).length ? session.patch : Object.fromEntries(stays);
}

/** Microphones whose second way goes to an input that is there, free, and reached over a splitter; of two that go to one the first. */
function tidyWays(microphones: Session['microphones'], known: Known, patch: Session['patch']): Session['microphones'] {
  const taken = new Set(Object.values(patch));
  return mapped(microphones, (microphone) => {
    const { secondInput, ...single } = microphone;
    if (secondInput === undefined) return microphone;
    const good = isSplit(known, microphone) && known.inputs.has(secondInput) && !taken.has(secondInput);
    taken.add(secondInput);
    return good ? microphone : single;
  });
}

/** A collar hangs on a microphone; what stands by itself on none. */
const hangsRight = (kind: string, microphoneId: MicrophoneId | null): boolean => (kind === 'collar') === (microphoneId !== null);

/** A session without references to what is no longer there: what pointed at it points at nothing, or goes where it means nothing alone. */
export function withoutDeadReferences(session: Session): Session {
  const known = knownIn(session);
  const inPairs = new Set<string>();
  const pairs = kept(sweptList(known, PAIR, session.pairs), ({ leftId, rightId }) => {
    const whole = leftId !== rightId && !inPairs.has(leftId) && !inPairs.has(rightId);
    if (whole) inPairs.add(leftId).add(rightId);
    return whole;
  });
  const read = new Set<string>();
  const tape = kept(session.tape, ({ microphoneId, from }) => {
    const key = `${microphoneId} ${from}`;
    const good = !read.has(key);
    read.add(key);
    return good;
  });
  const patch = tidyPatch(session, known);
  const microphones = mapped(sweptList(known, MICROPHONE, session.microphones), (microphone) => withoutLooseEnds(known, microphone));
  const next = {
    microphones: tidyWays(microphones, known, patch),
    pairs,
    furnishings: kept(sweptList(known, FURNISHING, session.furnishings), ({ kind, microphoneId }) => hangsRight(kind, microphoneId)),
    tape,
    patch,
  };
  const same = (Object.keys(next) as (keyof typeof next)[]).every((key) => next[key] === session[key]);
  return same ? session : { ...session, ...next };
}

type Problem = string | null;

/** What a field that points at nothing names, as a phrase. */
const NAMELESS: Readonly<Record<Target, string>> = {
  microphone: 'which is no microphone of the session',
  model: 'which is not on its shelf',
  stand: 'a stand that is not on its shelf',
  outboard: 'which is not on its shelf',
  source: 'a source that is not in the session',
  mark: 'a mark that is not in the session',
};

function deadInList<T extends object>(known: Known, name: string, records: Records<T>, list: readonly T[]): Problem {
  for (const [i, item] of list.entries()) {
    const dead = deadIn(known, records, item).find(({ refers }) => refers.lost !== 'kept');
    if (!dead) continue;
    const id = item[dead.key];
    const named = typeof id === 'string' ? `“${id}”, ` : '';
    return `${name}[${i}].${String(dead.key)} names ${named}${NAMELESS[dead.refers.to]}`;
  }
  return null;
}

function looseEnd(session: Session, known: Known): Problem {
  const i = session.microphones.findIndex((microphone) => !follows(known, microphone));
  return i < 0 ? null : `microphones[${i}].lineOutboardId names what cannot stand behind its “outboardId”`;
}

function twiceInPairs(session: Session): Problem {
  const paired = new Set<string>();
  for (const [i, { leftId, rightId }] of session.pairs.entries()) {
    if (leftId === rightId) return `pairs[${i}] names the same microphone twice`;
    if (paired.has(leftId) || paired.has(rightId)) return `pairs[${i}] names a microphone that is in another pair`;
    paired.add(leftId).add(rightId);
  }
  return null;
}

function wrongInLists(session: Session): Problem {
  for (const [i, { kind, microphoneId }] of session.furnishings.entries())
    if (!hangsRight(kind, microphoneId))
      return `furnishings[${i}].microphoneId names no microphone of the session, or one that a ${kind} has no use for`;
  const read = new Set<string>();
  for (const [i, { microphoneId, from }] of session.tape.entries()) {
    if (read.has(`${microphoneId} ${from}`)) return `tape[${i}] reads the same string a second time`;
    read.add(`${microphoneId} ${from}`);
  }
  return null;
}

function wrongInPatch(session: Session, known: Known): Problem {
  const taken = new Set<string>();
  for (const [id, address] of Object.entries(session.patch)) {
    if (!known.has('microphone', id)) return `patch.${id} names “${id}”, ${NAMELESS.microphone}`;
    if (!known.inputs.has(address)) return `patch.${id} names an input that is not on its shelf`;
    if (taken.has(address)) return `patch.${id} names an input that another microphone is in`;
    taken.add(address);
  }
  for (const [i, microphone] of session.microphones.entries()) {
    const { secondInput } = microphone;
    if (secondInput === undefined) continue;
    if (!isSplit(known, microphone)) return `microphones[${i}].secondInput needs a splitter in its “outboardId”`;
    if (!known.inputs.has(secondInput)) return `microphones[${i}].secondInput names an input that is not on its shelf`;
    if (taken.has(secondInput)) return `microphones[${i}].secondInput names an input that is taken`;
    taken.add(secondInput);
  }
  return null;
}

/** The first thing in a session that points at nothing, as a phrase that names the field; null when everything hangs together. */
export function firstDeadReference(session: Session): Problem {
  const known = knownIn(session);
  return (
    deadInList(known, 'microphones', MICROPHONE, session.microphones) ??
    deadInList(known, 'pairs', PAIR, session.pairs) ??
    deadInList(known, 'furnishings', FURNISHING, session.furnishings) ??
    looseEnd(session, known) ??
    twiceInPairs(session) ??
    wrongInLists(session) ??
    wrongInPatch(session, known)
  );
}
