import { arrivalTable, type Plan, type PlanMicrophone, sourceKey } from '../arrivals';
import { samplesInFile } from '../chain';
import { type Command, command, type PlacedMicrophone, type Session } from '../document';
import { distance, dot, normalize, subtract, type Vec3 } from '../math';
import { inputAddress } from '../patch';
import { gainSetting, outboardOf, patchInputs, resolvePlan } from '../planning';
import { type TapeEntry, tapeList } from '../tape';
import { degreesFromRadians, formatLength, formatNumber } from '../units';

/** One thing that differs between two set-ups. */
export interface Change {
  readonly kind: 'place' | 'aim' | 'switch' | 'gain' | 'input' | 'microphone' | 'pair' | 'instrument' | 'room' | 'choice';
  /** The microphone it is about; null for what is none's. */
  readonly microphoneId: string | null;
  readonly words: string;
}

/** Less than this is the same place, or the same way: no hand sets a stand finer. */
const SAME_PLACE_M = 0.002;
const SAME_WAY_DEG = 0.5;
const SAME_GAIN_DB = 0.5;

const angleBetweenDeg = (a: Vec3, b: Vec3): number => degreesFromRadians(Math.acos(Math.min(1, Math.max(-1, dot(normalize(a), normalize(b))))));
const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** How far a microphone went, told by its height and by its string to what it is there for, or to the nearest source. */
function placeWords(before: Plan, after: Plan, a: PlanMicrophone, b: PlanMicrophone): string {
  const { units } = after;
  const moved = distance(a.positionM, b.positionM);
  const up = b.positionM.z - a.positionM.z;
  const source =
    after.sources.find((one) => sourceKey(one) === b.targetKey) ??
    [...after.sources].sort((s, t) => distance(s.sides[0].positionM, b.positionM) - distance(t.sides[0].positionM, b.positionM))[0];
  const then = source && before.sources.find((one) => sourceKey(one) === sourceKey(source));
  const longer = source && then ? distance(source.sides[0].positionM, b.positionM) - distance(then.sides[0].positionM, a.positionM) : 0;
  const parts = [
    ...(Math.abs(up) >= 0.005 ? [`${formatLength(Math.abs(up), units)} ${up > 0 ? 'higher' : 'lower'}`] : []),
    ...(source && Math.abs(longer) >= 0.005
      ? [`its string to the ${source.name.toLowerCase()} ${formatLength(Math.abs(longer), units)} ${longer > 0 ? 'longer' : 'shorter'}`]
      : []),
  ];
  return `${b.name} stands ${formatLength(moved, units)} from where it was${parts.length ? `: ${parts.join(', ')}` : ''}.`;
}

/** Switches of a microphone that differ. */
function switchWords(name: string, a: PlacedMicrophone, b: PlacedMicrophone): string[] {
  const onOff = (what: string, was: boolean, is: boolean): string[] => (was === is ? [] : [`${name}: ${what} ${is ? 'on' : 'off'}.`]);
  return [
    ...(a.pattern === b.pattern ? [] : [`${name} is set to ${b.pattern.replaceAll('-', ' ')}, it was ${a.pattern.replaceAll('-', ' ')}.`]),
    ...onOff('pad', a.padOn, b.padOn),
    ...onOff('low cut', a.lowCut === true, b.lowCut === true),
    ...onOff('low cut on its way', a.inputLowCut === true, b.inputLowCut === true),
    ...onOff('inverted in the mix', a.flipped, b.flipped),
    ...onOff('inverted at its input', a.inputInverted === true, b.inputInverted === true),
    ...(a.cable === b.cable && (a.cableChanges ?? 0) === (b.cableChanges ?? 0)
      ? []
      : [b.cable === 'reversed' ? `The cable of ${name} is reversed.` : `The cable of ${name} was changed.`]),
    ...(samplesInFile(a) === samplesInFile(b)
      ? []
      : [`${name} is ${formatNumber(samplesInFile(b) - samplesInFile(a), 0)} samples later by what is in its way.`]),
    ...(a.alignSamples === b.alignSamples ? [] : [`${name} is slid by ${formatNumber(b.alignSamples - a.alignSamples, 0)} samples more.`]),
  ];
}

interface Stood {
  readonly session: Session;
  readonly plan: Plan;
}

function microphoneChanges(before: Stood, after: Stood, id: string): Change[] {
  const placed = [before, after].map(({ session }) => session.microphones.find((one) => one.id === id));
  const planned = [before, after].map(({ plan }) => plan.microphones.find((one) => one.id === id));
  const [a, b] = placed;
  const [pa, pb] = planned;
  if (!a && b) return [{ kind: 'microphone', microphoneId: id, words: `${b.name} is new.` }];
  if (a && !b) return [{ kind: 'microphone', microphoneId: id, words: `${a.name} is gone.` }];
  if (!a || !b || !pa || !pb) return [];
  const of = (kind: Change['kind'], words: string): Change => ({ kind, microphoneId: id, words });
  const turned = angleBetweenDeg(subtract(a.aimM, a.positionM), subtract(b.aimM, b.positionM));
  const moved = distance(a.positionM, b.positionM) > SAME_PLACE_M;
  return [
    ...(pa.model.name === pb.model.name
      ? []
      : [of('microphone', `${b.name} is a ${pb.model.name.toLowerCase()}, it was a ${pa.model.name.toLowerCase()}.`)]),
    ...(moved ? [of('place', placeWords(before.plan, after.plan, pa, pb))] : []),
    // Who moves a stand aims anew: that is told by itself only where nothing moved.
    ...(!moved && turned > SAME_WAY_DEG ? [of('aim', `${b.name} is turned by ${formatNumber(turned, 0)}°.`)] : []),
    ...switchWords(b.name, a, b).map((words) => of('switch', words)),
    ...patchChanges(before, after, b).map((words) => of('input', words)),
    ...(pa.model.name === pb.model.name && a.padOn === b.padOn && !moved ? gainChanges(before, after, b).map((words) => of('gain', words)) : []),
  ];
}

