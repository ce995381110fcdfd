import { distance, normalize, subtract, type Vec3 } from '../math';
import { MARK_SIGMA_M, TAPE_SIGMA_M } from './solvePosition';

/** A place that is known this well needs no more strings, metres. */
const KNOWN_ENOUGH_M = 0.02;
/** A mirrored place nearer than this would be thought of, metres. */
const MIRROR_FAR_M = 0.9;
/** A string that differs by this between two places tells them apart, metres. */
const TOLD_APART_M = 0.06;
/** How many of the nearest marks are looked at. */
const NEAREST = 24;
/** A long string sags and is hard to hold: each metre counts as this much uncertainty, metres. */
const AWKWARD_PER_M = 0.001;

const STRING_SIGMA_M = Math.hypot(TAPE_SIGMA_M, MARK_SIGMA_M);

/** Standard deviation of a place from the floor and some strings, metres: √trace of (Σ g·gᵀ/σ²)⁻¹; Infinity where they do not fix it. */
function uncertaintyOf(capsule: Vec3, marks: readonly Vec3[]): number {
  const a = [
    [0, 0, 0],
    [0, 0, 0],
    [0, 0, 1 / TAPE_SIGMA_M ** 2],
  ];
  for (const mark of marks) {
    const g = normalize(subtract(capsule, mark));
    const row = [g.x, g.y, g.z];
    for (let i = 0; i < 3; i++)
      for (let j = 0; j < 3; j++)
        (a[i] as number[])[j] = ((a[i] as number[])[j] as number) + ((row[i] as number) * (row[j] as number)) / STRING_SIGMA_M ** 2;
  }
  const [[p = 0, q = 0, r = 0] = [], [s = 0, t = 0, u = 0] = [], [v = 0, w = 0, x = 0] = []] = a;
  const determinant = p * (t * x - u * w) - q * (s * x - u * v) + r * (s * w - t * v);
  if (!(determinant > 1e-3)) return Infinity;
  return Math.sqrt((t * x - u * w + (p * x - r * v) + (p * t - q * s)) / determinant);
}

/** Whether the place mirrored in the upright plane through two of the marks is near, and the other strings could not tell it. */
function isTwofold(capsule: Vec3, marks: readonly Vec3[]): boolean {
  return marks.some((a, i) =>
    marks.slice(i + 1).some((b) => {
      const [x, y] = [b.x - a.x, b.y - a.y];
      const length = Math.hypot(x, y);
      if (length < 1e-6) return false;
      const off = (x * (capsule.y - a.y) - y * (capsule.x - a.x)) / length;
      if (2 * Math.abs(off) > MIRROR_FAR_M) return false;
      const mirrored = { x: capsule.x + (2 * off * y) / length, y: capsule.y - (2 * off * x) / length, z: capsule.z };
      return marks.every((mark) => Math.abs(distance(mark, mirrored) - distance(mark, capsule)) < TOLD_APART_M);
    }),
  );
}

/**
 * The marks to tape a capsule from: of the near ones the two whose strings leave least open, and a third where two leave more than
 * 2 cm or a second place; those that are read already stay, and `least` asks for more.
 */
export function chooseMarks<T extends { readonly positionM: Vec3 }>(near: readonly T[], capsule: Vec3, kept: readonly T[], least: number): T[] {
  const pool = near.slice(0, NEAREST);
  const cost = (chosen: readonly T[]): number => {
    const points = chosen.map(({ positionM }) => positionM);
    const twofold = isTwofold(capsule, points) ? 0.05 : 0;
    return Math.min(1, uncertaintyOf(capsule, points)) + twofold + AWKWARD_PER_M * points.reduce((sum, point) => sum + distance(point, capsule), 0);
  };
  const better = (chosen: readonly T[]): T | null => {
    let best: T | null = null;
    for (const mark of pool) if (!chosen.includes(mark) && (!best || cost([...chosen, mark]) < cost([...chosen, best]))) best = mark;
    return best;
  };
  let chosen: T[] = [...kept];
  if (chosen.length === 0) {
    let best: T[] | null = null;
    pool.forEach((a, i) => {
      for (const b of pool.slice(i + 1)) if (!best || cost([a, b]) < cost(best)) best = [a, b];
    });
    chosen = best ?? pool.slice(0, 1);
  }
  const open = (): boolean => chosen.length < 2 || cost(chosen) > KNOWN_ENOUGH_M + 0.008;
  while (chosen.length < least || (chosen.length < 3 && open())) {
    const next = better(chosen);
    if (!next) break;
    chosen = [...chosen, next];
  }
  return chosen;
}
