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

/** One copy of a source: linear amplitude (sign is polarity) and delay; a channel may hold several, one per path. */
export interface Copy {
  readonly amplitude: number;
  readonly delaySeconds: number;
  /** Signed amplitude at a frequency, where it is not the same everywhere. */
  readonly amplitudeAt?: (frequencyHz: number) => number;
}

/** The same copy the other way up. */
export const reversedCopy = (copy: Copy): Copy => ({
  ...copy,
  amplitude: -copy.amplitude,
  ...(copy.amplitudeAt && { amplitudeAt: (hertz: number) => -(copy.amplitudeAt?.(hertz) ?? 0) }),
});

/** Magnitude of copies added at one frequency: |Σ a·e^(−j2πfτ)|. */
function sumAt(copies: readonly Copy[], frequencyHz: number): number {
  const omega = 2 * Math.PI * frequencyHz;
  let re = 0;
  let im = 0;
  for (const copy of copies) {
    const amplitude = copy.amplitudeAt ? copy.amplitudeAt(frequencyHz) : copy.amplitude;
    re += amplitude * Math.cos(omega * copy.delaySeconds);
    im -= amplitude * Math.sin(omega * copy.delaySeconds);
  }
  return Math.hypot(re, im);
}

/** Level in dB re amplitude 1 of copies added, at each frequency: 20·lg|Σ a·e^(−j2πfτ)|. Shape: one value per frequency. */
export const sumResponseDb = (copies: readonly Copy[], frequenciesHz: ArrayLike<number>): Float64Array =>
  Float64Array.from({ length: frequenciesHz.length }, (_, i) => dbFromAmplitudeRatio(sumAt(copies, frequenciesHz[i] as number)));

/**
 * Level in dB the channels would have if all were in step and the same way up, at each frequency: 20·lg Σ|channel|. What a
 * channel's own copies do to each other is in it.
 */
export const inStepResponseDb = (channels: readonly (readonly Copy[])[], frequenciesHz: ArrayLike<number>): Float64Array =>
  Float64Array.from({ length: frequenciesHz.length }, (_, i) =>
    dbFromAmplitudeRatio(channels.reduce((total, copies) => total + sumAt(copies, frequenciesHz[i] as number), 0)),
  );

/** `count` frequencies spaced evenly on a logarithmic axis from `lowHz` to `highHz`, both included. */
export function logFrequencies(count: number, lowHz = 20, highHz = 20_000): Float64Array {
  return Float64Array.from({ length: count }, (_, i) => lowHz * (highHz / lowHz) ** (i / (count - 1)));
}

/** What a sum loses on average against the same channels in step, dB: by their energies added up over the same frequencies. */
export function meanLossDb(sumDb: ArrayLike<number>, inStepDb: ArrayLike<number>): number {
  let [sum, inStep] = [0, 0];
  for (let i = 0; i < sumDb.length; i++) {
    sum += powerRatioFromDb(sumDb[i] as number);
    inStep += powerRatioFromDb(inStepDb[i] as number);
  }
  return dbFromPowerRatio(inStep / sum);
}
