import type { InstrumentId, MarkId, MicrophoneId } from '../ids';
import { inputAddress } from '../ids';
import { type Geometry, geometryOf, type Instrument } from '../instruments';
import { canFollow, type Outboard } from '../patch';
import type { PlacedMicrophone, Session, SourceReference } from './session';

/** Everything in a session that something else may point at. */
interface Known {
  readonly microphones: ReadonlySet<string>;
  readonly models: ReadonlySet<string>;
  readonly stands: ReadonlySet<string>;
  readonly outboard: ReadonlyMap<string, Outboard>;
  /** Those of it that send a microphone two ways. */
  readonly splitters: ReadonlySet<string>;
  /** Input addresses, "device/input". */
  readonly inputs: ReadonlySet<string>;
  readonly instruments: ReadonlyMap<string, Geometry>;
}

const idsOf = (list: readonly { readonly id: string }[]): Set<string> => new Set(list.map(({ id }) => id));

const inputsOf = (session: Session): Set<string> =>
  new Set(session.shelf.devices.flatMap((device) => device.inputs.map(({ id }) => inputAddress({ deviceId: device.id, id }))));

const knownIn = (session: Session): Known => ({
  microphones: idsOf(session.microphones),
  models: idsOf(session.shelf.microphones),
  stands: idsOf(session.shelf.stands),
  outboard: new Map((session.shelf.outboard ?? []).map((one) => [one.id, one])),
  splitters: idsOf((session.shelf.outboard ?? []).filter(({ kind }) => kind === 'splitter')),
  inputs: inputsOf(session),
  instruments: new Map(session.instruments.map((instrument: Instrument) => [instrument.id, geometryOf(instrument)])),
});

const hasSource = (known: Known, { instrumentId, sourceId }: SourceReference): boolean =>
  known.instruments.get(instrumentId)?.sources.some((source) => source.id === sourceId) ?? false;
const hasMark = (known: Known, instrumentId: InstrumentId, markId: MarkId): boolean =>
  known.instruments.get(instrumentId)?.marks.some((mark) => mark.id === markId) ?? false;

/** Whether what stands behind is there and can: without it nothing is wrong. */
function follows(known: Known, { outboardId, lineOutboardId }: PlacedMicrophone): boolean {
  const [first, next] = [known.outboard.get(outboardId ?? ''), known.outboard.get(lineOutboardId ?? '')];
  return lineOutboardId === undefined || (first !== undefined && next !== undefined && canFollow(first, next));
}

function tidyMicrophone(known: Known, microphone: PlacedMicrophone): PlacedMicrophone {
  const { target, stand, heldString } = microphone;
  const lost = {
    ...(target && !hasSource(known, target) ? { target: null } : {}),
    ...(stand && !known.stands.has(stand.modelId) ? { stand: null } : {}),
    ...(heldString && !hasMark(known, heldString.instrumentId, heldString.markId) ? { heldString: null } : {}),
  };
  const { outboardId, lineOutboardId, ...direct } = { ...microphone, ...lost };
  if (outboardId !== undefined && !known.outboard.has(outboardId)) return direct;
  if (!follows(known, microphone)) return outboardId === undefined ? direct : { ...direct, outboardId };
  return Object.keys(lost).length ? { ...microphone, ...lost } : microphone;
}

/** A patch without microphones or inputs that are gone, and with one microphone to an input: the first in the document's order. */
function tidyPatch(session: Session, known: Known): Session['patch'] {
  const taken = new Set<string>();
  const kept = session.microphones.flatMap(({ id }): [string, string][] => {
    const address = Object.hasOwn(session.patch, id) ? session.patch[id] : undefined;
    if (address === undefined || !known.inputs.has(address) || taken.has(address)) return [];
    taken.add(address);
    return [[id, address]];
  });
  return kept.length === Object.keys(session.patch).length ? session.patch : Object.fromEntries(kept);
}

/** Microphones whose second way goes to an input that is there, free, and reached over a splitter; of two that go to one the first. */
function tidyWays(session: Session, known: Known, patch: Session['patch']): Session['microphones'] {
  const taken = new Set(Object.values(patch));
  return mapped(session.microphones, (microphone) => {
    const { secondInput, ...single } = microphone;
    if (secondInput === undefined) return microphone;
    const good = known.splitters.has(microphone.outboardId ?? '') && known.inputs.has(secondInput) && !taken.has(secondInput);
    taken.add(secondInput);
    return good ? microphone : single;
  });
}

const kept = <T>(list: readonly T[], keep: (item: T) => boolean): readonly T[] => (list.every(keep) ? list : list.filter(keep));
const mapped = <T>(list: readonly T[], change: (item: T) => T): readonly T[] => {
  const next = list.map(change);
  return next.every((item, i) => item === list[i]) ? list : next;
};

/** A collar hangs on a microphone that is there; what stands by itself on none. */
const hasHolder = (known: Known, kind: string, microphoneId: MicrophoneId | null): boolean =>
  kind === 'collar' ? microphoneId !== null && known.microphones.has(microphoneId) : microphoneId === null;

