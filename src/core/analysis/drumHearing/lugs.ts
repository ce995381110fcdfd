import type { FftKernel } from '../../math';
import { median } from '../../math';

const { abs, exp, floor, log2, max, min, round, sqrt } = Math;

/**
 * A tap beside a lug sounds mostly a head's second mode, one in its middle the lowest. Of an ideal membrane the second is 1.593 times the
 * lowest (Rossing); air loads a real one, and its lowest mode most: so far above it the second lies (from memory). The lowest is therefore
 * measured, never worked out.
 */
const OVER_LOWEST = [1.45, 2] as const;
/** In a stroke in the middle the lowest mode stands over the second by this at least, dB: there the second has its node. */
const IN_MIDDLE_DB = 6;
/** Where a drum's second mode can be: a low floor tom to a high bongo, hertz. */
const RANGE_HZ = [60, 700] as const;
/** Length that is looked at after a tap, s, and how long after the stick. */
const LOOK_S = 0.5;
const AFTER_S = 0.012;
const PEAK_OVER_DB = 12;
/** Taps of one drum lie within this of each other: more than a tone is another partial. */
const ONE_DRUM = 2 ** (3 / 12);

interface Peak {
  readonly hertz: number;
  readonly db: number;
}

export interface LugTap {
  readonly atS: number;
  /** Pitch of the tap's second mode; null where no partial stands out. */
  readonly hertz: number | null;
}

export interface LugReport {
  readonly taps: readonly LugTap[];
  /** The drum's note beside its lugs: the median of the taps. Hertz. */
  readonly meanHz: number | null;
  /** How far each tap is from it, cents; null where there is none. */
  readonly cents: readonly (number | null)[];
  /** The drum's own note, its lowest mode, from strokes in its middle, hertz; null where there was none. */
  readonly lowestHz: number | null;
}

/** When the head is tapped: the level over 5 ms jumps by 12 dB over what was before, at least a third of a second apart. */
export function tapsIn(samples: Float32Array, rate: number): number[] {
  const step = max(1, round(0.005 * rate));
  const levels = Array.from({ length: floor(samples.length / step) }, (_, k) => {
    let most = 0;
    for (let i = k * step; i < (k + 1) * step; i++) most = max(most, abs(samples[i] as number));
    return most;
  });
  const loudest = levels.reduce((most, level) => max(most, level), 0);
  const taps: number[] = [];
  for (let k = 0; k < levels.length; k++) {
    const level = levels[k] as number;
    const before = levels.slice(max(0, k - 8), max(0, k - 1)).reduce((most, other) => max(most, other), 0);
    if (level === 0 || level < 0.06 * loudest || level < 4 * before) continue;
    const at = k * step;
    if (taps.length > 0 && at - (taps[taps.length - 1] as number) < 0.33 * rate) continue;
    taps.push(at);
  }
  return taps;
}

/** Peaks of a tap's spectrum, between bins by a parabola through the logarithms of a Gaussian window (exact for a steady tone). */
function peaksOf(samples: Float32Array, at: number, end: number, rate: number, kernel: FftKernel): Peak[] {
  const from = at + round(AFTER_S * rate);
  const length = min(end, from + round(LOOK_S * rate)) - from;
  if (length < 0.12 * rate) return [];
  const size = 2 ** (floor(log2(length)) + 3);
  const plan = kernel.plan(size);
  const input = new Float32Array(size);
  const output = new Float32Array(size);
  for (let i = 0; i < length; i++) {
    const x = (i - length / 2) / (length / 2);
    input[i] = (samples[from + i] as number) * exp(-4.5 * x * x);
  }
  plan.forward(input, output);
  plan.dispose();
  const [low, high] = [floor((0.6 * RANGE_HZ[0] * size) / rate), min(size / 2 - 2, round((1.6 * RANGE_HZ[1] * size) / rate))];
  const db = Array.from({ length: high + 2 }, (_, k) => 10 * Math.log10((output[2 * k] as number) ** 2 + (output[2 * k + 1] as number) ** 2 + 1e-30));
  const ground = median(db.slice(low, high));
  const peaks: Peak[] = [];
  for (let k = low; k <= high; k++) {
    const [a, b, c] = [db[k - 1] as number, db[k] as number, db[k + 1] as number];
    if (b < a || b < c || b < ground + PEAK_OVER_DB) continue;
    const bend = a - 2 * b + c;
    const shift = abs(bend) > 1e-12 ? (0.5 * (a - c)) / bend : 0;
    peaks.push({ hertz: ((k + shift) * rate) / size, db: b });
  }
  const top = peaks.reduce((most, peak) => max(most, peak.db), -Infinity);
  return peaks.filter(({ db: level }) => level > top - 35);
}

/** How well a peak is the second mode: loud itself, with a lowest mode below it, and not that lowest mode of another second above. */
function likelihood(peak: Peak, peaks: readonly Peak[]): number {
  const within = (other: Peak, [low, high]: readonly [number, number], of: number): boolean => other.hertz / of >= low && other.hertz / of <= high;
  const below = peaks.filter((other) => within(peak, OVER_LOWEST, other.hertz)).reduce((most, { db }) => max(most, db), -Infinity);
  const above = peaks.filter((other) => within(other, OVER_LOWEST, peak.hertz)).reduce((most, { db }) => max(most, db), -Infinity);
  return peak.db + (below > peak.db - 30 ? 6 : 0) - (above > peak.db - 6 ? 9 : 0);
}