function patchChanges(before: Stood, after: Stood, { id, name }: PlacedMicrophone): string[] {
  const inputOf = ({ session }: Stood): string => patchInputs(session).find((one) => inputAddress(one) === session.patch[id])?.name ?? 'none';
  const [was, is] = [inputOf(before), inputOf(after)];
  const [through, now] = [outboardOf(before.session, id)?.name ?? 'a cable alone', outboardOf(after.session, id)?.name ?? 'a cable alone'];
  return [
    ...(before.session.patch[id] === after.session.patch[id] ? [] : [`${name} is in input ${is}, it was in ${was}.`]),
    ...(through === now ? [] : [`${name} goes through ${now}, it went through ${through}.`]),
  ];
}

/** Gains follow places; told by themselves only where they are what was changed. */
function gainChanges(before: Stood, after: Stood, { id, name }: PlacedMicrophone): string[] {
  const gainOf = ({ session, plan }: Stood): number | null => {
    const input = patchInputs(session).find((one) => inputAddress(one) === session.patch[id]);
    return input ? (gainSetting(arrivalTable(plan), id, input, outboardOf(session, id))?.gainDb ?? null) : null;
  };
  const [was, is] = [gainOf(before), gainOf(after)];
  if (was === null || is === null || Math.abs(is - was) < SAME_GAIN_DB) return [];
  return [`${name}: gain ${formatNumber(is, 0)} dB, it was ${formatNumber(was, 0)} dB.`];
}

function otherChanges({ session: a }: Stood, { session: b }: Stood): Change[] {
  const of = (kind: Change['kind'], words: string): Change => ({ kind, microphoneId: null, words });
  const instruments = b.instruments.flatMap((instrument): Change[] => {
    const was = a.instruments.find(({ id }) => id === instrument.id);
    if (!was) return [of('instrument', `${instrument.name} is new.`)];
    return same(was, instrument) ? [] : [of('instrument', `${instrument.name} stands or is set otherwise.`)];
  });
  const gone = a.instruments.filter(({ id }) => !b.instruments.some((one) => one.id === id));
  const choices = Object.keys({ ...a.ready.choices, ...b.ready.choices }).filter((key) => a.ready.choices?.[key] !== b.ready.choices?.[key]);
  return [
    ...instruments,
    ...gone.map(({ name }) => of('instrument', `${name} is gone.`)),
    ...(same(a.pairs, b.pairs) ? [] : [of('pair', 'Pairs are made or set otherwise.')]),
    ...(same(a.room, b.room) && same(a.furnishings, b.furnishings) ? [] : [of('room', 'The room, or what stands in it, is otherwise.')]),
    ...choices.map((key) =>
      of('choice', `${key.split('/').at(-1)}: ${b.ready.choices?.[key] ?? 'as it comes'}, it was ${a.ready.choices?.[key] ?? 'as it comes'}.`),
    ),
  ];
}

/** Everything that a hand would have had to change to come from one set-up to another, a sentence each. */
export function changesBetween(before: Session, after: Session): readonly Change[] {
  const [a, b] = [before, after].map((session): Stood => ({ session, plan: resolvePlan(session) })) as [Stood, Stood];
  const ids = [...new Set([...after.microphones, ...before.microphones].map(({ id }) => id))];
  const changes = [...ids.flatMap((id) => microphoneChanges(a, b, id)), ...otherChanges(a, b)];
  const moved = (id: string): boolean => changes.some(({ kind, microphoneId }) => kind === 'place' && microphoneId === id);
  const pairMoved = after.pairs.some(({ leftId, rightId }) => moved(leftId) || moved(rightId));
  return changes.filter(({ kind }) => kind !== 'pair' || !pairMoved);
}

/** How many things were changed at once: the two of a pair that moved are one. */
export function countChanges({ pairs }: Session, changes: readonly Change[]): number {
  const keys = changes.map(({ kind, microphoneId }, i) => {
    const pair = pairs.find(({ leftId, rightId }) => leftId === microphoneId || rightId === microphoneId);
    return pair ? `${kind} ${pair.id}` : `${i}`;
  });
  return new Set(keys).size;
}

/** The strings to set, and the sentences of what else to do, to come from here to an earlier set-up. */
export function wayBack(now: Session, then: Session): { readonly tape: readonly TapeEntry[]; readonly others: readonly string[] } {
  const changes = changesBetween(now, then);
  const plan = resolvePlan(then);
  const moved = new Set(
    changes.flatMap(({ kind, microphoneId }) => (microphoneId && (kind === 'place' || kind === 'microphone') ? [microphoneId] : [])),
  );
  return {
    tape: tapeList(plan).filter(({ microphoneId }) => moved.has(microphoneId)),
    others: changes.filter(({ kind }) => kind !== 'place').map(({ words }) => words),
  };
}

/** Puts an earlier set-up back, whole. */
export const putBack = (snapshot: Session): Command =>
  command('put an attempt back', (session) => ({ ...snapshot, id: session.id, updatedAt: session.updatedAt }));
