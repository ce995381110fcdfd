import { distance, type Vec3 } from '../math';
import type { Metres } from '../units';
import { MARK_SIGMA_M, type PositionResult, type Reading, solvePosition, TAPE_SIGMA_M } from './solvePosition';

/** One reading, two together or all, that cannot be right: which, by their places in the list, and by how much. */
export type Inconsistency = { readonly readings: readonly number[] } & (
  | { readonly code: 'triangle-open'; readonly facts: { readonly first: string; readonly second: string; readonly by: Metres } }
  | { readonly code: 'too-long' | 'too-short'; readonly facts: { readonly name: string; readonly by: Metres } }
  | { readonly code: 'disagree'; readonly facts: { readonly count: number; readonly by: Metres } }
);

export interface TapeJudgement {
  /** Solved from all readings but those found wrong. */
  readonly position: PositionResult;
  readonly inconsistencies: readonly Inconsistency[];
}

/** What the triangle of two strings and their marks must close within, metres: two readings and two marks, in nearly all cases. */
const CLOSES_WITHIN_M = 3 * Math.hypot(TAPE_SIGMA_M, TAPE_SIGMA_M, MARK_SIGMA_M, MARK_SIGMA_M);

/** 99.9 % points of chi square by degrees of freedom 1 to 8 (any statistics table). */
const CHI_SQUARE_999 = [10.83, 13.82, 16.27, 18.47, 20.52, 22.46, 24.32, 26.12];
const limitFor = (readings: number): number => CHI_SQUARE_999[Math.min(CHI_SQUARE_999.length, Math.max(1, readings - 3)) - 1] as number;

/** By how much two strings fail to close with the line between their marks; 0 when they do. A floor reading is a height over it. */
function openBy(a: Reading, b: Reading): number {
  if (a.fromM && b.fromM) {
    const apart = distance(a.fromM, b.fromM);
    return Math.max(0, apart - a.lengthM - b.lengthM, Math.abs(a.lengthM - b.lengthM) - apart);
  }
  const mark = a.fromM ? a : b;
  const floor = a.fromM ? b : a;
  if (!mark.fromM || floor.fromM) return 0;
  return Math.max(0, Math.abs(floor.lengthM - mark.fromM.z) - mark.lengthM);
}

function triangles(readings: readonly Reading[]): Inconsistency[] {
  return readings.flatMap((a, i) =>
    readings.slice(i + 1).flatMap((b, k): Inconsistency[] => {
      const open = openBy(a, b);
      if (open <= CLOSES_WITHIN_M) return [];
      return [{ readings: [i, i + 1 + k], code: 'triangle-open', facts: { first: a.name, second: b.name, by: { metres: open } } }];
    }),
  );
}

/** The reading without which the rest agree best, if they then agree. */
function worstReading(readings: readonly Reading[], planned: Vec3): { index: number; chiSquare: number; residualM: number } | null {
  let best: { index: number; chiSquare: number; residualM: number } | null = null;
  readings.forEach((left, index) => {
    const solved = solvePosition(
      readings.filter((_, i) => i !== index),
      planned,
    );
    if (!solved.ok || (best && solved.chiSquare >= best.chiSquare)) return;
    const should = left.fromM ? distance(left.fromM, solved.positionM) : solved.positionM.z;
    best = { index, chiSquare: solved.chiSquare, residualM: left.lengthM - should };
  });
  return best;
}

/**
 * Solves the place and names readings that cannot be right. Triangles first; then, with five readings or more, the one
 * reading without which the rest agree; with four, only that they disagree.
 */
export function judgeReadings(readings: readonly Reading[], planned: Vec3): TapeJudgement {
  const position = solvePosition(readings, planned);
  const open = triangles(readings);
  if (!position.ok || readings.length < 4 || position.chiSquare <= limitFor(readings.length)) return { position, inconsistencies: open };
  const worst = readings.length >= 5 ? worstReading(readings, planned) : null;
  const named = worst && readings[worst.index];
  if (worst && named && worst.chiSquare <= limitFor(readings.length - 1)) {
    const without = readings.filter((_, i) => i !== worst.index);
    const code = worst.residualM > 0 ? 'too-long' : 'too-short';
    const facts = { name: named.name, by: { metres: Math.abs(worst.residualM) } };
    return { position: solvePosition(without, planned), inconsistencies: [{ readings: [worst.index], code, facts }] };
  }
  if (open.length) return { position, inconsistencies: open };
  const largest = Math.max(...position.residualsM.map(Math.abs));
  return {
    position,
    inconsistencies: [
      {
        readings: readings.map((_, i) => i),
        code: 'disagree',
        facts: { count: readings.length, by: { metres: largest } },
      },
    ],
  };
}
