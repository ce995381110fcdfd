import { type PatternName, patternLevelDb } from '../microphones';
import { dbFromAmplitudeRatio, radiansFromDegrees } from '../units';

/**
 * Level and time differences that alone put the image at 10, 20 and 30° of a 60° triangle (listening data of Simonsen as used
 * by Williams, AES preprint 2466, 1987; from memory). Differences of both kinds add as (ΔL/L)^p + (Δt/T)^p = 1 with p = 0.81,
 * fitted by us to the published angles at the edge and used for the inner contours alike.
 */
const CONTOURS_DB = [0, 2.5, 5.5, 15.5] as const;
const CONTOURS_S = [0, 0.2e-3, 0.44e-3, 1.12e-3] as const;
const EXPONENT = 0.81;
/** The loudspeaker's angle, degrees. */
const EDGE_DEG = 30;
const STEP_DEG = 10;

/** A shape-preserving cubic through four values at 0, 10, 20, 30° (Fritsch and Carlson 1980; three-point slopes at the ends). */
function contour(values: readonly [number, number, number, number]): (degrees: number) => number {
  const rise = [values[1] - values[0], values[2] - values[1], values[3] - values[2]] as const;
  const between = (a: number, b: number): number => 2 / (1 / a + 1 / b);
  const slopes = [(3 * rise[0] - rise[1]) / 2, between(rise[0], rise[1]), between(rise[1], rise[2]), (3 * rise[2] - rise[1]) / 2] as const;
  return (degrees) => {
    const i = Math.min(2, Math.max(0, Math.floor(degrees / STEP_DEG))) as 0 | 1 | 2;
    const t = degrees / STEP_DEG - i;
    const [y, up, from, to] = [values[i], rise[i], slopes[i], slopes[(i + 1) as 1 | 2 | 3]];
    return y + t * (from + t * (3 * up - 2 * from - to + t * (from + to - 2 * up)));
  };
}

const levelAt = contour(CONTOURS_DB);
const timeAt = contour(CONTOURS_S);

const power = (share: number): number => Math.sign(share) * Math.abs(share) ** EXPONENT;

/** How far two differences together go beyond the contour of an angle: 1 on it, with the sign of the side they point to. */
const shareAt = (degrees: number, levelDb: number, delaySeconds: number): number =>
  power(levelDb / levelAt(degrees)) + power(delaySeconds / timeAt(degrees));

/**
 * Where the image is heard, degrees off the middle of a 60° triangle, −30 (left loudspeaker) to 30 (right).
 * @param levelDb right louder than left
 * @param delaySeconds left later than right
 */
export function imageAngleDeg(levelDb: number, delaySeconds: number): number {
  const edge = shareAt(EDGE_DEG, levelDb, delaySeconds);
  if (Math.abs(edge) >= 1) return EDGE_DEG * Math.sign(edge);
  let [inner, outer] = [0, EDGE_DEG];
  for (let i = 0; i < 40; i++) {
    const middle = (inner + outer) / 2;
    if (Math.abs(shareAt(middle, levelDb, delaySeconds)) > 1) inner = middle;
    else outer = middle;
  }
  return outer * Math.sign(edge);
}

/** The same as a place on the line between the loudspeakers, −1 (left) to 1 (right): tan θ / tan 30°. */
export const imagePosition = (levelDb: number, delaySeconds: number): number =>
  Math.tan(radiansFromDegrees(imageAngleDeg(levelDb, delaySeconds))) / Math.tan(radiansFromDegrees(EDGE_DEG));

/** A pair of microphones: spacing in metres, angle between them in degrees. */
export interface PairGeometry {
  readonly pattern: PatternName;
  /** The right microphone's, where it is another. */
  readonly rightPattern?: PatternName;
  /** Pressure share of both, where it is none of the named patterns: what a mid-side pair is the same as. */
  readonly pressureShare?: number;
  readonly spacingM: number;
  readonly angleDeg: number;
}

/** A null in one channel stands for a difference far beyond the edge, dB. */
const NULL_DB = 60;

