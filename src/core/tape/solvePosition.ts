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
  /** A second place that the readings fit as well, and that is not too far from the plan; null where there is none. */
  readonly alsoM: Vec3 | null;
}

export type PositionResult = SolvedPosition | NoPosition;

/** Why readings fix no place. */
export type NoPosition = { readonly ok: false } & (
  | { readonly code: 'too-few'; readonly facts: { readonly count: number; readonly more: number } }
  | { readonly code: 'in-a-plane'; readonly facts: Readonly<Record<never, never>> }
);

/** A careful tape reading, standard deviation (our choice: half the tape's half-centimetre step and a little sag). */
export const TAPE_SIGMA_M = 0.005;
/** How well a mark is where the plan has it, standard deviation (common practice: a drum is set down to a centimetre). */
export const MARK_SIGMA_M = 0.01;
/** How far a capsule stands from its plan before it was measured, along each axis (our choice): what a second place is weighed by. */
const ASTRAY_M = 0.25;
/** A second place this much less likely is none: one in a thousand. */
const UNLIKELY = Math.log(1000);
/** Nearer than this two places are one, metres. */
const SAME_PLACE_M = 0.04;

/** Standard deviation of a reading: of the tape, and of the mark it is held to; the floor is where it is. */
const sigmaOf = ({ fromM }: Reading): number => (fromM ? Math.hypot(TAPE_SIGMA_M, MARK_SIGMA_M) : TAPE_SIGMA_M);

const predicted = (reading: Reading, point: Vec3): number => (reading.fromM ? distance(reading.fromM, point) : point.z);
const gradient = (reading: Reading, point: Vec3): Vec3 => (reading.fromM ? normalize(subtract(point, reading.fromM)) : vec3(0, 0, 1));

/** What is known of a place before it is measured: its plan, and how far from it a capsule stands along each axis. */
interface Before {
  readonly plannedM: Vec3;
  readonly sigmaM: number;
}

