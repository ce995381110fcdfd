import type { ArrivalTable } from '../../arrivals';
import { normalize, subtract, type Vec3 } from '../../math';
import { marksInSight, marksOf, type PlacedMark, refOf } from '../../tape';
import { isClappedBefore } from './planModel';

/** Stands are astray by this, metres, one standard deviation along each axis; a click tells a way to this (our choice). */
const ASTRAY_M = 0.15;
const TOLD_M = 0.04;
/** More clicks than this nobody makes; and one that settles less than this of where a microphone is, is not asked for, bits. */
const MOST = 6;
const LEAST_BITS = 0.7;

type Known = readonly (readonly number[])[];

const NOTHING: Known = [0, 1, 2].map((i) => [0, 1, 2].map((j) => (i === j ? 1 / ASTRAY_M ** 2 : 0)));

/** Of a symmetric matrix of three rows its value in a direction after inversion: how far a place is open along it, metres squared. */
function openAlong(known: Known, along: Vec3): number {
  const [[a = 0, b = 0, c = 0] = [], [, e = 0, f = 0] = [], [, , i = 0] = []] = known;
  const [A, B, C] = [e * i - f * f, c * f - b * i, b * f - c * e];
  const det = a * A + b * B + c * C;
  const [E, F, I] = [a * i - c * c, b * c - a * f, a * e - b * b];
  const { x, y, z } = along;
  return (A * x * x + E * y * y + I * z * z + 2 * (B * x * y + C * x * z + F * y * z)) / Math.max(1e-12, det);
}

const learn = (known: Known, { x, y, z }: Vec3): Known => {
  const row = [x, y, z];
  return known.map((line, i) => line.map((value, j) => value + ((row[i] as number) * (row[j] as number)) / TOLD_M ** 2));
};

/**
 * Marks at which clicks would tell most of where the microphones are, the one that tells most first: each the mark by which what is open of
 * all places (the entropy of normal distributions, bits) shrinks most, those before it known. Never at somebody: a click is loud.
 */
export function marksToClick(table: ArrivalTable): PlacedMark[] {
  const { plan } = table;
  const able = plan.microphones.filter((microphone) => isClappedBefore(plan, microphone));
  if (able.length < 2) return [];
  const seen = able.map((microphone) => new Set(marksInSight(plan, microphone).map(refOf)));
  let known = able.map(() => NOTHING);
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
        : own.reduce((sum, way, m) => sum + (way ? 0.5 * Math.log2(1 + openAlong(known[m] as Known, way) / TOLD_M ** 2) : 0), 0),
    );
    const best = bits.indexOf(Math.max(...bits));
    const mark = left[best];
    if (!mark || (bits[best] as number) / able.length < LEAST_BITS) break;
    out.push(mark);
    known = known.map((one, m) => {
      const way = ways[best]?.[m];
      return way ? learn(one, way) : one;
    });
    left = left.filter((one) => one !== mark);
  }
  return out;
}
