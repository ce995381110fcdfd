import { EQUAL_STRINGS_M } from '../acoustics';
import type { ArrivalTable } from '../arrivals';
import type { Session } from '../document';
import { add, distance, normalize, scale, subtract, type Vec3 } from '../math';
import { asLength, METRES_PER_INCH, type Told } from '../units';
import { tell } from './codes';

/** A place a drag clicked into, and why, in a few words. */
export interface Snapped {
  readonly positionM: Vec3;
  readonly why: Told | null;
}

/** How near a drag must come to click in, metres. */
const ROUND_WITHIN_M = 0.012;
const HEIGHT_WITHIN_M = 0.015;

const alongString = (from: Vec3, point: Vec3, lengthM: number): Vec3 => add(from, scale(normalize(subtract(point, from)), lengthM));

/**
 * Snaps a dragged microphone: to another one's string on the shown source, to a round length of its own, to another one's
 * height; in that order, one at a time. A pair's partner counts before any other microphone.
 * @param sourceM the shown source's place; null when none is shown
 */
export function snapPlace(session: Session, table: ArrivalTable, id: string, wanted: Vec3, sourceM: Vec3 | null): Snapped {
  const partner = session.pairs.find((pair) => pair.leftId === id || pair.rightId === id);
  const partnerId = partner && (partner.leftId === id ? partner.rightId : partner.leftId);
  const others = table.plan.microphones
    .filter((microphone) => microphone.id !== id)
    .sort((a, b) => Number(b.id === partnerId) - Number(a.id === partnerId));
  if (sourceM) {
    const own = distance(sourceM, wanted);
    const equal = others.find((other) => Math.abs(distance(sourceM, other.positionM) - own) < EQUAL_STRINGS_M && own > 0.3);
    if (equal) return { positionM: alongString(sourceM, wanted, distance(sourceM, equal.positionM)), why: tell('as-far-as', { name: equal.name }) };
    const step = session.units === 'metric' ? 0.1 : 4 * METRES_PER_INCH;
    const round = Math.round(own / step) * step;
    if (round > 0 && Math.abs(round - own) < ROUND_WITHIN_M)
      return { positionM: alongString(sourceM, wanted, round), why: tell('round-length', { length: asLength(round) }) };
  }
  const level = others.find((other) => Math.abs(other.positionM.z - wanted.z) < HEIGHT_WITHIN_M);
  return level ? { positionM: { ...wanted, z: level.positionM.z }, why: tell('as-high-as', { name: level.name }) } : { positionM: wanted, why: null };
}
