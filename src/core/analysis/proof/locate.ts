import { add, distance, normalize, solveLinear, subtract, type Vec3, vec3 } from '../../math';

/** One measured difference of two arrivals of one stroke. */
export interface HeardDifference {
  /** Index of the source that was struck. */
  readonly source: number;
  /** Indices of the microphones: how much later the first hears it than the second, seconds. */
  readonly microphone: number;
  readonly spot: number;
  readonly seconds: number;
  readonly sigmaS: number;
  /** Where the source's sound leaves it towards each, where that is not the source's own place: its other face. */
  readonly fromM?: Vec3;
  readonly spotFromM?: Vec3;
}

export interface LocateInput {
  /** Where they are planned. */
  readonly microphonesM: readonly Vec3[];
  /** How far off they may be along each axis, one standard deviation, metres. */
  readonly strayM: number;
  readonly sourcesM: readonly Vec3[];
  /** How well the places of the sources are known, one standard deviation along each axis, metres. */
  readonly markM: number;
  readonly heard: readonly HeardDifference[];
  readonly speedOfSoundMps: number;
  /** Whether each channel may be late by itself as well, one standard deviation, seconds; 0 where none is. */
  readonly latencyS?: number;
}

export interface Located {
  readonly positionM: Vec3;
  /** One standard deviation along each axis, metres. */
  readonly sigmaM: Vec3;
  /** How far it is from where it was planned, squared, in standard deviations (χ² of three degrees of freedom). */
  readonly oddness: number;
  /** How late its channel is beside the others, seconds; 0 where it was not asked. */
  readonly latencyS: number;
  /** How much better the strokes know it than the plan did: 0 nothing, 1 all. */
  readonly known: number;
}

const ROUNDS = 40;
const STEP_M = 1e-6;
/**
 * What misses by many standard deviations is another thing (an echo, the next drum): its weight falls with the square of how far it is off
 * (Student's t). At first everything within a stand's error counts, then less and less (graduated, so that no early guess decides).
 */
const FREEDOM = 4;
const WIDEST = 30;
const NARROWS = 0.75;

/** What one difference of arrivals says of the unknowns: how much is missing, how it weighs, and by which of them it goes. */
interface Equation {
  readonly missing: number;
  readonly weight: number;
  readonly row: readonly (readonly [unknown: number, slope: number])[];
}

/** The likeliest unknowns given where everything was planned and what was heard: the normal equations of one step. */
function normalEquations(
  x: Float64Array,
  priorSigma: (i: number) => number,
  equations: readonly Equation[],
): { readonly matrix: number[][]; readonly right: number[] } {
  const matrix = Array.from(x, (_, i) => Array.from(x, (_unused, j) => (i === j ? 1 / priorSigma(i) ** 2 : 0)));
  const right = Array.from(x, (value, i) => -value / priorSigma(i) ** 2);
  for (const { missing, weight, row } of equations)
    for (const [i, gi] of row) {
      right[i] = (right[i] as number) + weight * gi * missing;
      for (const [j, gj] of row) (matrix[i] as number[])[j] = ((matrix[i] as number[])[j] as number) + weight * gi * gj;
    }
  return { matrix, right };
}

/** Covariance of the three coordinates of one microphone, from the normal equations; the prior's own where they cannot be solved. */
const covarianceAt = (matrix: number[][], m: number, priorSigma: (i: number) => number): number[][] =>
  [0, 1, 2].map((at) => {
    const i = 3 * m + at;
    const column = solveLinear(
      matrix,
      Array.from(matrix, (_, j) => (i === j ? 1 : 0)),
    );
    return [0, 1, 2].map((k) => column?.[3 * m + k] ?? (i === 3 * m + k ? priorSigma(i) ** 2 : 0));
  });

/** The way from one place to another, one metre long; none where they are one. */
const toward = (from: Vec3, to: Vec3): Vec3 => (distance(from, to) < STEP_M ? vec3(0, 0, 0) : normalize(subtract(to, from)));

