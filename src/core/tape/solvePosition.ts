import { distance, magnitude, normalize, scale, solveLinear, subtract, type Vec3, vec3 } from '../math';

/** A tape reading to solve from: a length from a point, or the height over the floor. */
export interface Reading {
  readonly name: string;
  /** Null for the floor. */
  readonly fromM: Vec3 | null;
  readonly lengthM: number;
}

export interface SolvedPosition {
  readonly ok: true;
  readonly positionM: Vec3;
  /** One standard deviation of the distance from the true place, metres: √trace of the covariance. */
  readonly uncertaintyM: number;
  /** Covariance of x, y, z, m². */
  readonly covariance: readonly (readonly number[])[];
  readonly residualsM: readonly number[];
  readonly iterations: number;
  readonly stopReason: 'converged' | 'iteration limit';
  /** Sum of squared residuals over the tape's variance; its expectation is the number of readings less three. */
  readonly chiSquare: number;
}

export type PositionResult = SolvedPosition | { readonly ok: false; readonly reason: string };

/** A careful tape reading, standard deviation (our choice: half the tape's half-centimetre step and a little sag). */
export const TAPE_SIGMA_M = 0.005;

const predicted = (reading: Reading, point: Vec3): number => (reading.fromM ? distance(reading.fromM, point) : point.z);
const gradient = (reading: Reading, point: Vec3): Vec3 => (reading.fromM ? normalize(subtract(point, reading.fromM)) : vec3(0, 0, 1));

function normalMatrix(readings: readonly Reading[], point: Vec3): { matrix: number[][]; rhs: number[]; cost: number } {
  const matrix = [
    [0, 0, 0],
    [0, 0, 0],
    [0, 0, 0],
  ];
  const rhs = [0, 0, 0];
  let cost = 0;
  for (const reading of readings) {
    const g = gradient(reading, point);
    const row = [g.x, g.y, g.z];
    const residual = reading.lengthM - predicted(reading, point);
    cost += residual * residual;
    for (let i = 0; i < 3; i++) {
      rhs[i] = (rhs[i] as number) + (row[i] as number) * residual;
      for (let j = 0; j < 3; j++) (matrix[i] as number[])[j] = ((matrix[i] as number[])[j] as number) + (row[i] as number) * (row[j] as number);
    }
  }
  return { matrix, rhs, cost };
}

interface Descent {
  readonly point: Vec3;
  readonly cost: number;
  readonly iterations: number;
  readonly converged: boolean;
}

const STEP_TOLERANCE_M = 1e-7;
const MOST_ITERATIONS = 60;

/** Levenberg (1944) and Marquardt (1963): Gauss-Newton steps, damped while they do not help. */
function descend(readings: readonly Reading[], start: Vec3): Descent {
  let point = start;
  let damping = 1e-4;
  let { matrix, rhs, cost } = normalMatrix(readings, point);
  for (let iteration = 1; iteration <= MOST_ITERATIONS; iteration++) {
    const step = solveLinear(
      matrix.map((row, i) => row.map((value, j) => (i === j ? value + damping : value))),
      rhs,
    );
    if (!step) return { point, cost, iterations: iteration, converged: false };
    const delta = vec3(step[0] as number, step[1] as number, step[2] as number);
    const next = vec3(point.x + delta.x, point.y + delta.y, point.z + delta.z);
    const tried = normalMatrix(readings, next);
    if (tried.cost <= cost) {
      [point, damping] = [next, damping / 5];
      ({ matrix, rhs, cost } = tried);
    } else damping *= 8;
    if (magnitude(delta) < STEP_TOLERANCE_M) return { point, cost, iterations: iteration, converged: true };
  }
  return { point, cost, iterations: MOST_ITERATIONS, converged: false };
}

/** The point mirrored in the plane of three marks: where a tape alone cannot tell which side. */
function mirrored(point: Vec3, readings: readonly Reading[]): Vec3 | null {
  const marks = readings.flatMap((reading) => (reading.fromM ? [reading.fromM] : []));
  const [a, b, c] = marks;
  if (!a || !b || !c) return a && b ? vec3(2 * ((a.x + b.x) / 2) - point.x, 2 * ((a.y + b.y) / 2) - point.y, point.z) : null;
  const u = subtract(b, a);
  const v = subtract(c, a);
  const normal = normalize(vec3(u.y * v.z - u.z * v.y, u.z * v.x - u.x * v.z, u.x * v.y - u.y * v.x));
  const off = subtract(point, a);
  const height = off.x * normal.x + off.y * normal.y + off.z * normal.z;
  return subtract(point, scale(normal, 2 * height));
}

function inverse3(matrix: readonly (readonly number[])[]): number[][] | null {
  const columns = [0, 1, 2].map((k) =>
    solveLinear(
      matrix,
      [0, 1, 2].map((i) => (i === k ? 1 : 0)),
    ),
  );
  if (columns.some((column) => column === null)) return null;
  return [0, 1, 2].map((i) => columns.map((column) => column?.[i] as number));
}

/** A place found worse than this along some direction is no place, metres. */
const MOST_UNCERTAIN_M = 0.5;

/**
 * The capsule's position from three or more readings by least squares, starting from where it is planned. Where the tape
 * alone leaves two places (three readings), the one nearer the plan is taken.
 */
export function solvePosition(readings: readonly Reading[], plannedM: Vec3, sigmaM = TAPE_SIGMA_M): PositionResult {
  if (readings.length < 3)
    return {
      ok: false,
      reason: `Three readings fix a place and there ${readings.length === 1 ? 'is 1' : `are ${readings.length}`}: read ${3 - readings.length} more.`,
    };
  const first = descend(readings, plannedM);
  const other = mirrored(first.point, readings);
  const second = other && descend(readings, other);
  const clearlyBetter = second !== null && second.cost < first.cost - 9 * sigmaM * sigmaM;
  const best = clearlyBetter ? second : first;
  const { matrix } = normalMatrix(readings, best.point);
  const spread = inverse3(matrix);
  const uncertaintyM = spread ? sigmaM * Math.sqrt((spread[0]?.[0] as number) + (spread[1]?.[1] as number) + (spread[2]?.[2] as number)) : Infinity;
  if (!spread || uncertaintyM > MOST_UNCERTAIN_M)
    return {
      ok: false,
      reason: 'These marks lie in one line or plane with the capsule and do not fix its place: tape from a mark well to the side.',
    };
  return {
    ok: true,
    positionM: best.point,
    uncertaintyM,
    covariance: spread.map((row) => row.map((value) => value * sigmaM * sigmaM)),
    residualsM: readings.map((reading) => reading.lengthM - predicted(reading, best.point)),
    iterations: best.iterations,
    stopReason: best.converged ? 'converged' : 'iteration limit',
    chiSquare: best.cost / (sigmaM * sigmaM),
  };
}
