import { dbFromAmplitudeRatio } from '../units';

/**
 * Boost in dB of a first-order microphone close to a point source, on axis, re the same microphone far away:
 * |A + (1−A)·(1 + 1/(jkr))| with k = 2πf/c (Beranek, Acoustics).
 * @param pressureShare A of the pattern, 1 (omni, no boost) to 0 (figure-of-eight)
 */
export function proximityBoostDb(pressureShare: number, distanceM: number, frequencyHz: number, speedOfSoundMps: number): number {
  if (!(distanceM > 0)) throw new RangeError(`proximityBoostDb: distanceM must be above 0, got ${distanceM}`);
  const kr = (2 * Math.PI * frequencyHz * distanceM) / speedOfSoundMps;
  return dbFromAmplitudeRatio(Math.hypot(1, (1 - pressureShare) / kr));
}
