import type { Random } from '../math';

const { cos, exp, PI, sin } = Math;

/** A part of a sound that rings and dies away. */
export interface Partial {
  readonly hertz: number;
  readonly amplitude: number;
  /** Time in which it falls to 1/e, s. */
  readonly fallS: number;
}

/** After so many times in which it falls to 1/e a partial is 80 dB down and done with. */
const UNHEARD = 9.2;

/** Adds decaying sines, each by the recurrence y(n) = 2·r·cos ω·y(n−1) − r²·y(n−2); above 0.45 of the rate nothing is added. */
export function ring(out: Float32Array, rate: number, partials: readonly Partial[]): void {
  for (const { hertz, amplitude, fallS } of partials) {
    if (hertz > 0.45 * rate) continue;
    const r = exp(-1 / (fallS * rate));
    const w = (2 * PI * hertz) / rate;
    const [a, b] = [2 * r * cos(w), -r * r];
    let [before, now] = [0, amplitude * r * sin(w)];
    const last = Math.min(out.length, Math.ceil(UNHEARD * fallS * rate));
    for (let i = 1; i < last; i++) {
      out[i] = (out[i] as number) + now;
      const next = a * now + b * before;
      before = now;
      now = next;
    }
  }
}

/** A two-pole resonance of unit gain at its frequency, run over a signal. */
export function resonate(signal: Float32Array, rate: number, hertz: number, widthHz: number): Float32Array {
  const r = exp((-PI * widthHz) / rate);
  const [a, b] = [2 * r * cos((2 * PI * hertz) / rate), -r * r];
  const gain = ((1 - r * r) * sin((2 * PI * hertz) / rate)) / Math.max(0.05, r);
  let [y1, y2] = [0, 0];
  return signal.map((x) => {
    const y = gain * x + a * y1 + b * y2;
    y2 = y1;
    y1 = y;
    return y;
  });
}

/** First-order low pass. */
export function soften(signal: Float32Array, rate: number, hertz: number): Float32Array {
  const keep = exp((-2 * PI * hertz) / rate);
  let last = 0;
  return signal.map((x) => {
    last = keep * last + (1 - keep) * x;
    return last;
  });
}

/** What a first-order low pass leaves out. */
export function thin(signal: Float32Array, rate: number, hertz: number): Float32Array {
  const low = soften(signal, rate, hertz);
  return signal.map((x, i) => x - (low[i] as number));
}

/** Noise that dies away. */
export function burst(length: number, rate: number, random: Random, fallS: number, riseS = 0.0004): Float32Array {
  return Float32Array.from({ length }, (_, i) => {
    const t = i / rate;
    return 0.4 * random.normal() * exp(-t / fallS) * Math.min(1, t / riseS);
  });
}

export function addTo(out: Float32Array, signal: Float32Array, gain: number, at = 0): void {
  const count = Math.min(signal.length, out.length - at);
  for (let i = 0; i < count; i++) out[at + i] = (out[at + i] as number) + gain * (signal[i] as number);
}

/** Peak 1, its last twentieth faded out. */
export function finished(signal: Float32Array): Float32Array {
  const peak = signal.reduce((most, x) => Math.max(most, Math.abs(x)), 1e-9);
  const fade = Math.ceil(0.05 * signal.length);
  return signal.map((x, i) => (x / peak) * Math.min(1, (signal.length - i) / fade));
}