/** Level of one side off its axis, dB re on it. */
function sideLevelDb({ pattern, pressureShare }: PairGeometry, ownPattern: PatternName | undefined, offDeg: number): number {
  const cosine = Math.cos(radiansFromDegrees(offDeg));
  if (pressureShare === undefined) return patternLevelDb(ownPattern ?? pattern, cosine);
  return dbFromAmplitudeRatio(Math.abs(pressureShare + (1 - pressureShare) * cosine));
}

/** Differences of a pair for a far source, right over left in dB and left later than right in seconds. */
function differencesOf(pair: PairGeometry, angleDeg: number, speedOfSoundMps: number): { levelDb: number; delaySeconds: number } {
  const half = pair.angleDeg / 2;
  const difference = sideLevelDb(pair, pair.rightPattern, angleDeg - half) - sideLevelDb(pair, undefined, angleDeg + half);
  const delaySeconds = (pair.spacingM * Math.sin(radiansFromDegrees(angleDeg))) / speedOfSoundMps;
  // Both in a null is no difference; one in it is far beyond the edge.
  const levelDb = Number.isFinite(difference) ? difference : Number.isNaN(difference) ? 0 : NULL_DB * Math.sign(difference);
  return { levelDb, delaySeconds };
}

/** Where a pair puts the image of a far source, degrees off the middle of a 60° triangle. */
export function pairImageDeg(pair: PairGeometry, angleDeg: number, speedOfSoundMps: number): number {
  const { levelDb, delaySeconds } = differencesOf(pair, angleDeg, speedOfSoundMps);
  return imageAngleDeg(levelDb, delaySeconds);
}

function edgeSum(pair: PairGeometry, angleDeg: number, speedOfSoundMps: number): number {
  const { levelDb, delaySeconds } = differencesOf(pair, angleDeg, speedOfSoundMps);
  return shareAt(EDGE_DEG, levelDb, delaySeconds);
}

/** The schools of stereo imaging: level and time traded by Simonsen's data (Williams), or simply added (Wittek and Theile). */
export const SCHOOLS = ['level and time traded', 'level and time added'] as const;
export type School = (typeof SCHOOLS)[number];

/** How far a far source at an angle has got to the edge, 1 at it: the first school's loudspeaker, the second's three quarters of the way. */
function edgeReached(pair: PairGeometry, angleDeg: number, speedOfSoundMps: number, school: School): number {
  if (school === 'level and time traded') return edgeSum(pair, angleDeg, speedOfSoundMps);
  const { levelDb, delaySeconds } = differencesOf(pair, angleDeg, speedOfSoundMps);
  return (PER_DB * levelDb + PER_MS * 1000 * delaySeconds) / LINEAR_TO;
}

/**
 * Stereo recording angle, ±degrees: the angle of a far source whose image reaches a loudspeaker; by the second school, where its law ends
 * at three quarters of the way there. Null when none does.
 * @param side 1 for sources to the right, −1 to the left; they differ for a pair of two different microphones
 */
export function recordingAngleDeg(
  pair: PairGeometry,
  speedOfSoundMps: number,
  school: School = 'level and time traded',
  side: 1 | -1 = 1,
): number | null {
  const reached = (angle: number): boolean => side * edgeReached(pair, side * angle, speedOfSoundMps, school) >= 1;
  let low = 0;
  for (let angle = 0.5; angle <= 180; angle += 0.5) {
    if (!reached(angle)) {
      low = angle;
      continue;
    }
    let high = angle;
    for (let i = 0; i < 30; i++) {
      const middle = (low + high) / 2;
      if (reached(middle)) high = middle;
      else low = middle;
    }
    return high;
  }
  return null;
}

/** Wittek and Theile, AES 112 (2002), from memory: 7.5 % of the half base per dB and 13 % per 0.1 ms, linear to about 75 %. */
const PER_DB = 0.075;
const PER_MS = 1.3;
const LINEAR_TO = 0.75;

/** Place by the second school, −1 to 1: linear to three quarters, then it closes in on the loudspeaker. */
export function secondSchoolPosition(levelDb: number, delaySeconds: number): number {
  const shift = PER_DB * levelDb + PER_MS * 1000 * delaySeconds;
  const size = Math.abs(shift);
  const held = size <= LINEAR_TO ? size : 1 - (1 - LINEAR_TO) * Math.exp(-(size - LINEAR_TO) / (1 - LINEAR_TO));
  return Math.sign(shift) * held;
}
