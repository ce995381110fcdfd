import type { Biquad } from './loudness';

const { PI, SQRT1_2, SQRT2, cos, sin } = Math;

/** Second-order low- or high-pass by the bilinear transform (Bristow-Johnson's formulas). */
function biquad(kind: 'low' | 'high', hertz: number, rate: number, q: number): Biquad {
  const w = (2 * PI * hertz) / rate;
  const [c, alpha] = [cos(w), sin(w) / (2 * q)];
  const side = kind === 'low' ? (1 - c) / 2 : (1 + c) / 2;
  const a0 = 1 + alpha;
  return { b: [side / a0, (kind === 'low' ? 1 - c : -(1 + c)) / a0, side / a0], a: [(-2 * c) / a0, (1 - alpha) / a0] };
}

function run({ b, a }: Biquad, signal: Float64Array): void {
  let [x1, x2, y1, y2] = [0, 0, 0, 0];
  for (let i = 0; i < signal.length; i++) {
    const x = signal[i] as number;
    const y = b[0] * x + b[1] * x1 + b[2] * x2 - a[0] * y1 - a[1] * y2;
    [x2, x1, y2, y1] = [x1, x, y1, y];
    signal[i] = y;
  }
}

/** Sections of a fourth-order Butterworth filter. */
const BUTTERWORTH_4 = [0.5411961, 1.306563];

/**
 * An octave of a signal: fourth-order Butterworth edges at f/√2 and f·√2, run backwards in time, so that the filter's own ringing comes
 * before the sound and not into its decay (ISO 3382-2 allows it).
 */
export function octaveBackwards(samples: Float32Array, rate: number, hertz: number): Float64Array {
  const signal = Float64Array.from(samples).reverse();
  for (const q of BUTTERWORTH_4) {
    run(biquad('high', hertz * SQRT1_2, rate, q), signal);
    if (hertz * SQRT2 < 0.45 * rate) run(biquad('low', hertz * SQRT2, rate, q), signal);
  }
  return signal.reverse();
}

/** What is above a frequency, forwards in time. */
export function above(samples: Float32Array, rate: number, hertz: number): Float64Array {
  const signal = Float64Array.from(samples);
  for (const q of BUTTERWORTH_4) run(biquad('high', hertz, rate, q), signal);
  return signal;
}
