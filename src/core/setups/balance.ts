import { arrivalOf, type PlanMicrophone, type Surroundings } from '../arrivals';
import type { Source } from '../instruments';
import { add, normalize, scale, type Vec3 } from '../math';

/** Voice over guitar in one microphone, dB. */
export function voiceOverGuitarDb(microphone: PlanMicrophone, voice: Source, guitar: Source, air: Surroundings): number {
  return arrivalOf(microphone, voice, air).levelDb - arrivalOf(microphone, guitar, air).levelDb;
}

export interface BalancedPlace {
  readonly ok: true;
  readonly positionM: Vec3;
  readonly aimM: Vec3;
  readonly balanceDb: number;
  readonly iterations: number;
  readonly stopReason: 'met' | 'nearest there is';
  /** What is left to the wanted balance, dB. */
  readonly residualDb: number;
}

const WITHIN_DB = 0.05;
const MOST_ITERATIONS = 60;
/** From a hand below the guitar's middle to a hand above the mouth, metres. */
const BEYOND_M = 0.12;

/**
 * The height at which one microphone, at a distance in front, hears voice over guitar by the wanted balance: by halving
 * between the guitar's height and the mouth's (higher is more voice). Where neither end reaches it, the nearest end.
 * @param forward level unit vector from the player to the listener
 */
export function placeForBalance(
  microphone: PlanMicrophone,
  voice: Source,
  guitar: Source,
  forward: Vec3,
  distanceM: number,
  wantedDb: number,
  air: Surroundings,
): BalancedPlace {
  const mouth = voice.sides[0].positionM;
  const body = guitar.sides[0].positionM;
  const front = Math.max(mouth.x * forward.x + mouth.y * forward.y, body.x * forward.x + body.y * forward.y);
  const along = mouth.x * forward.x + mouth.y * forward.y;
  const foot = add(mouth, scale(forward, front - along + distanceM));
  const back = scale(forward, -1);
  const at = (z: number): PlanMicrophone => ({ ...microphone, positionM: { x: foot.x, y: foot.y, z }, axis: normalize(back) });
  const balance = (z: number): number => voiceOverGuitarDb(at(z), voice, guitar, air);
  let [low, high] = [body.z - BEYOND_M, mouth.z + BEYOND_M];
  const [least, most] = [balance(low), balance(high)];
  let iterations = 0;
  let z = wantedDb <= least ? low : high;
  if (wantedDb > least && wantedDb < most)
    for (; iterations < MOST_ITERATIONS; iterations++) {
      z = (low + high) / 2;
      const now = balance(z);
      if (Math.abs(now - wantedDb) < WITHIN_DB) break;
      if (now < wantedDb) low = z;
      else high = z;
    }
  const { positionM, axis } = at(z);
  const balanceDb = balance(z);
  const residualDb = wantedDb - balanceDb;
  const stopReason = Math.abs(residualDb) <= WITHIN_DB ? 'met' : 'nearest there is';
  return { ok: true, positionM, aimM: add(positionM, scale(axis, distanceM)), balanceDb, iterations, stopReason, residualDb };
}
