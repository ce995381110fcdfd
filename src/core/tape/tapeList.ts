import type { Plan, PlanMicrophone } from '../arrivals';
import { type MicrophoneId, partsOfSourceKey, type SourceKey } from '../ids';
import { distance, type Vec3 } from '../math';
import { isDirect } from '../microphones';
import { chooseMarks } from './chooseMarks';
import { marksInSight, marksOf, type PlacedMark, refOf } from './marks';
import { toleranceM } from './tolerance';

/** One distance to set, between two things a tape can touch. */
export interface TapeEntry {
  readonly microphoneId: MicrophoneId;
  readonly microphone: string;
  readonly label: string;
  readonly from: string;
  /** "floor", or "instrumentId/markId". */
  readonly ref: string;
  /** Where the tape is held; null for the floor. */
  readonly fromM: Vec3 | null;
  readonly lengthM: number;
  /** A deviation within this changes nothing one can hear, metres. */
  readonly toleranceM: number;
  readonly kind: 'string' | 'height';
}

/** Strings named for each microphone beside its height, at least; a third where two leave too much open. */
const STRINGS_PER_MICROPHONE = 2;

/** A person moves; a tape is held to things that do not. */
const STAYS = /^(?!head$|mouth$|.*shoulder$)/;

const targetOf = (plan: Plan, microphone: PlanMicrophone): SourceKey | null => {
  const pair = plan.pairs.find((candidate) => candidate.leftId === microphone.id || candidate.rightId === microphone.id);
  return microphone.targetKey ?? pair?.centreKey ?? null;
};

/** Marks to tape from, in free sight: one on what the microphone is there for, and those that with it leave least open. Marks read already stay. */
function marksFor(plan: Plan, microphone: PlanMicrophone, least: number, kept: ReadonlySet<string>): PlacedMark[] {
  const inSight = marksInSight(plan, microphone);
  const staying = inSight.filter((mark) => STAYS.test(mark.id));
  // A singer is measured from the mouth: nothing that stays is there.
  const near = staying.length >= least ? staying : [...staying, ...inSight.filter((mark) => !staying.includes(mark))];
  const read = marksOf(plan).filter((mark) => kept.has(refOf(mark)));
  const target = targetOf(plan, microphone);
  const { instrumentId, sourceId } = target === null ? { instrumentId: '', sourceId: undefined } : partsOfSourceKey(target);
  const ofTarget = sourceId === undefined ? [] : near.filter((mark) => mark.instrumentId === instrumentId && mark.id.startsWith(`${sourceId}-`));
  // The middle is what both strings of a pair are held to.
  const own = ofTarget.find(({ id }) => id === `${sourceId}-centre`) ?? ofTarget[0];
  const first = read.length ? read : own ? [own] : [];
  const others = near.filter((mark) => !kept.has(refOf(mark)));
  return chooseMarks([...read, ...others], microphone.positionM, first, Math.max(least, read.length));
}

/** Angle round the middle of the plan, so that a person walks once round: clockwise from the left front. */
function walkingAngle(plan: Plan, microphone: PlanMicrophone): number {
  const count = Math.max(1, plan.microphones.length);
  const cx = plan.microphones.reduce((total, m) => total + m.positionM.x, 0) / count;
  const cy = plan.microphones.reduce((total, m) => total + m.positionM.y, 0) / count;
  return -Math.atan2(microphone.positionM.y - cy, microphone.positionM.x - cx);
}

/** Channels with nothing to measure: a pickup is plugged in, and hears its instrument at 0 ms. */
export const pluggedIn = (plan: Plan): PlanMicrophone[] => plan.microphones.filter(({ model }) => isDirect(model.kind));

/** Microphones in the order one walks them: low ones first, then once round. */
export function walkingOrder(plan: Plan): PlanMicrophone[] {
  const tall = (microphone: PlanMicrophone): number => (microphone.positionM.z > 1.2 ? 1 : 0);
  return [...plan.microphones].sort((a, b) => tall(a) - tall(b) || walkingAngle(plan, a) - walkingAngle(plan, b));
}

/** Marks that were read already, by microphone: "instrumentId/markId". */
export type ReadMarks = (microphoneId: MicrophoneId) => ReadonlySet<string>;
const NOTHING_READ: ReadMarks = () => new Set();

/**
 * The tape list: for each microphone its height from the floor and the strings that fix its place, in walking order. Marks that were read stay
 * in the list when the plan moves, so that no reading is lost from sight.
 */
export function tapeList(
  plan: Plan,
  strings: number | ((microphoneId: MicrophoneId) => number) = STRINGS_PER_MICROPHONE,
  read = NOTHING_READ,
): TapeEntry[] {
  const least = (id: MicrophoneId): number => (typeof strings === 'number' ? strings : strings(id));
  return walkingOrder(plan).flatMap((microphone) => {
    if (isDirect(microphone.model.kind)) return [];
    const common = { microphoneId: microphone.id, microphone: microphone.name, label: microphone.label };
    const entries = marksFor(plan, microphone, least(microphone.id), read(microphone.id)).map((mark): TapeEntry => {
      const lengthM = distance(mark.positionM, microphone.positionM);
      const ref = refOf(mark);
      return { ...common, from: mark.name, ref, fromM: mark.positionM, lengthM, toleranceM: toleranceM(plan, microphone, lengthM), kind: 'string' };
    });
    const { z } = microphone.positionM;
    return [
      {
        ...common,
        from: 'Floor',
        ref: 'floor',
        fromM: null,
        lengthM: z,
        toleranceM: toleranceM(plan, microphone, z),
        kind: 'height',
      } satisfies TapeEntry,
      ...entries,
    ];
  });
}
