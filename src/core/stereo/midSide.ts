import { PATTERN_PRESSURE_SHARE, type PatternName } from '../microphones';
import { degreesFromRadians } from '../units';

/** Two equal microphones on one point, turned apart. */
export interface CrossedPair {
  /** From the middle to each axis, degrees. */
  readonly halfAngleDeg: number;
  /** Pressure share A of each: 1 omni, 0.5 cardioid, 0 figure-of-eight. */
  readonly pressureShare: number;
}

/**
 * The crossed pair that a mid-side pair is the same as: A + (1−A)·cos θ ± w·sin θ is one pattern turned by ±arctan(w/(1−A)).
 * @param width gain of the side, a figure-of-eight, over the mid: 1 for equal
 * @example crossedPairOf('cardioid', 1) is ±63.4° with A = 0.309
 */
export function crossedPairOf(mid: PatternName, width: number): CrossedPair {
  const a = PATTERN_PRESSURE_SHARE[mid];
  const reach = Math.hypot(1 - a, width);
  return { halfAngleDeg: degreesFromRadians(Math.atan2(width, 1 - a)), pressureShare: a / Math.max(1e-9, a + reach) };
}

type Sides = readonly [Float32Array, Float32Array];

/** Left and right from mid and side: mid plus and less the side, times a width. */
export const decodeMidSide = ([mid, side]: Sides, width = 1): [Float32Array, Float32Array] => [
  mid.map((m, i) => m + width * (side[i] as number)),
  mid.map((m, i) => m - width * (side[i] as number)),
];

/** Mid and side from left and right, so that decoding at width 1 gives them back. */
export const encodeMidSide = ([left, right]: Sides): [Float32Array, Float32Array] => [
  left.map((l, i) => (l + (right[i] as number)) / 2),
  left.map((l, i) => (l - (right[i] as number)) / 2),
];

/** A left-right recording made wider (above 1) or narrower, its mono sum untouched. */
export const widened = (sides: Sides, width: number): [Float32Array, Float32Array] => decodeMidSide(encodeMidSide(sides), width);
