import { EQUAL_STRINGS_M } from '../acoustics';
import type { Plan, PlanMicrophone } from '../arrivals';
import { sourceKey } from '../ids';
import { distance } from '../math';

/** A level change of half a decibel is hardly heard: 6 % of the distance (inverse distance law). */
const LEVEL_SHARE = 0.06;
/** Another microphone within this on the same source makes a comb of any move, metres of string. */
const SHARED_M = 0.04;
const LEAST_M = 0.005;
const MOST_M = 0.1;

/**
 * How far off a distance may be before one can hear it: half a decibel of level, kept below what a pair or a second
 * microphone on the same source allows; never finer than the tape.
 */
export function toleranceM(plan: Plan, microphone: PlanMicrophone, lengthM: number): number {
  const paired = plan.pairs.some((pair) => pair.leftId === microphone.id || pair.rightId === microphone.id);
  const shared = plan.microphones.some((other) => other.id !== microphone.id && other.targetKey !== null && other.targetKey === microphone.targetKey);
  const source = plan.sources.find((candidate) => sourceKey(candidate) === microphone.targetKey);
  const reach = source ? Math.min(lengthM, distance(source.sides[0].positionM, microphone.positionM)) : lengthM;
  const byLevel = LEVEL_SHARE * reach;
  return Math.min(MOST_M, Math.max(LEAST_M, Math.min(byLevel, paired ? EQUAL_STRINGS_M : Infinity, shared ? SHARED_M : Infinity)));
}
