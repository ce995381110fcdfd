import type { Plan, PlanMicrophone } from '../arrivals';
import type { InstrumentId } from '../ids';
import { type MarkKey, markKey } from '../ids';
import type { Mark } from '../instruments';
import { add, distance, scale, subtract, type Vec3 } from '../math';
import { bodyRound, crosses, gapToSolid, missesOpeningM, type Solid } from '../solids';

/** A mark in the room, and whose it is. */
export interface PlacedMark extends Mark {
  readonly instrumentId: InstrumentId;
}

/** How a reading names its mark: "instrumentId/markId". */
export const refOf = (mark: PlacedMark): MarkKey => markKey(mark.instrumentId, mark.id);

/** Every mark of every instrument; with its instrument's name where there is more than one. */
export function marksOf(plan: Plan): PlacedMark[] {
  const several = plan.geometries.length > 1;
  return plan.geometries.flatMap((geometry) => {
    const instrumentId = geometry.sources[0]?.instrumentId ?? '';
    const owner = plan.instrumentNames?.[instrumentId];
    return geometry.marks.map((mark) => ({ ...mark, instrumentId, name: several && owner ? `${mark.name} (${owner})` : mark.name }));
  });
}

/** A mark is on what it marks, and a capsule may be clipped to something: this much of a string at either end is no hindrance, metres. */
const AT_ITS_END_M = 0.02;
/** A mark under the surface of a simple form is on that of the real thing: a string may come out of it at this slope, as length by depth. */
const COMES_OUT = 2;
/** Deeper than this it is inside, metres. */
const UNDER_M = 0.04;

/**
 * Whether a tape can be held straight from a mark to a capsule: nothing solid between; into a body the capsule is inside of only through its
 * opening, and freely where it has to be opened anyway.
 */
function isInFreeSight(solids: readonly Solid[], mark: Vec3, capsule: Vec3): boolean {
  const length = distance(mark, capsule);
  if (length < 3 * AT_ITS_END_M) return true;
  const along = scale(subtract(capsule, mark), 1 / length);
  const to = subtract(capsule, scale(along, AT_ITS_END_M));
  const body = bodyRound(solids, capsule);
  return solids.every((solid) => {
    const under = -gapToSolid(solid.shape, mark);
    const from = add(mark, scale(along, Math.min(length / 2, Math.max(AT_ITS_END_M, COMES_OUT * Math.min(under, UNDER_M)))));
    if (!crosses(solid.shape, from, to)) return true;
    if (solid !== body) return false;
    return body.hollow?.opening ? bodyRound([solid], from) !== null || missesOpeningM(solid, to, from) <= 0 : true;
  });
}

/** Marks that a tape can be held to from a microphone, the nearest first. */
export function marksInSight(plan: Plan, microphone: PlanMicrophone): PlacedMark[] {
  const gap = (mark: Mark): number => distance(mark.positionM, microphone.positionM);
  return marksOf(plan)
    .filter((mark) => gap(mark) > 0.03 && isInFreeSight(plan.solids, mark.positionM, microphone.positionM))
    .sort((a, b) => gap(a) - gap(b));
}
