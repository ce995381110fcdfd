import { type FftKernel, median } from '../../math';
import { hann, SpectrumBank } from '../meters/spectra';
import { estimateDelay } from './delay';

const { abs, floor, log10, max, min, round, sqrt } = Math;

/** Reads frames [start, start + count) of one channel; what is not there is silence. */
export type ReadChannel = (start: number, count: number) => Promise<Float32Array>;

/** How the clock of a second recorder runs beside the first's. */
export interface ClockReport {
  /** How much faster the second counts, millionths: at 10, a second of the first is 1.00001 s of the second. */
  readonly ppm: number;
  readonly ppmSigma: number;
  /** Where the second is when the first begins, samples of the second: positive where it began to record earlier. */
  readonly offsetSamples: number;
  /** Stretches that told. */
  readonly looks: number;
  /** How far they scatter about the line, samples. */
  readonly scatterSamples: number;
}

/** Envelopes are compared in steps of this, seconds; and no more of a take than that. */
const STEP_S = 0.005;
const COARSE_S = 300;
/** A look lasts a third of a second and more; looks come every second; none is farther off the line so far than this, seconds. */
const WINDOW = 16_384;
const EVERY_S = 1;
const ASTRAY_S = 0.02;
const SURE = 0.3;
const FEWEST = 5;
/** What scatters by more about its line is no clock, samples. */
const MOST_SCATTER = 6;
const MOST_LOOKS = 600;

/** Rises of loudness by step: what two recorders share, whatever their gains. */
async function rises(read: ReadChannel, frames: number, step: number): Promise<Float32Array> {
  const steps = floor(frames / step);
  const out = new Float32Array(steps);
  let before = 0;
  const block = 400;
  for (let first = 0; first < steps; first += block) {
    const samples = await read(first * step, min(block, steps - first) * step);
    for (let i = 0; i < block && first + i < steps; i++) {
      let energy = 0;
      for (let k = 0; k < step; k++) energy += (samples[i * step + k] as number) ** 2;
      const level = log10(energy / step + 1e-9);
      out[first + i] = max(0, level - before);
      before = level;
    }
  }
  return out;
}

/** By how many steps the second series lies behind the first, by its strongest correlation. */
function coarseLag(first: Float32Array, second: Float32Array, kernel: FftKernel): number {
  let size = 64;
  while (size < first.length + second.length) size *= 2;
  const plan = kernel.plan(size);
  const spectrum = (series: Float32Array): Float32Array => {
    const mean = series.reduce((sum, x) => sum + x, 0) / max(1, series.length);
    const padded = new Float32Array(size);
    series.forEach((x, i) => {
      padded[i] = x - mean;
    });
    const out = new Float32Array(size);
    plan.forward(padded, out);
    return out;
  };
  const [a, b] = [spectrum(first), spectrum(second)];
  const product = new Float32Array(size);
  for (let k = 1; k < size / 2; k++) {
    const [ar, ai, br, bi] = [a[2 * k], a[2 * k + 1], b[2 * k], b[2 * k + 1]] as [number, number, number, number];
    product[2 * k] = ar * br + ai * bi;
    product[2 * k + 1] = ar * bi - ai * br;
  }
  const correlation = new Float32Array(size);
  plan.inverse(product, correlation);
  plan.dispose();
  let best = 0;
  for (let i = 1; i < size; i++) if ((correlation[i] as number) > (correlation[best] as number)) best = i;
  return best > size / 2 ? best - size : best;
}

interface Look {
  readonly at: number;
  readonly lag: number;
}

/** A straight line through looks, those far off it left out three times over. */
function lineThrough(looks: readonly Look[]): { slope: number; offset: number; sigma: number; scatter: number; used: number } {
  let kept = looks;
  let line = { slope: 0, offset: 0, sigma: Number.POSITIVE_INFINITY, scatter: 0, used: looks.length };
  for (let round = 0; round < 4; round++) {
    const n = kept.length;
    const [mx, my] = [kept.reduce((sum, { at }) => sum + at, 0) / n, kept.reduce((sum, { lag }) => sum + lag, 0) / n];
    const sxx = kept.reduce((sum, { at }) => sum + (at - mx) ** 2, 0);
    const slope = sxx > 0 ? kept.reduce((sum, { at, lag }) => sum + (at - mx) * (lag - my), 0) / sxx : 0;
    const offset = my - slope * mx;
    const left = kept.map(({ at, lag }) => abs(lag - offset - slope * at));
    const spread = 1.4826 * median(left);
    const scatter = sqrt(left.reduce((sum, x) => sum + x * x, 0) / max(1, n - 2));
    line = { slope, offset, sigma: sxx > 0 ? scatter / sqrt(sxx) : Number.POSITIVE_INFINITY, scatter, used: n };
    const next = kept.filter((_, i) => (left[i] as number) <= max(0.5, 3 * spread));
    if (next.length === n || next.length < FEWEST) break;
    kept = next;
  }
  return line;
}

/**
 * Compares the clocks of two recorders by what one channel of each heard of the same playing: first when they began, by their loudness, then
 * the delay every second, and a straight line through that. What is constant is distance and beginning; what grows is the clock.
 *
 * @returns null where too little is shared to say
 */
export async function compareClocks(
  first: { readonly read: ReadChannel; readonly frames: number },
  second: { readonly read: ReadChannel; readonly frames: number },
  sampleRateHz: number,
  kernel: FftKernel,
): Promise<ClockReport | null> {
  const step = round(STEP_S * sampleRateHz);
  const most = round(COARSE_S * sampleRateHz);
  const coarse = coarseLag(await rises(first.read, min(first.frames, most), step), await rises(second.read, min(second.frames, most), step), kernel);
  const start = coarse * step;
  const bank = new SpectrumBank(kernel, 2, hann(WINDOW));
  const plan = kernel.plan(WINDOW);
  const bins: [number, number] = [round((80 * WINDOW) / sampleRateHz), round((min(12_000, 0.4 * sampleRateHz) * WINDOW) / sampleRateHz)];
  const looks: Look[] = [];
  const every = max(round(EVERY_S * sampleRateHz), floor(first.frames / MOST_LOOKS));
  for (let at = 0; at + 2 * WINDOW <= first.frames; at += every) {
    const line = looks.length >= FEWEST ? lineThrough(looks) : null;
    const expected = round(line ? line.offset + line.slope * at : (looks.at(-1)?.lag ?? start));
    if (at + expected < 0 || at + expected + 2 * WINDOW > second.frames) continue;
    const [a, b] = [await first.read(at, 2 * WINDOW), await second.read(at + expected, 2 * WINDOW)];
    bank.reset();
    for (let offset = 0; offset + WINDOW <= 2 * WINDOW; offset += WINDOW / 2) bank.add([a, b], offset);
    const found = estimateDelay(bank.pair(0, 1), { plan, maxLagSamples: round(ASTRAY_S * sampleRateHz), bins });
    if (found && found.confidence >= SURE) looks.push({ at, lag: expected + found.delaySamples });
  }
  bank.dispose();
  plan.dispose();
  if (looks.length < FEWEST) return null;
  const { slope, offset, sigma, scatter, used } = lineThrough(looks);
  if (used < FEWEST || !Number.isFinite(sigma) || scatter > MOST_SCATTER) return null;
  return { ppm: slope * 1e6, ppmSigma: sigma * 1e6, offsetSamples: offset, looks: used, scatterSamples: scatter };
}