/** A session without references to what is no longer there: what pointed at it points at nothing, or goes where it means nothing alone. */
export function withoutDeadReferences(session: Session): Session {
  const known = knownIn(session);
  const inPairs = new Set<string>();
  const pairs = kept(session.pairs, ({ leftId, rightId }) => {
    const whole =
      leftId !== rightId && known.microphones.has(leftId) && known.microphones.has(rightId) && !inPairs.has(leftId) && !inPairs.has(rightId);
    if (whole) inPairs.add(leftId).add(rightId);
    return whole;
  });
  const read = new Set<string>();
  // A reading of a microphone or mark that is not there is of another set-up, and is there again when that is put back.
  const tape = kept(session.tape, ({ microphoneId, from }) => {
    const key = `${microphoneId} ${from}`;
    const good = !read.has(key);
    read.add(key);
    return good;
  });
  const patch = tidyPatch(session, known);
  const next = {
    ...session,
    microphones: tidyWays({ ...session, microphones: mapped(session.microphones, (microphone) => tidyMicrophone(known, microphone)) }, known, patch),
    pairs: mapped(pairs, (pair) => (pair.centre && !hasSource(known, pair.centre) ? { ...pair, centre: null } : pair)),
    furnishings: kept(session.furnishings, ({ kind, microphoneId }) => hasHolder(known, kind, microphoneId)),
    tape,
    patch,
  };
  const same =
    next.furnishings === session.furnishings &&
    next.microphones === session.microphones &&
    next.pairs === session.pairs &&
    next.tape === session.tape &&
    next.patch === session.patch;
  return same ? session : next;
}

type Problem = string | null;

function deadInMicrophones(session: Session, known: Known): Problem {
  for (const [i, { modelId, target, stand, heldString, outboardId }] of session.microphones.entries()) {
    if (!known.models.has(modelId)) return `microphones[${i}].modelId names “${modelId}”, which is not on its shelf`;
    if (target && !hasSource(known, target)) return `microphones[${i}].target names a source that is not in the session`;
    if (stand && !known.stands.has(stand.modelId)) return `microphones[${i}].stand names a stand that is not on its shelf`;
    if (outboardId !== undefined && !known.outboard.has(outboardId)) return `microphones[${i}].outboardId names what is not on its shelf`;
    if (!follows(known, session.microphones[i] as PlacedMicrophone))
      return `microphones[${i}].lineOutboardId names what cannot stand behind its “outboardId”`;
    if (heldString && !hasMark(known, heldString.instrumentId, heldString.markId))
      return `microphones[${i}].heldString names a mark that is not in the session`;
  }
  return null;
}

function deadInPairs(session: Session, known: Known): Problem {
  const paired = new Set<string>();
  for (const [i, { leftId, rightId, centre }] of session.pairs.entries()) {
    if (!known.microphones.has(leftId) || !known.microphones.has(rightId)) return `pairs[${i}] names a microphone that is not in the session`;
    if (leftId === rightId) return `pairs[${i}] names the same microphone twice`;
    if (paired.has(leftId) || paired.has(rightId)) return `pairs[${i}] names a microphone that is in another pair`;
    paired.add(leftId).add(rightId);
    if (centre && !hasSource(known, centre)) return `pairs[${i}].centre names a source that is not in the session`;
  }
  return null;
}

function deadInLists(session: Session, known: Known): Problem {
  for (const [i, { kind, microphoneId }] of session.furnishings.entries())
    if (!hasHolder(known, kind, microphoneId))
      return `furnishings[${i}].microphoneId names no microphone of the session, or one that a ${kind} has no use for`;
  const read = new Set<string>();
  for (const [i, { microphoneId, from }] of session.tape.entries()) {
    if (read.has(`${microphoneId} ${from}`)) return `tape[${i}] reads the same string a second time`;
    read.add(`${microphoneId} ${from}`);
  }
  const taken = new Set<string>();
  for (const [id, address] of Object.entries(session.patch)) {
    if (!known.microphones.has(id)) return `patch.${id} names a microphone that is not in the session`;
    if (!known.inputs.has(address)) return `patch.${id} names an input that is not on its shelf`;
    if (taken.has(address)) return `patch.${id} names an input that another microphone is in`;
    taken.add(address);
  }
  for (const [i, { secondInput, outboardId }] of session.microphones.entries()) {
    if (secondInput === undefined) continue;
    if (!known.splitters.has(outboardId ?? '')) return `microphones[${i}].secondInput needs a splitter in its “outboardId”`;
    if (!known.inputs.has(secondInput)) return `microphones[${i}].secondInput names an input that is not on its shelf`;
    if (taken.has(secondInput)) return `microphones[${i}].secondInput names an input that is taken`;
    taken.add(secondInput);
  }
  return null;
}

/** The first thing in a session that points at nothing, as a phrase that names the field; null when everything hangs together. */
export function firstDeadReference(session: Session): Problem {
  const known = knownIn(session);
  return deadInMicrophones(session, known) ?? deadInPairs(session, known) ?? deadInLists(session, known);
}
