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
  // With silence before and behind it, no tap has to ask whether its sample is there.
  const padded = new Float64Array(signal.length + 2 * taps.length);
  padded.set(signal, taps.length);
  const last = min(out.length, signal.length + first + taps.length - 1);
  for (let n = max(0, first); n < last; n++) {
    const base = n - first + 1;
    let sum = 0;
    for (let k = 0; k < 2 * HALF; k += 4)
      sum +=
        (reversed[k] as number) * (padded[base + k] as number) +
        (reversed[k + 1] as number) * (padded[base + k + 1] as number) +
        (reversed[k + 2] as number) * (padded[base + k + 2] as number) +
        (reversed[k + 3] as number) * (padded[base + k + 3] as number);
    out[n] = (out[n] as number) + sum;
  }
}
