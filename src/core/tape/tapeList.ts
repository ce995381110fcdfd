import type { Plan, PlanMicrophone } from '../arrivals';
import type { Mark } from '../instruments';
import { distance } from '../math';

/** One distance to set, between two things a tape can touch. */
export interface TapeEntry {
  readonly microphoneId: string;
  readonly microphone: string;
  readonly label: string;
  readonly from: string;
  readonly lengthM: number;
  readonly kind: 'string' | 'height';
}

/** Marks within this of the nearest useful one count as ties and the earlier is kept, metres. */
const MARKS_PER_MICROPHONE = 2;

const targetOf = (plan: Plan, microphone: PlanMicrophone): string | null => {
  const pair = plan.pairs.find((candidate) => candidate.leftId === microphone.id || candidate.rightId === microphone.id);
  return microphone.targetKey ?? pair?.centreKey ?? null;
};

/** Marks to tape from: those of the target first, then the nearest others that a tape can reach. */
function marksFor(plan: Plan, microphone: PlanMicrophone): Mark[] {
  const source = targetOf(plan, microphone)?.split('/')[1];
  const marks = plan.geometries.flatMap((geometry) => geometry.marks).filter((mark) => !/head$|shoulder|throne/.test(mark.id));
  const byDistance = [...marks].sort((a, b) => distance(a.positionM, microphone.positionM) - distance(b.positionM, microphone.positionM));
  const own = byDistance.filter((mark) => source && mark.id.startsWith(`${source}-`));
  const others = byDistance.filter((mark) => !own.includes(mark));
  return [...own.slice(0, 1), ...others].slice(0, MARKS_PER_MICROPHONE);
}

/** Angle round the middle of the plan, so that a person walks once round: clockwise from the left front. */
function walkingAngle(plan: Plan, microphone: PlanMicrophone): number {
  const count = Math.max(1, plan.microphones.length);
  const cx = plan.microphones.reduce((total, m) => total + m.positionM.x, 0) / count;
  const cy = plan.microphones.reduce((total, m) => total + m.positionM.y, 0) / count;
  return -Math.atan2(microphone.positionM.y - cy, microphone.positionM.x - cx);
}

/** Microphones in the order one walks them: low ones first, then once round. */
export function walkingOrder(plan: Plan): PlanMicrophone[] {
  const tall = (microphone: PlanMicrophone): number => (microphone.positionM.z > 1.2 ? 1 : 0);
  return [...plan.microphones].sort((a, b) => tall(a) - tall(b) || walkingAngle(plan, a) - walkingAngle(plan, b));
}

/** The tape list: for each microphone its height from the floor and its strings, in walking order. */
export function tapeList(plan: Plan): TapeEntry[] {
  return walkingOrder(plan).flatMap((microphone) => {
    const common = { microphoneId: microphone.id, microphone: microphone.name, label: microphone.label };
    const strings = marksFor(plan, microphone).map(
      (mark): TapeEntry => ({ ...common, from: mark.name, lengthM: distance(mark.positionM, microphone.positionM), kind: 'string' }),
    );
    return [{ ...common, from: 'Floor', lengthM: microphone.positionM.z, kind: 'height' } satisfies TapeEntry, ...strings];
  });
}