/** Normal equations at a point and the sum of squared residuals over their variances, with what was known before where it counts. */
function normalMatrix(readings: readonly Reading[], point: Vec3, before: Before | null): { matrix: number[][]; rhs: number[]; cost: number } {
  const known = before ? 1 / before.sigmaM ** 2 : 0;
  const off = before ? subtract(before.plannedM, point) : vec3(0, 0, 0);
  const matrix = [
    [known, 0, 0],
    [0, known, 0],
    [0, 0, known],
  ];
  const rhs = [known * off.x, known * off.y, known * off.z];
  let cost = known * (off.x ** 2 + off.y ** 2 + off.z ** 2);
  for (const reading of readings) {
    const g = gradient(reading, point);
    const row = [g.x, g.y, g.z];
    const weight = 1 / sigmaOf(reading) ** 2;
    const residual = reading.lengthM - predicted(reading, point);
    cost += weight * residual * residual;
    for (let i = 0; i < 3; i++) {
      rhs[i] = (rhs[i] as number) + weight * (row[i] as number) * residual;
      for (let j = 0; j < 3; j++)
        (matrix[i] as number[])[j] = ((matrix[i] as number[])[j] as number) + weight * (row[i] as number) * (row[j] as number);
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
/** Enough where a place is only weighed, metres. */
const WEIGHED_TOLERANCE_M = 1e-4;
const MOST_ITERATIONS = 200;

/** Levenberg (1944) and Marquardt (1963): Gauss-Newton steps, damped while they do not help. */
function descend(readings: readonly Reading[], start: Vec3, before: Before | null = null, toleranceM = STEP_TOLERANCE_M): Descent {
  let point = start;
  let damping = 1;
  let { matrix, rhs, cost } = normalMatrix(readings, point, before);
  for (let iteration = 1; iteration <= MOST_ITERATIONS; iteration++) {
    const step = solveLinear(
      matrix.map((row, i) => row.map((value, j) => (i === j ? value + damping : value))),
      rhs,
    );
    if (!step) return { point, cost, iterations: iteration, converged: false };
    const delta = vec3(step[0] as number, step[1] as number, step[2] as number);
    const next = vec3(point.x + delta.x, point.y + delta.y, point.z + delta.z);
    const tried = normalMatrix(readings, next, before);
    if (tried.cost <= cost) {
      [point, damping] = [next, damping / 5];
      ({ matrix, rhs, cost } = tried);
    } else damping *= 8;
    if (magnitude(delta) < toleranceM) return { point, cost, iterations: iteration, converged: true };
  }
  return { point, cost, iterations: MOST_ITERATIONS, converged: false };
}

/** Where a descent starts: the plan, its mirror images in the planes through any two marks upright and any three, and round about. */
function starts(readings: readonly Reading[], planned: Vec3): Vec3[] {
  const marks = readings.flatMap((reading) => (reading.fromM ? [reading.fromM] : []));
  const out: Vec3[] = [planned];
  const mirror = (a: Vec3, normal: Vec3): void => {
    if (magnitude(normal) < 1e-6) return;
    const n = normalize(normal);
    const off = subtract(planned, a);
    out.push(subtract(planned, scale(n, 2 * (off.x * n.x + off.y * n.y + off.z * n.z))));
  };
  marks.forEach((a, i) => {
    marks.slice(i + 1).forEach((b, k) => {
      const u = subtract(b, a);
      if (i + k < 3) mirror(a, vec3(u.y, -u.x, 0));
      for (const c of marks.slice(i + k + 2, 4)) {
        const v = subtract(c, a);
        mirror(a, vec3(u.y * v.z - u.z * v.y, u.z * v.x - u.x * v.z, u.x * v.y - u.y * v.x));
      }
    });
  });
  for (const [x, y, z] of [
    [0.4, 0, 0],
    [-0.4, 0, 0],
    [0, 0.4, 0],
    [0, -0.4, 0],
    [0, 0, 0.4],
    [0, 0, -0.4],
  ] as const)
    out.push(vec3(planned.x + x, planned.y + y, planned.z + z));
  return out;
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

/** Every place that the readings fit, likeliest first by how well and how near the plan. */
function placesOf(readings: readonly Reading[], planned: Vec3): { readonly descent: Descent; readonly badness: number }[] {
  const found: { descent: Descent; badness: number }[] = [];
  for (const start of starts(readings, planned)) {
    const descent = descend(readings, start);
    if (descent.point.z < -0.05 || found.some((other) => distance(other.descent.point, descent.point) < SAME_PLACE_M)) continue;
    found.push({ descent, badness: descent.cost / 2 + distance(descent.point, planned) ** 2 / (2 * ASTRAY_M ** 2) });
  }
  return found.sort((a, b) => a.badness - b.badness);
}

/**
 * The capsule's position from three or more readings by weighted least squares. Where they fit two places, the one nearer the plan is
 * taken and the other named, if it is not too far off to be thought of.
 */
export function solvePosition(readings: readonly Reading[], plannedM: Vec3): PositionResult {
  if (readings.length < 3)
    return {
      ok: false,
      code: 'too-few',
      facts: { count: readings.length, more: 3 - readings.length },
    };
  const [best, ...others] = placesOf(readings, plannedM);
  const spread = best && inverse3(normalMatrix(readings, best.descent.point, null).matrix);
  const uncertaintyM = spread ? Math.sqrt((spread[0]?.[0] as number) + (spread[1]?.[1] as number) + (spread[2]?.[2] as number)) : Infinity;
  if (!best || !spread || !(uncertaintyM <= MOST_UNCERTAIN_M))
    return {
      ok: false,
      code: 'in-a-plane',
      facts: {},
    };
  const second = others.find(({ badness }) => badness < best.badness + UNLIKELY);
  return {
    ok: true,
    positionM: best.descent.point,
    uncertaintyM,
    covariance: spread,
    residualsM: readings.map((reading) => reading.lengthM - predicted(reading, best.descent.point)),
    iterations: best.descent.iterations,
    stopReason: best.descent.converged ? 'converged' : 'iteration limit',
    chiSquare: best.descent.cost,
    alsoM: second?.descent.point ?? null,
  };
}

/** The plan and its mirror images are tried, and not all round about. */
const MOST_STARTS = 7;

/** A place that readings and plan allow together: how likely, up to one factor that all share (natural logarithm), and its covariance. */
export interface Allowed {
  readonly positionM: Vec3;
  readonly logWeight: number;
  readonly covariance: readonly (readonly number[])[];
}

const determinant3 = ([[a = 0, b = 0, c = 0] = [], [d = 0, e = 0, f = 0] = [], [g = 0, h = 0, i = 0] = []]: readonly (readonly number[])[]): number =>
  a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g);

/**
 * Every place that some readings (none, if need be) and the plan allow together, by Laplace's approximation: the density of the readings at
 * each peak times the volume about it.
 */
export function allowedPlaces(readings: readonly Reading[], plannedM: Vec3): Allowed[] {
  const before = { plannedM, sigmaM: ASTRAY_M };
  const density = readings.reduce((sum, reading) => sum - Math.log(sigmaOf(reading) * Math.sqrt(2 * Math.PI)), 0);
  const found: Allowed[] = [];
  for (const start of starts(readings, plannedM).slice(0, MOST_STARTS)) {
    const { point, cost } = descend(readings, start, before, WEIGHED_TOLERANCE_M);
    if (point.z < -0.05 || found.some(({ positionM }) => distance(positionM, point) < SAME_PLACE_M)) continue;
    const covariance = inverse3(normalMatrix(readings, point, before).matrix);
    if (covariance)
      found.push({ positionM: point, covariance, logWeight: density - cost / 2 + Math.log(Math.max(1e-30, determinant3(covariance))) / 2 });
  }
  return found;
}
