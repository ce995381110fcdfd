import { add, dot, magnitude, scale, subtract, type Vec3 } from '../math';
import { gapToSolid, type Solid } from './solid';

/** The hollow body a point is inside of, if it is inside of one. */
export const bodyRound = (solids: readonly Solid[], point: Vec3): Solid | null =>
  solids.find((solid) => solid.hollow !== null && gapToSolid(solid.shape, point) < 0) ?? null;

/** A boom and its cable are this thick, metres (common practice). */
const BOOM_M = 0.01;

/**
 * Whether a straight boom from outside reaches a point inside a hollow body through its opening.
 * @returns how far from the opening's middle it passes beyond what the opening lets through, metres: 0 or less goes through;
 * Infinity when there is no opening or the boom comes from another side
 */
export function missesOpeningM(solid: Solid, inside: Vec3, outside: Vec3): number {
  const opening = solid.hollow?.opening;
  if (!opening) return Infinity;
  const way = subtract(outside, inside);
  const rate = dot(way, opening.normal);
  if (rate <= 1e-9) return Infinity;
  const share = dot(subtract(opening.centreM, inside), opening.normal) / rate;
  if (share < 0 || share > 1) return Infinity;
  return magnitude(subtract(add(inside, scale(way, share)), opening.centreM)) - (opening.radiusM - BOOM_M);
}
