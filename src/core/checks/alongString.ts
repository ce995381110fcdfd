import type { Arrival, PlanMicrophone } from '../arrivals';
import { add, normalize, scale, subtract, type Vec3 } from '../math';

/** A microphone's position with its string to a source made `deltaM` longer (or shorter when negative). */
export function alongString(microphone: PlanMicrophone, arrival: Arrival, deltaM: number): Vec3 {
  const direction = normalize(subtract(microphone.positionM, arrival.fromM));
  return add(microphone.positionM, scale(direction, deltaM));
}
