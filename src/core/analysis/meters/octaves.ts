import { biquad, runBiquad } from '../../math';

const { SQRT1_2, SQRT2 } = Math;

/** Sections of a fourth-order Butterworth filter. */
const BUTTERWORTH_4 = [0.5411961, 1.306563];

/**
 * An octave of a signal: fourth-order Butterworth edges at f/√2 and f·√2, run backwards in time, so that the filter's own ringing comes
 * before the sound and not into its decay (ISO 3382-2 allows it).
 */
export function octaveBackwards(samples: Float32Array, rate: number, hertz: number): Float64Array {
  const signal = Float64Array.from(samples).reverse();
  for (const q of BUTTERWORTH_4) {
    runBiquad(biquad('high', hertz * SQRT1_2, rate, q), signal);
    if (hertz * SQRT2 < 0.45 * rate) runBiquad(biquad('low', hertz * SQRT2, rate, q), signal);
  }
  return signal.reverse();
}

/** What is above a frequency, forwards in time. */
export function above(samples: Float32Array, rate: number, hertz: number): Float64Array {
  const signal = Float64Array.from(samples);
  for (const q of BUTTERWORTH_4) runBiquad(biquad('high', hertz, rate, q), signal);
  return signal;
}
