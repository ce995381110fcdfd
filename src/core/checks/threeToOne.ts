import { THREE_TO_ONE_DB } from '../acoustics';
import { type Arrival, type ArrivalTable, incidentSplDb, type Plan, type PlanMicrophone } from '../arrivals';
import { type MicrophoneId, sourceKey } from '../ids';
import { distance } from '../math';
import { isDirect } from '../microphones';
import { gapToSolid } from '../solids';

/** What the two three-to-one schools say of two microphones. */
export interface ThreeToOne {
  /** Distance school: microphones apart, over the farther one's distance to the nearest surface that sounds; 3 or more is met. */
  readonly distanceRatio: number;
  readonly distanceMet: boolean;
  /** Leak school: by how much less the first hears the second's source than the second does, and the other way; null on one shared source. */
  readonly leakDb: number | null;
  readonly leakMet: boolean | null;
}

/** From a microphone to the nearest surface of what sounds, metres: a tape is held to the guitar and not into its middle. */
function toSurfaceM({ solids }: Plan, { positionM }: PlanMicrophone, arrival: Arrival): number {
  const gaps = solids.flatMap(({ shape, sourceIds }) => (sourceIds.includes(arrival.sourceKey) ? [gapToSolid(shape, positionM)] : []));
  const nearest = Math.min(arrival.distanceM, ...gaps);
  return nearest > 0 ? nearest : arrival.distanceM;
}

/**
 * Both schools for two microphones. On one shared source the leak school promises nothing: null, look at delay and level.
 * Null when a microphone has no source to be judged by.
 */
export function threeToOne(table: ArrivalTable, firstId: MicrophoneId, secondId: MicrophoneId): ThreeToOne | null {
  const { plan, rows } = table;
  const [a, b] = [firstId, secondId].map((id) => plan.microphones.findIndex((microphone) => microphone.id === id));
  const [first, second] = [plan.microphones[a ?? -1], plan.microphones[b ?? -1]];
  if (!first || !second || isDirect(first.model.kind) || isDirect(second.model.kind)) return null;
  const pair = plan.pairs.find((candidate) => [candidate.leftId, candidate.rightId].every((id) => id === firstId || id === secondId));
  const indexOf = (key: string | null): number => plan.sources.findIndex((source) => sourceKey(source) === key);
  const [s, t] = [indexOf(first.targetKey ?? pair?.centreKey ?? null), indexOf(second.targetKey ?? pair?.centreKey ?? null)];
  const [own, other] = [rows[a ?? -1]?.[s], rows[b ?? -1]?.[t]];
  if (!own || !other) return null;
  const distanceRatio = distance(first.positionM, second.positionM) / Math.max(toSurfaceM(plan, first, own), toSurfaceM(plan, second, other));
  const common = { distanceRatio, distanceMet: distanceRatio >= 3 };
  if (s === t) return { ...common, leakDb: null, leakMet: null };
  const [leakIntoFirst, leakIntoSecond] = [rows[a ?? -1]?.[t], rows[b ?? -1]?.[s]];
  if (!leakIntoFirst || !leakIntoSecond) return null;
  const leakDb = Math.min(incidentSplDb(other) - leakIntoFirst.levelDb, incidentSplDb(own) - leakIntoSecond.levelDb);
  return { ...common, leakDb, leakMet: leakDb >= THREE_TO_ONE_DB };
}
