import { distance, type Vec3 } from '../math';
import type { Metres } from '../units';
import { type Account, accountsOf, NAMED_AT, spreadM } from './misread';
import { MARK_SIGMA_M, type PositionResult, type Reading, solvePosition, TAPE_SIGMA_M } from './solvePosition';

/** One reading, two together or all, that cannot be right: which, by their places in the list, and by how much. */
export type Inconsistency = { readonly readings: readonly number[] } & (
  | { readonly code: 'triangle-open'; readonly facts: { readonly first: string; readonly second: string; readonly by: Metres } }
  | { readonly code: 'too-long' | 'too-short'; readonly facts: { readonly name: string; readonly by: Metres } }
  | {
      readonly code: 'one-is-wrong';
      readonly facts: { readonly names: { readonly each: readonly string[]; readonly join: 'or' }; readonly first: string; readonly count: number };
    }
  | { readonly code: 'disagree'; readonly facts: { readonly count: number; readonly by: Metres } }
);

export interface TapeJudgement {
  /** Solved from all readings but those found wrong. */
  readonly position: PositionResult;
  readonly inconsistencies: readonly Inconsistency[];
  /** How well the place is known when a wrong reading among them is thought of, one standard deviation, metres. */
  readonly knownToM: number;
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

/** All readings are taken to be right from this probability on; where more than one is to spare, a little more is wanted (our choice). */
const TAKEN_RIGHT = 0.95;
const TAKEN_RIGHT_TO_SPARE = 0.96;
/** From so many readings on one can be left out and the rest still be held against each other. */
const TO_SPARE = 5;

/**
 * Solves the place and names readings that cannot be right: the one that is wrong at odds of 19 to 1 against every other account, which is left
 * out; else those that may be, likeliest first; or all, where no single one explains it. How well the place is known grows with what is open.
 */
export function judgeReadings(readings: readonly Reading[], planned: Vec3): TapeJudgement {
  const position = solvePosition(readings, planned);
  if (!position.ok) return { position, inconsistencies: triangles(readings), knownToM: Infinity };
  const accounts = accountsOf(readings, planned);
  const [likeliest, next] = accounts as [Account, Account];
  const inSilence = readings.length >= TO_SPARE ? TAKEN_RIGHT_TO_SPARE : TAKEN_RIGHT;
  if (likeliest.wrong === null && likeliest.probability >= inSilence)
    return { position, inconsistencies: triangles(readings), knownToM: spreadM(accounts, position.positionM, null) };
  const without = readings.filter((_, i) => i !== likeliest.wrong);
  const left = likeliest.wrong === null ? undefined : readings[likeliest.wrong];
  const solved = solvePosition(without, planned);
  const explained = left === undefined || !solved.ok || solved.chiSquare <= limitFor(without.length);
  if (left && readings.length >= TO_SPARE && solved.ok && explained && likeliest.probability >= NAMED_AT * next.probability) {
    const over = left.lengthM - (left.fromM ? distance(left.fromM, solved.positionM) : solved.positionM.z);
    const code = over > 0 ? 'too-long' : 'too-short';
    return {
      position: solved,
      inconsistencies: [{ readings: [likeliest.wrong as number], code, facts: { name: left.name, by: { metres: Math.abs(over) } } }],
      knownToM: spreadM(accounts, solved.positionM, likeliest.wrong),
    };
  }
  const knownToM = spreadM(accounts, position.positionM, null);
  const open = triangles(readings);
  if (open.length > 0) return { position, inconsistencies: open, knownToM };
  if (!explained) {
    const by = { metres: Math.max(...position.residualsM.map(Math.abs)) };
    return {
      position,
      inconsistencies: [{ readings: readings.map((_, i) => i), code: 'disagree', facts: { count: readings.length, by } }],
      knownToM,
    };
  }
  const suspected = accounts.filter(({ wrong }) => wrong !== null);
  const suspects = suspected.flatMap(({ wrong, probability }) =>
    probability * NAMED_AT >= (suspected[0]?.probability ?? 0) ? [wrong as number] : [],
  );
  const names = suspects.map((i) => readings[i]?.name ?? '');
  return {
    position,
    inconsistencies: [
      { readings: suspects, code: 'one-is-wrong', facts: { names: { each: names, join: 'or' }, first: names[0] ?? '', count: names.length } },
    ],
    knownToM,
  };
}
