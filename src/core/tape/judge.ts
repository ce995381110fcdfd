import { distance, type Vec3 } from '../math';
import { formatLength, type UnitSystem } from '../units';
import { MARK_SIGMA_M, type PositionResult, type Reading, solvePosition, TAPE_SIGMA_M } from './solvePosition';

/** One reading, or two together, that cannot be right. */
export interface Inconsistency {
  /** Indices of the readings named. */
  readonly readings: readonly number[];
  readonly message: string;
}

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

function triangles(readings: readonly Reading[], units: UnitSystem): Inconsistency[] {
  return readings.flatMap((a, i) =>
    readings.slice(i + 1).flatMap((b, k): Inconsistency[] => {
      const open = openBy(a, b);
      if (open <= CLOSES_WITHIN_M) return [];
      return [
        {
          readings: [i, i + 1 + k],
          message: `${a.name} and ${b.name} cannot both be right: the triangle does not close by ${formatLength(open, units)}. Read both again.`,
        },
      ];
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
export function judgeReadings(readings: readonly Reading[], planned: Vec3, units: UnitSystem): TapeJudgement {
  const position = solvePosition(readings, planned);
  const open = triangles(readings, units);
  if (!position.ok || readings.length < 4 || position.chiSquare <= limitFor(readings.length)) return { position, inconsistencies: open };
  const worst = readings.length >= 5 ? worstReading(readings, planned) : null;
  const named = worst && readings[worst.index];
  if (worst && named && worst.chiSquare <= limitFor(readings.length - 1)) {
    const without = readings.filter((_, i) => i !== worst.index);
    const way = worst.residualM > 0 ? 'too long' : 'too short';
    const message = `${named.name} is ${formatLength(Math.abs(worst.residualM), units)} ${way} for all the others, so it was left out. Read it again.`;
    return { position: solvePosition(without, planned), inconsistencies: [{ readings: [worst.index], message }] };
  }
  if (open.length) return { position, inconsistencies: open };
  const largest = Math.max(...position.residualsM.map(Math.abs));
  return {
    position,
    inconsistencies: [
      {
        readings: readings.map((_, i) => i),
        message: `These ${readings.length} readings do not fit together by ${formatLength(largest, units)}: read them again, or add one more so that the wrong one can be named.`,
      },
    ],
  };
}