/** The lowest mode in a stroke in the middle of a head whose second is known; null for a tap beside a lug. */
function ownNoteIn(peaks: readonly Peak[], second: number): number | null {
  const loudest = (low: number, high: number): Peak | null =>
    peaks.reduce<Peak | null>((most, peak) => (peak.hertz >= low && peak.hertz <= high && (!most || peak.db > most.db) ? peak : most), null);
  const lowest = loudest(second / OVER_LOWEST[1], second / OVER_LOWEST[0]);
  const beside = loudest(second / ONE_DRUM, second * ONE_DRUM);
  return lowest && lowest.db > (beside?.db ?? -Infinity) + IN_MIDDLE_DB ? lowest.hertz : null;
}

/**
 * The pitch beside each lug, from taps one after the other. Every tap has several candidates; the drum's own note is the one that most
 * taps share, and each tap's pitch the candidate nearest to it.
 * @param samples one channel: taps a second apart, the head not damped; a stroke in the middle among them gives its own note
 */
export function hearLugs(samples: Float32Array, rate: number, kernel: FftKernel): LugReport {
  const starts = tapsIn(samples, rate);
  const partials = starts.map((at, i) => peaksOf(samples, at, starts[i + 1] ?? samples.length, rate, kernel));
  const each = partials.map((peaks) => {
    const candidates = peaks.filter(({ hertz }) => hertz >= RANGE_HZ[0] && hertz <= RANGE_HZ[1]);
    const best = candidates.reduce((most, peak) => max(most, likelihood(peak, peaks)), -Infinity);
    return candidates.map((peak) => ({ hertz: peak.hertz, weight: 10 ** ((likelihood(peak, peaks) - best) / 20) }));
  });
  // What most taps share: every candidate is a guess, taps vote by how likely their own nearest one is.
  let [home, votes] = [0, 0];
  for (const { hertz } of each.flat()) {
    const sum = each.reduce(
      (total, list) => total + list.reduce((most, one) => (abs(log2(one.hertz / hertz)) < 1 / 12 ? max(most, one.weight) : most), 0),
      0,
    );
    if (sum > votes) [home, votes] = [hertz, sum];
  }
  const middles = partials.map((peaks) => ownNoteIn(peaks, home));
  const struck = middles.flatMap((hertz) => hertz ?? []);
  const taps = starts.flatMap((at, i): LugTap[] => {
    if (middles[i] !== null) return [];
    const near = (each[i] ?? []).filter(({ hertz }) => hertz < home * ONE_DRUM && hertz > home / ONE_DRUM);
    const best = near.reduce<(typeof near)[number] | null>(
      (most, one) =>
        most === null || one.weight / (1 + 8 * abs(log2(one.hertz / home))) > most.weight / (1 + 8 * abs(log2(most.hertz / home))) ? one : most,
      null,
    );
    return [{ atS: at / rate, hertz: best?.hertz ?? null }];
  });
  const known = taps.flatMap(({ hertz }) => (hertz === null ? [] : [hertz]));
  const meanHz = known.length > 0 ? median(known) : null;
  return {
    taps,
    meanHz,
    cents: taps.map(({ hertz }) => (hertz === null || meanHz === null ? null : 1200 * log2(hertz / meanHz))),
    lowestHz: struck.length > 0 ? median(struck) : null,
  };
}

const NOTES = ['C', 'C♯', 'D', 'E♭', 'E', 'F', 'F♯', 'G', 'A♭', 'A', 'B♭', 'B'] as const;
/** Other names of the same keys. */
const SAME_NOTE: Readonly<Record<string, string>> = { 'D♭': 'C♯', 'G♭': 'F♯', 'D♯': 'E♭', 'G♯': 'A♭', 'A♯': 'B♭' };
/** Steps of the scales, from the key note (natural minor). */
const SCALES: Readonly<Record<string, readonly number[]>> = { major: [0, 2, 4, 5, 7, 9, 11], minor: [0, 2, 3, 5, 7, 8, 10] };

/** Whether a pitch is near a note of a key, within a third of a semitone: "A minor". Null for a key that is not understood. */
export function inKey(hertz: number, key: string): boolean | null {
  const [note = '', kind = ''] = key.split(' ');
  const root = NOTES.indexOf((SAME_NOTE[note] ?? note) as (typeof NOTES)[number]);
  const scale = SCALES[kind];
  if (root < 0 || !scale) return null;
  const { cents } = noteOf(hertz);
  const steps = round(12 * log2(hertz / 440) + 69) - root;
  return abs(cents) <= 34 && scale.includes(((steps % 12) + 12) % 12);
}

/** A note's name and how far off it is, equal temperament, A4 = 440 Hz (ISO 16). */
export function noteOf(hertz: number): { readonly name: string; readonly cents: number } {
  const steps = 12 * log2(hertz / 440) + 69;
  const nearest = round(steps);
  return { name: `${NOTES[((nearest % 12) + 12) % 12]}${floor(nearest / 12) - 1}`, cents: 100 * (steps - nearest) };
}

/** Turn of a tension rod that makes up for so many cents: an eighth is about 25 cents on a tom (common practice); not more than one at a time. */
export const turnFor = (cents: number): 'leave it' | 'an eighth tighter' | 'an eighth looser' | 'a hair tighter' | 'a hair looser' =>
  abs(cents) < 6
    ? 'leave it'
    : abs(cents) < 16
      ? cents < 0
        ? 'a hair tighter'
        : 'a hair looser'
      : cents < 0
        ? 'an eighth tighter'
        : 'an eighth looser';

/** Spread of readings of a gauge, of their mean. */
export function gaugeSpread(readings: readonly number[]): { readonly mean: number; readonly spread: number } {
  const mean = readings.reduce((sum, x) => sum + x, 0) / max(1, readings.length);
  return { mean, spread: sqrt(readings.reduce((sum, x) => sum + (x - mean) ** 2, 0) / max(1, readings.length)) / max(1e-9, mean) };
}
