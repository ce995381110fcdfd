import type { ArrivalTable } from '../../arrivals';
import { dot, normalize, subtract, ThreeUnknowns } from '../../math';
import { marksInSight, marksOf, type PlacedMark, refOf } from '../../tape';
import { isClappedBefore } from './planModel';

/** Stands are astray by this, metres, one standard deviation along each axis; a click tells a way to this (our choice). */
const ASTRAY_M = 0.15;
const TOLD_M = 0.04;
/** More clicks than this nobody makes; and one that settles less than this of where a microphone is, is not asked for, bits. */
const MOST = 6;
const LEAST_BITS = 0.7;

/**
 * Marks at which clicks would tell most of where the microphones are, the one that tells most first: each the mark by which what is open of
 * all places (the entropy of normal distributions, bits) shrinks most, those before it known. Never at somebody: a click is loud.
 */
export function marksToClick(table: ArrivalTable): PlacedMark[] {
  const { plan } = table;
  const able = plan.microphones.filter((microphone) => isClappedBefore(plan, microphone));
  if (able.length < 2) return [];
  const seen = able.map((microphone) => new Set(marksInSight(plan, microphone).map(refOf)));
  const places = able.map(() => new ThreeUnknowns(ASTRAY_M));
  let left = marksOf(plan).filter(({ isOnSomebody }) => !isOnSomebody);
  const out: PlacedMark[] = [];
  while (out.length < MOST) {
    const ways = left.map((mark) =>
      able.map(({ positionM }, m) => (seen[m]?.has(refOf(mark)) ? normalize(subtract(positionM, mark.positionM)) : null)),
    );
    // One channel alone has nothing to be held against.
    const bits = ways.map((own) =>
      own.filter((way) => way !== null).length < 2
        ? 0
        : own.reduce((sum, way, m) => sum + (way ? 0.5 * Math.log2(1 + dot(way, (places[m] as ThreeUnknowns).openAlong(way)) / TOLD_M ** 2) : 0), 0),
    );
    const best = bits.indexOf(Math.max(...bits));
    const mark = left[best];
    if (!mark || (bits[best] as number) / able.length < LEAST_BITS) break;
    out.push(mark);
    ways[best]?.forEach((way, m) => {
      if (way) places[m]?.add(way, 0, 1 / TOLD_M ** 2);
    });
    left = left.filter((one) => one !== mark);
  }
  return out;
}
