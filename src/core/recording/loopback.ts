const { abs, max, min, round } = Math;

/** What a loop of cable from an output to an input says. */
export interface LoopbackReport {
  /** From what went out to what came back, samples and s. */
  readonly roundTripSamples: number;
  readonly roundTripS: number;
  /** Whether it came back the other way up. */
  readonly isReversed: boolean;
  /** How much softer it came back, dB. */
  readonly lossDb: number;
  readonly clicks: number;
  /** Farthest of a click from the middle one, samples. */
  readonly spreadSamples: number;
  /** By how much the second runs off from the first, parts in a million. */
  readonly driftPpm: number;
}

export type LoopbackAnswer =
  | { readonly ok: true; readonly loopback: LoopbackReport }
  | { readonly ok: false; readonly code: 'no-clicks' | 'not-back' };

/** Clicks are at least so far apart, and their return is looked for as far, s. */
const APART_S = 0.4;
/** What is looked at of a click, s. */
const CLICK_S = 0.004;
/** A click stands so far over the rest, and its return over what else is there. */
const ABOVE = 8;
const ABOVE_RETURN = 7;
/** A return softer than this is none: 60 dB down. */
const SOFTEST = 1e-3;
/** One much softer than the others is an accident of noise. */
const LIKE_THE_OTHERS = 0.3;
/** Softer than this nothing was played, full scale. */
const SILENT = 1e-4;

const rms = (samples: Float32Array): number => Math.sqrt(samples.reduce((sum, x) => sum + x * x, 0) / max(1, samples.length));

/** Places of clicks: local peaks far over the whole's level. */
function clicksIn(samples: Float32Array, rate: number): number[] {
  if (samples.every((x) => abs(x) < SILENT)) return [];
  const level = ABOVE * rms(samples);
  const peak = samples.reduce((most, x) => max(most, abs(x)), 0);
  const threshold = max(0.3 * peak, min(level, 0.7 * peak));
  const found: number[] = [];
  for (let i = 0; i < samples.length; i++) {
    if (abs(samples[i] as number) < threshold) continue;
    const end = min(samples.length, i + round(CLICK_S * rate));
    let best = i;
    for (let k = i; k < end; k++) if (abs(samples[k] as number) > abs(samples[best] as number)) best = k;
    found.push(best);
    i = best + round(APART_S * rate);
  }
  return found;
}

interface Return {
  readonly lag: number;
  readonly sign: 1 | -1;
  readonly gain: number;
}

/** Where a click comes back: the highest product of both over all lags, to a fraction by a parabola; null where nothing stands out. */
function returnOf(out: Float32Array, back: Float32Array, click: number, rate: number): Return | null {
  const half = round((CLICK_S * rate) / 2);
  const from = max(0, click - half);
  const piece = out.subarray(from, click + half);
  const most = min(round(APART_S * rate), back.length - from - piece.length);
  if (most < 2) return null;
  const products = new Float64Array(most);
  for (let lag = 0; lag < most; lag++) {
    let sum = 0;
    for (let k = 0; k < piece.length; k++) sum += (piece[k] as number) * (back[from + lag + k] as number);
    products[lag] = sum;
  }
  let best = 0;
  for (let lag = 1; lag < most; lag++) if (abs(products[lag] as number) > abs(products[best] as number)) best = lag;
  const level = Math.sqrt(products.reduce((sum, x) => sum + x * x, 0) / most);
  const energy = piece.reduce((sum, x) => sum + x * x, 0);
  if (energy === 0 || abs(products[best] as number) < max(ABOVE_RETURN * level, SOFTEST * energy)) return null;
  const [a, b, c] = [best - 1, best, best + 1].map((lag) => abs(products[min(most - 1, max(0, lag))] as number)) as [number, number, number];
  const bend = a - 2 * b + c;
  return {
    lag: best + (bend < 0 ? (0.5 * (a - c)) / bend : 0),
    sign: (products[best] as number) < 0 ? -1 : 1,
    gain: abs(products[best] as number) / energy,
  };
}

const median = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1] as number;

/**
 * Round trip by clicks: one channel as it went out, another as it came back. Every click is found again by itself; the middle one counts.
 * @param out what was played, recorded beside it or read from the click's own file
 */
export function hearLoopback(out: Float32Array, back: Float32Array, rate: number): LoopbackAnswer {
  const clicks = clicksIn(out, rate);
  if (clicks.length < 2) return { ok: false, code: 'no-clicks' };
  const found = clicks.flatMap((click) => {
    const one = returnOf(out, back, click, rate);
    return one ? [{ ...one, click }] : [];
  });
  const usual = found.length > 0 ? median(found.map(({ gain }) => gain)) : 0;
  const returns = found.filter(({ gain }) => gain > LIKE_THE_OTHERS * usual);
  if (returns.length < 2 || returns.length < clicks.length / 2)
    return {
      ok: false,
      code: 'not-back',
    };
  const lags = returns.map(({ lag }) => lag);
  const middle = median(lags);
  const [first, last] = [returns[0], returns[returns.length - 1]] as [Return & { click: number }, Return & { click: number }];
  const reversed = returns.filter(({ sign }) => sign < 0).length;
  return {
    ok: true,
    loopback: {
      roundTripSamples: middle,
      roundTripS: middle / rate,
      isReversed: reversed > returns.length / 2,
      lossDb: -20 * Math.log10(max(1e-6, median(returns.map(({ gain }) => gain)))),
      clicks: returns.length,
      spreadSamples: max(...lags.map((lag) => abs(lag - middle))),
      driftPpm: (1e6 * (last.lag - first.lag)) / max(1, last.click - first.click),
    },
  };
}

/** A click every half second, to be played: a short burst, half of full scale. */
export function clickTrack(seconds: number, rate: number): Float32Array {
  const out = new Float32Array(round(seconds * rate));
  for (let at = round(0.25 * rate); at < out.length; at += round(0.5 * rate))
    for (let k = 0; k < round(0.001 * rate) && at + k < out.length; k++)
      out[at + k] = 0.5 * Math.sin((2 * Math.PI * 4000 * k) / rate) * Math.exp(-k / (0.00025 * rate));
  return out;
}
