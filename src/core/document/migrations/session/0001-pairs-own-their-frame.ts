import type { Vec3 } from '../../../math';
import { frameOf, type Member } from '../../../stereo';
import { isRecord, type Migration } from '../migration';

const isPoint = (value: unknown): value is Vec3 => isRecord(value) && ['x', 'y', 'z'].every((axis) => Number.isFinite(value[axis]));

function memberOf(microphones: readonly unknown[], id: unknown): Member | null {
  const found = microphones.find((microphone) => isRecord(microphone) && microphone.id === id);
  if (!isRecord(found) || !isPoint(found.positionM) || !isPoint(found.aimM)) return null;
  return { positionM: found.positionM, aimM: found.aimM };
}

/** From 1 to 2: a pair says where its microphones stand (where they stand alike) and how its channels become left and right. */
export const pairsOwnTheirFrame: Migration = (document) => {
  const microphones = Array.isArray(document.microphones) ? document.microphones : [];
  const lift = (pair: unknown): unknown => {
    if (!isRecord(pair)) return pair;
    const decoding = pair.technique === 'mid-side' ? 'mid-side' : 'left-right';
    const [left, right] = [memberOf(microphones, pair.leftId), memberOf(microphones, pair.rightId)];
    return { ...pair, frame: left && right ? frameOf({ left, right }, decoding) : null, decoding };
  };
  return { ...document, version: 2, pairs: Array.isArray(document.pairs) ? document.pairs.map(lift) : document.pairs };
};
