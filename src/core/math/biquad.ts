const { PI, SQRT1_2, cos, sin } = Math;

/** A second-order section: y = b·x − a·y, the leading a being 1. */
export interface Biquad {
  readonly b: readonly [number, number, number];
  readonly a: readonly [number, number];
}

/** Second-order low- or high-pass by the bilinear transform (Bristow-Johnson's formulas). */
export function biquad(kind: 'low' | 'high', hertz: number, rate: number, q: number): Biquad {
  const w = (2 * PI * hertz) / rate;
  const [c, alpha] = [cos(w), sin(w) / (2 * q)];
  const side = kind === 'low' ? (1 - c) / 2 : (1 + c) / 2;
  const a0 = 1 + alpha;
  return { b: [side / a0, (kind === 'low' ? 1 - c : -(1 + c)) / a0, side / a0], a: [(-2 * c) / a0, (1 - alpha) / a0] };
}

/** Filters a signal in place. */
export function runBiquad({ b, a }: Biquad, signal: Float64Array): void {
  let [x1, x2, y1, y2] = [0, 0, 0, 0];
  for (let i = 0; i < signal.length; i++) {
    const x = signal[i] as number;
    const y = b[0] * x + b[1] * x1 + b[2] * x2 - a[0] * y1 - a[1] * y2;
    [x2, x1, y2, y1] = [x1, x, y1, y];
    signal[i] = y;
  }
}

/** A signal behind low cuts of second order, as microphones and preamps have them. */
export function behindLowCuts(samples: Float32Array, rate: number, cutsHz: readonly number[]): Float32Array {
  const signal = Float64Array.from(samples);
  for (const hertz of cutsHz) runBiquad(biquad('high', hertz, rate, SQRT1_2), signal);
  return Float32Array.from(signal);
}