/**
 * Places of all microphones at once from differences of arrivals of strokes whose places are known about: the likeliest ones, given where
 * they were planned (Gauss and Newton, outliers held back). The moment of each stroke falls out, since only differences count; the places of
 * the sources are found along, within their own error, so that one wrong mark does not pretend to be eight moved stands.
 *
 * @returns one for each microphone, or null where nothing was heard
 */
export function locate({ microphonesM, strayM, sourcesM, markM, heard, speedOfSoundMps, latencyS = 0 }: LocateInput): Located[] | null {
  if (heard.length === 0) return null;
  const [mics, sources] = [microphonesM.length, sourcesM.length];
  const withLatency = latencyS > 0;
  const size = 3 * mics + 3 * sources + (withLatency ? mics : 0);
  const x = new Float64Array(size);
  const priorSigma = (i: number): number => (i < 3 * mics ? strayM : i < 3 * (mics + sources) ? markM : latencyS);
  const at = (base: Vec3, offset: number): Vec3 => add(base, vec3(x[offset] as number, x[offset + 1] as number, x[offset + 2] as number));
  const mic = (m: number): Vec3 => at(microphonesM[m] as Vec3, 3 * m);
  const late = (m: number): number => (withLatency ? (x[3 * (mics + sources) + m] as number) : 0);

  const normal = (width: number): ReturnType<typeof normalEquations> => {
    const equations = heard.map(({ source: s, microphone: m, spot, seconds, sigmaS, fromM, spotFromM }): Equation => {
      const own = sourcesM[s] as Vec3;
      const [from, fromSpot] = [at(fromM ?? own, 3 * (mics + s)), at(spotFromM ?? own, 3 * (mics + s))];
      const [a, b] = [mic(m), mic(spot)];
      const model = (distance(from, a) - distance(fromSpot, b)) / speedOfSoundMps + late(m) - late(spot);
      const missing = seconds - model;
      const sigma = sigmaS * width;
      const weight = 1 / (1 + (missing / sigma) ** 2 / FREEDOM) / sigma ** 2;
      const [toA, toB] = [toward(from, a), toward(fromSpot, b)];
      const row: [number, number][] = [];
      (['x', 'y', 'z'] as const).forEach((axis, k) => {
        row.push([3 * m + k, toA[axis] / speedOfSoundMps], [3 * spot + k, -toB[axis] / speedOfSoundMps]);
        row.push([3 * (mics + s) + k, (toB[axis] - toA[axis]) / speedOfSoundMps]);
      });
      if (withLatency) row.push([3 * (mics + sources) + m, 1], [3 * (mics + sources) + spot, -1]);
      return { missing, weight, row };
    });
    return normalEquations(x, priorSigma, equations);
  };

  for (let round = 0; round < ROUNDS; round++) {
    const width = Math.max(1, WIDEST * NARROWS ** round);
    const { matrix, right } = normal(width);
    const step = solveLinear(matrix, right);
    if (!step) return null;
    let most = 0;
    step.forEach((d, i) => {
      x[i] = (x[i] as number) + d;
      most = Math.max(most, Math.abs(d));
    });
    if (most < STEP_M && width === 1) break;
  }
  const { matrix } = normal(1);
  return microphonesM.map((_, m) => {
    const covariance = covarianceAt(matrix, m, priorSigma);
    const sigmas = covariance.map((row, k) => Math.sqrt(Math.max(0, row[k] as number))) as [number, number, number];
    const off = [0, 1, 2].map((k) => x[3 * m + k] as number);
    const weighed = solveLinear(covariance, off) ?? off.map(() => 0);
    return {
      positionM: mic(m),
      sigmaM: vec3(...sigmas),
      oddness: off.reduce((sum, value, k) => sum + value * (weighed[k] as number), 0),
      latencyS: late(m),
      known: Math.max(0, 1 - Math.hypot(...sigmas) / Math.sqrt(3) / strayM),
    };
  });
}
