import { type PatternName, patternLevelDb } from '../microphones';
import { radiansFromDegrees } from '../units';

/**
 * Level and time differences that alone put the image at the edge, 30° of a 60° triangle: 15.5 dB, 1.12 ms (listening data
 * of Simonsen as used by Williams, AES preprint 2466, 1987; from memory). They add as (ΔL/15.5)^p + (Δt/1.12 ms)^p = 1 with
 * p = 0.81, fitted by us to the published angles.
 */
const EDGE_LEVEL_DB = 15.5;
const EDGE_TIME_S = 1.12e-3;
const EXPONENT = 0.81;

const power = (share: number): number => Math.sign(share) * Math.abs(share) ** EXPONENT;

/**
 * Where the image sits between the loudspeakers, −1 (left) to 1 (right).
 * @param levelDb right louder than left
 * @param delaySeconds left later than right
 */
export function imagePosition(levelDb: number, delaySeconds: number): number {
  const sum = power(levelDb / EDGE_LEVEL_DB) + power(delaySeconds / EDGE_TIME_S);
  return Math.max(-1, Math.min(1, Math.sign(sum) * Math.abs(sum) ** (1 / EXPONENT)));
}

/** A pair of equal microphones: spacing in metres, angle between them in degrees. */
export interface PairGeometry {
  readonly pattern: PatternName;
  readonly spacingM: number;
  readonly angleDeg: number;
}

function edgeSum(pair: PairGeometry, angleDeg: number, speedOfSoundMps: number): number {
  const half = pair.angleDeg / 2;
  const right = patternLevelDb(pair.pattern, Math.cos(radiansFromDegrees(angleDeg - half)));
  const left = patternLevelDb(pair.pattern, Math.cos(radiansFromDegrees(angleDeg + half)));
  const time = (pair.spacingM * Math.sin(radiansFromDegrees(angleDeg))) / speedOfSoundMps;
  const level = Number.isFinite(right - left) ? right - left : EDGE_LEVEL_DB * 4;
  return power(level / EDGE_LEVEL_DB) + power(time / EDGE_TIME_S);
}

/**
 * Stereo recording angle, ±degrees: the angle of a far source whose image reaches a loudspeaker. Null when none does.
 */
export function recordingAngleDeg(pair: PairGeometry, speedOfSoundMps: number): number | null {
  let low = 0;
  for (let angle = 0.5; angle <= 180; angle += 0.5) {
    if (edgeSum(pair, angle, speedOfSoundMps) < 1) {
      low = angle;
      continue;
    }
    let high = angle;
    for (let i = 0; i < 30; i++) {
      const middle = (low + high) / 2;
      if (edgeSum(pair, middle, speedOfSoundMps) < 1) low = middle;
      else high = middle;
    }
    return high;
  }
  return null;
}
