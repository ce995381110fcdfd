import { median } from '../../math';

const { abs, hypot, max, min, sqrt } = Math;

/** When one stroke reached the channels, against the channel it was noted in. */
export interface StrokeSeen {
  /** Frame from the take's beginning. */
  readonly frame: number;
  /** The channel it was noted in, by index. */
  readonly spot: number;
  /** By channel: how much later it came there, samples; null where nothing is measured. */
  readonly arrivals: readonly ({ readonly delaySamples: number; readonly polarity: 1 | -1; readonly confidence: number } | null)[];
}

/** Channels whose recorder counts otherwise than that of most. */
export interface Drift {
  readonly channels: readonly number[];
  /** How much faster it counts, millionths: at 10, a second of the others is 1.00001 s of it. */
  readonly ppm: number;
  readonly ppmSigma: number;
  /** Pairs of strokes that told. */
  readonly looks: number;
}

/** Strokes nearer to each other in time than this tell nothing of a clock, seconds. */
const APART_S = 2;
const SURE = 0.35;
/** No recorder's clock is farther off than this, millionths. */
const MOST_PPM = 400;
/** Two strokes of one source agree to this, samples; a single stroke's delay is that exact at least. */
const AGREE_SAMPLES = 2;
const STROKE_SIGMA = 0.4;
/** So many pairs must agree, that share of all, and that many times what chance gives. */
const LEAST_PAIRS = 3;
const LEAST_SHARE = 0.12;
const OVER_CHANCE = 3;
/** Clocks that differ by less are one, or nobody's trouble, millionths; and beyond so many times the error. */
const LEAST_PPM = 4;
const LEAST_SIGMAS = 4;

interface Slope {
  readonly perFrame: number;
  readonly sigma: number;
  readonly pairs: number;
}

/** Two strokes noted in one channel: how long apart, and by how much the delay between two channels has grown. */
interface Growth {
  readonly frames: number;
  readonly samples: number;
}

/** Growths between two channels, over strokes that were noted in either of them. */
function growths(strokes: readonly StrokeSeen[], a: number, b: number, apart: number): Growth[] {
  return [
    [a, b],
    [b, a],
  ].flatMap(([spot, other]) => {
    const sign = spot === a ? 1 : -1;
    const seen = strokes.flatMap((stroke) => {
      const arrival = stroke.spot === spot ? stroke.arrivals[other as number] : null;
      return arrival && arrival.confidence >= SURE ? [{ frame: stroke.frame, ...arrival }] : [];
    });
    return seen.flatMap((first, i) =>
      seen.slice(i + 1).flatMap((second): Growth[] => {
        const frames = second.frame - first.frame;
        if (abs(frames) < apart || first.polarity !== second.polarity) return [];
        return [{ frames, samples: sign * (second.delaySamples - first.delaySamples) }];
      }),
    );
  });
}

/**
 * The slope on which most pairs of strokes agree: those of one source grow alike, whatever the distance is; those of different sources
 * scatter. Null where no slope has clearly more than chance gives it.
 */
function slopeOf(all: readonly Growth[]): Slope | null {
  if (all.length < LEAST_PAIRS) return null;
  const most = MOST_PPM * 1e-6;
  const agrees =
    (slope: number) =>
    (one: Growth): boolean =>
      abs(one.samples - slope * one.frames) <= AGREE_SAMPLES;
  let best: Growth[] = [];
  for (const { frames, samples } of all) {
    const slope = samples / frames;
    if (abs(slope) > most) continue;
    const own = all.filter(agrees(slope));
    if (own.length > best.length) best = own;
  }
  const spread = 2 * median(all.map(({ samples }) => abs(samples)));
  const byChance = all.length * min(0.5, (2 * AGREE_SAMPLES) / max(1, spread + 2 * AGREE_SAMPLES));
  const widely = spread > 8 * AGREE_SAMPLES;
  if (best.length < LEAST_PAIRS || best.length < LEAST_SHARE * all.length || (widely && best.length < OVER_CHANCE * min(byChance, all.length / 8)))
    return null;
  const squares = best.reduce((sum, { frames }) => sum + frames * frames, 0);
  const perFrame = best.reduce((sum, { frames, samples }) => sum + frames * samples, 0) / squares;
  const scatter = sqrt(best.reduce((sum, { frames, samples }) => sum + (samples - perFrame * frames) ** 2, 0) / best.length);
  // Pairs share their strokes: some 2 √pairs of them stand alone.
  const sigma = (max(scatter, STROKE_SIGMA * Math.SQRT2) * sqrt(best.length / max(1, sqrt(2 * best.length)))) / sqrt(squares);
  return { perFrame, sigma, pairs: best.length };
}

interface Edge extends Slope {
  readonly a: number;
  readonly b: number;
}

/** Channels that run alike, each set with all that are joined to it. */
function together(channels: number, edges: readonly Edge[]): number[][] {
  const home = Array.from({ length: channels }, (_, c) => c);
  const root = (c: number): number => (home[c] === c ? c : root(home[c] as number));
  for (const { a, b, perFrame, sigma } of edges) if (abs(perFrame) < max(3 * sigma, (LEAST_PPM / 2) * 1e-6)) home[root(a)] = root(b);
  const sets = new Map<number, number[]>();
  for (let c = 0; c < channels; c++) sets.set(root(c), [...(sets.get(root(c)) ?? []), c]);
  return [...sets.values()].sort((x, y) => y.length - x.length);
}

/**
 * Channels on other clocks than most, from the strokes of a take: between recorders every source's delay grows with time, by as much for
 * all, from wherever it begins. Microphones need not share a place, only strokes of one source some seconds apart.
 */
export function driftsOf(strokes: readonly StrokeSeen[], channels: number, sampleRateHz: number): Drift[] {
  const edges: Edge[] = [];
  for (let a = 0; a < channels; a++)
    for (let b = a + 1; b < channels; b++) {
      const slope = slopeOf(growths(strokes, a, b, APART_S * sampleRateHz));
      if (slope) edges.push({ a, b, ...slope });
    }
  const [main = [], ...others] = together(channels, edges);
  return others.flatMap((own): Drift[] => {
    const between = edges.flatMap(({ a, b, perFrame, sigma, pairs }) => {
      if (main.includes(a) && own.includes(b)) return [{ slope: perFrame, sigma, pairs }];
      return own.includes(a) && main.includes(b) ? [{ slope: -perFrame, sigma, pairs }] : [];
    });
    if (between.length === 0) return [];
    const middle = median(between.map(({ slope }) => slope));
    const agreeing = between.filter(({ slope, sigma }) => abs(slope - middle) < max(4 * sigma, 3e-6));
    // Where there is more than one way to see it, one alone is not enough.
    if (agreeing.length < between.length / 2 || (main.length > 1 && between.length > 1 && agreeing.length < 2)) return [];
    const weight = agreeing.reduce((sum, { sigma }) => sum + 1 / sigma ** 2, 0);
    const ppm = (1e6 * agreeing.reduce((sum, { slope, sigma }) => sum + slope / sigma ** 2, 0)) / weight;
    const ppmSigma = hypot(1e6 / sqrt(weight), 0.3);
    if (abs(ppm) < max(LEAST_PPM, LEAST_SIGMAS * ppmSigma)) return [];
    return [{ channels: own, ppm, ppmSigma, looks: agreeing.reduce((sum, { pairs }) => sum + pairs, 0) }];
  });
}
