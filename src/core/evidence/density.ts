import type { PerBand } from '../acoustics';
import type { Expected } from './model';

const { abs, exp, hypot, log, max, min, sqrt } = Math;

/** What the plan, the tape and the marks leave open of one difference of two arrivals, seconds: two of ±2 cm, and a sample. */
export const SIGMA_S = 9e-5;
/** Measurements less sure than this say nothing. */
export const SURE = 0.2;
/** From this confidence on a measurement is as good as its channel; below, down to where a quarter goes astray, the worse (counted over renders). */
const CLEAR_CONFIDENCE = 0.75;
const POOR_CONFIDENCE = 0.6;
const POOR_ASTRAY = 0.25;
/** A measured delay of no meaning lies anywhere within this, seconds. */
const ANYWHERE_S = 0.04;
/** What is no way of the plan is mostly an echo: it comes after the first way, within some milliseconds. */
const ECHO_SHARE = 0.85;
const ECHO_S = 0.006;
/** The sign of a clear way is measured wrongly as often as this. */
const SIGN_SLIPS = 0.0005;
/** What the model leaves open of how much louder one source is in a channel than another, dB; what is far off is another thing (Student's t). */
export const LEVEL_SIGMA_DB = 3;
export const LEVEL_FREEDOM = 4;
/** What sticks, strings, players and microphones leave open of a colour, dB in each band; neighbouring bands go together, so that half of them count. */
const COLOUR_SIGMA_DB = 7;
const COLOUR_WEIGHT = 0.5;

const ROOT_TAU = sqrt(2 * Math.PI);
/** Of an arrival that means nothing, log. */
export const NOWHERE = log(0.5 / (2 * ANYWHERE_S));
const gauss = (x: number, sigma: number): number => exp(-0.5 * (x / sigma) ** 2) / (sigma * ROOT_TAU);

/** Log density of a level's error, but for a constant. */
export const levelLog = (offDb: number, sigmaDb: number): number =>
  (-(LEVEL_FREEDOM + 1) / 2) * log(1 + (offDb / sigmaDb) ** 2 / LEVEL_FREEDOM) - log(sigmaDb / LEVEL_SIGMA_DB);

/** Log density of a colour, but for a constant. */
export const colourLog = (measured: PerBand, planned: PerBand): number =>
  COLOUR_WEIGHT * measured.reduce((sum, db, band) => sum + levelLog(db - (planned[band] as number), COLOUR_SIGMA_DB), 0);

/** One measured arrival beside what is expected of its source in its channel and in the spot. */
interface Arrived {
  readonly to: Expected;
  readonly from: Expected;
  /** What was measured, causes taken off. */
  readonly lateSeconds: number;
  readonly sign: number;
  /** How much of both signs' clarity is left, 0 to 1. */
  readonly signShares: number;
  readonly confidence: number;
  readonly sigma: number;
}

/** Probability density of an arrival: by one of the ways of its sound, else an echo that comes after the first, else anywhere. */
export function arrivalDensity({ to, from, lateSeconds, sign, signShares, confidence, sigma }: Arrived): number {
  const poor = max(0, min(1, (CLEAR_CONFIDENCE - confidence) / (CLEAR_CONFIDENCE - POOR_CONFIDENCE)));
  const follows = to.clarity * from.clarity * (1 - POOR_ASTRAY * poor);
  // That two signs agree is as sure as both are: (2p − 1) multiply.
  const signed = min(1 - SIGN_SLIPS, 0.5 + 0.5 * signShares * (2 * to.signClarity - 1) * (2 * from.signClarity - 1));
  let sum = 0;
  let weights = 0;
  let first = Infinity;
  for (const a of to.ways)
    for (const b of from.ways) {
      const weight = (a.share * b.share) ** 2;
      const way = a.delaySeconds - b.delaySeconds;
      first = min(first, way);
      weights += weight;
      const off = lateSeconds - way;
      const spread = a.guessS || b.guessS ? hypot(sigma, a.guessS ?? 0, b.guessS ?? 0) : sigma;
      if (abs(off) < 8 * spread) sum += weight * gauss(off, spread) * (a.sign * b.sign === sign ? signed : 1 - signed);
    }
  const after = lateSeconds - first;
  const echo = after > 0 ? exp(-after / ECHO_S) / ECHO_S : 0;
  const astray = ECHO_SHARE * echo + (1 - ECHO_SHARE) / (2 * ANYWHERE_S);
  return (follows * sum) / max(1e-12, weights) + (1 - follows) * 0.5 * astray;
}
