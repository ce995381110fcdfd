import { amplitudeRatioFromDb, dbFromAmplitudeRatio, dbFromPowerRatio, powerRatioFromDb } from '../units';

/**
 * Lowest cancelled frequency above 0 Hz of two equal copies a delay apart.
 * In polarity: 1/(2τ), then odd multiples. Opposed: 1/τ (and 0 Hz). No delay: Infinity.
 */
export function firstDipHz(delaySeconds: number, polarity: 1 | -1 = 1): number {
  const tau = Math.abs(delaySeconds);
  if (tau === 0) return Infinity;
  return polarity === 1 ? 1 / (2 * tau) : 1 / tau;
}

export interface CombDepth {
  readonly peakDb: number;
  readonly dipDb: number;
  /** Peak to dip, dB. */
  readonly rippleDb: number;
}

/** Peak 20·lg(1+k) and dip 20·lg(1−k) of two copies that differ by `levelDifferenceDb`, k = 10^(−ΔL/20), re the louder. */
export function combDepth(levelDifferenceDb: number): CombDepth {
  const k = amplitudeRatioFromDb(-Math.abs(levelDifferenceDb));
  const peakDb = dbFromAmplitudeRatio(1 + k);
  const dipDb = dbFromAmplitudeRatio(1 - k);
  return { peakDb, dipDb, rippleDb: peakDb - dipDb };
}

/** One channel's copy of a source: linear amplitude (sign is polarity) and delay. */
export interface Copy {
  readonly amplitude: number;
  readonly delaySeconds: number;
}

/** Level in dB re amplitude 1 of copies added, at each frequency: 20·lg|Σ a·e^(−j2πfτ)|. Shape: one value per frequency. */
export function sumResponseDb(copies: readonly Copy[], frequenciesHz: ArrayLike<number>): Float64Array {
  const out = new Float64Array(frequenciesHz.length);
  for (let i = 0; i < out.length; i++) {
    const omega = 2 * Math.PI * (frequenciesHz[i] as number);
    let re = 0;
    let im = 0;
    for (const copy of copies) {
      re += copy.amplitude * Math.cos(omega * copy.delaySeconds);
      im -= copy.amplitude * Math.sin(omega * copy.delaySeconds);
    }
    out[i] = dbFromAmplitudeRatio(Math.hypot(re, im));
  }
  return out;
}

/** Level in dB the same copies would have if all were in step and the same way up: 20·lg Σ|a|. */
export function inStepDb(copies: readonly Copy[]): number {
  return dbFromAmplitudeRatio(copies.reduce((total, copy) => total + Math.abs(copy.amplitude), 0));
}

/** `count` frequencies spaced evenly on a logarithmic axis from `lowHz` to `highHz`, both included. */
export function logFrequencies(count: number, lowHz = 20, highHz = 20_000): Float64Array {
  return Float64Array.from({ length: count }, (_, i) => lowHz * (highHz / lowHz) ** (i / (count - 1)));
}

/**
 * What a sum loses on average against the same copies in step, dB: `inStep` less the energy mean of the sum over its
 * frequencies (evenly over the octaves where they are spaced so).
 */
export function meanLossDb(sumDb: ArrayLike<number>, inStep: number): number {
  let energy = 0;
  for (let i = 0; i < sumDb.length; i++) energy += powerRatioFromDb(sumDb[i] as number);
  return inStep - dbFromPowerRatio(energy / sumDb.length);
}
