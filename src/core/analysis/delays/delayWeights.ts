import type { RealFftPlan } from '../../math';
import type { CrossSpectrum } from '../meters/spectra';

const { cos, max, min, round, sin, sqrt } = Math;

export interface DelayOptions {
  readonly plan: RealFftPlan;
  readonly maxLagSamples: number;
  /** Noise power by bin of the same window, for each channel; from the quietest stretches of the take. */
  readonly noiseA?: Float32Array;
  readonly noiseB?: Float32Array;
  /** a is close to the source and b farther off: prefer the earliest strong peak over later, higher echoes. */
  readonly preferDirect?: boolean;
  /** Whole samples are enough: skips the second look. */
  readonly coarse?: boolean;
  /** Lowest and highest bin that take part. */
  readonly bins: readonly [number, number];
}

const TINY = 1e-30;

/** Length of a plane vector; Math.hypot guards against overflow that cannot happen here and costs ten times as much. */
export const size2 = (re: number, im: number): number => sqrt(re * re + im * im);

/** Running mean over ±half bins. */
function smooth(values: Float32Array, half: number, out: Float32Array): Float32Array {
  let sum = 0;
  let count = 0;
  const n = values.length;
  for (let k = -half; k < n; k++) {
    if (k + half < n) {
      sum += values[k + half] as number;
      count++;
    }
    if (k - half - 1 >= 0) {
      sum -= values[k - half - 1] as number;
      count--;
    }
    if (k >= 0) out[k] = sum / count;
  }
  return out;
}

/** Magnitude-squared coherence that the noise levels allow: sA·sB/((1+sA)(1+sB)), s the signal-to-noise power ratio. */
function noiseCoherence(powerA: number, powerB: number, noiseA: number, noiseB: number): number {
  const sa = max(0.02, powerA / (noiseA + TINY) - 1);
  const sb = max(0.02, powerB / (noiseB + TINY) - 1);
  return (sa * sb) / ((1 + sa) * (1 + sb));
}

export interface Weighted {
  readonly re: Float32Array;
  readonly im: Float32Array;
  readonly total: number;
}

/**
 * What lies this far under a channel's strongest bin is no sound any more but what coding and conversion leave behind, and that may be the
 * same in both channels: 80 dB (our choice; a lossy file's is found from there on).
 */
const LEFT_BEHIND = 10 ** -8.0;

/** What a bin must exceed to hold sound. */
function soundFrom(power: Float32Array): number {
  let most = 0;
  for (let k = 0; k < power.length; k++) if ((power[k] as number) > most) most = power[k] as number;
  return LEFT_BEHIND * most;
}

/** First look: whitened, each bin trusted by its coherence over the windows (all alike when there is one window). */
export function coarseWeights(cross: CrossSpectrum, options: DelayOptions): Weighted {
  const bins = cross.size / 2;
  const re = new Float32Array(bins);
  const im = new Float32Array(bins);
  let total = 0;
  const [leastA, leastB] = [soundFrom(cross.powerA), soundFrom(cross.powerB)];
  for (let k = options.bins[0]; k < options.bins[1]; k++) {
    if (!((cross.powerA[k] as number) > leastA && (cross.powerB[k] as number) > leastB)) continue;
    const g = size2(cross.re[k] as number, cross.im[k] as number) + TINY;
    const coherence = (g * g) / ((cross.powerA[k] as number) * (cross.powerB[k] as number) + TINY);
    let trust = cross.count > 3 ? max(0, coherence - 1 / cross.count) : 1;
    if (options.noiseA && options.noiseB)
      trust *= noiseCoherence(
        (cross.powerA[k] as number) / cross.count,
        (cross.powerB[k] as number) / cross.count,
        options.noiseA[k] as number,
        options.noiseB[k] as number,
      );
    re[k] = (trust * (cross.re[k] as number)) / g;
    im[k] = (trust * (cross.im[k] as number)) / g;
    total += trust;
  }
  return { re, im, total };
}

/** Largest coherence believed, so that a few perfect bins do not outvote the band. */
const MOST_COHERENCE = 0.98;

/**
 * Second look: maximum-likelihood weights C/((1−C)·|G|) (Knapp and Carter 1976, eq. 40) with the coherence C from spectra
 * smoothed after the coarse delay has been taken out.
 */
export function fineWeights(cross: CrossSpectrum, options: DelayOptions, coarseSamples: number): Weighted {
  const bins = cross.size / 2;
  const half = max(2, round(cross.size / 1024));
  const turnedRe = new Float32Array(bins);
  const turnedIm = new Float32Array(bins);
  let [c, s] = [1, 0];
  const stepC = cos((2 * Math.PI * coarseSamples) / cross.size);
  const stepS = sin((2 * Math.PI * coarseSamples) / cross.size);
  for (let k = 1; k < bins; k++) {
    [c, s] = [c * stepC - s * stepS, s * stepC + c * stepS];
    turnedRe[k] = (cross.re[k] as number) * c - (cross.im[k] as number) * s;
    turnedIm[k] = (cross.re[k] as number) * s + (cross.im[k] as number) * c;
  }
  const scratch = (): Float32Array => new Float32Array(bins);
  const sRe = smooth(turnedRe, half, scratch());
  const sIm = smooth(turnedIm, half, scratch());
  const sA = smooth(cross.powerA, half, scratch());
  const sB = smooth(cross.powerB, half, scratch());
  const re = scratch();
  const im = scratch();
  let total = 0;
  const [leastA, leastB] = [soundFrom(sA), soundFrom(sB)];
  for (let k = options.bins[0]; k < options.bins[1]; k++) {
    if (!((sA[k] as number) > leastA && (sB[k] as number) > leastB)) continue;
    const geometric = sqrt((sA[k] as number) * (sB[k] as number)) + TINY;
    let coherence = min(MOST_COHERENCE, ((sRe[k] as number) ** 2 + (sIm[k] as number) ** 2) / geometric ** 2);
    if (options.noiseA && options.noiseB)
      coherence = min(
        coherence,
        noiseCoherence((sA[k] as number) / cross.count, (sB[k] as number) / cross.count, options.noiseA[k] as number, options.noiseB[k] as number),
      );
    const weight = coherence / (1 - coherence) / geometric;
    re[k] = weight * (cross.re[k] as number);
    im[k] = weight * (cross.im[k] as number);
    total += size2(re[k] as number, im[k] as number);
  }
  return { re, im, total };
}
