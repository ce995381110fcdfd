import type { MicrophoneId } from '../../ids';
import { dbFromAmplitudeRatio } from '../../units';

const { abs, floor, max, min, round } = Math;

/** Two sounds with this much between them are two, seconds. */
const APART_S = 0.35;
const STEP_S = 0.005;
/** A sound stands out of the noise by this; what is this far under the loudest of its channel is its dying away, dB. */
const STANDS_OUT_DB = 20;
const DIES_AWAY_DB = 36;
/** Knocks come at least this far apart, seconds. */
const KNOCKS_APART_S = 0.08;
/** The first swing is the first that reaches this share of its sound's peak. */
const SWING_SHARE = 0.3;
/** A clap's direct sound reaches this share of what comes in its first moments, and that is this long, seconds. */
const BEGIN_SHARE = 0.25;
const FIRST_MOMENTS_S = 0.0015;
/** It begins where it stands this far over the loudest of the moment before, as a ratio. */
const OVER_BEFORE = 2.5;
/** A converter is full from here on. */
const FULL = 0.98;
const BEFORE_S = 0.06;
/** A channel has it at most so much before and after its own microphone's, seconds: a room's length and a converter's delay. */
const EARLIEST_S = 0.03;
const LATEST_S = 0.06;

export interface TapHeard {
  /** Highest sample of the knocks, dBFS. */
  readonly peakDbfs: number;
  /** Whether the knocks stood out of the noise. */
  readonly heard: boolean;
  /** First swing of the clap that came after them; null where there was none. */
  readonly clapSign: 1 | -1 | null;
  /** Where the clap is, in samples of the recording. */
  readonly clapSamples?: readonly [from: number, to: number];
}

interface Stretch {
  readonly from: number;
  to: number;
}

function peakOf(samples: Float32Array, from: number, to: number): number {
  let most = 0;
  for (let i = max(0, from); i < min(samples.length, to); i++) most = max(most, abs(samples[i] as number));
  return most;
}

/** By how much each step stands out in the channel where it does most, as a ratio to that channel's line; over 1 it is a sound. */
function standingOut(channels: readonly Float32Array[], noisesDbfs: readonly number[], step: number): Float64Array {
  const steps = floor(max(0, ...channels.map(({ length }) => length)) / step);
  const most = new Float64Array(steps);
  channels.forEach((samples, c) => {
    const peaks = Array.from({ length: steps }, (_, i) => peakOf(samples, i * step, (i + 1) * step));
    const loudest = peaks.reduce((a, b) => max(a, b), 0);
    const line = max(10 ** (((noisesDbfs[c] ?? -180) + STANDS_OUT_DB) / 20), loudest / 10 ** (DIES_AWAY_DB / 20));
    peaks.forEach((peak, i) => {
      most[i] = max(most[i] as number, peak / line);
    });
  });
  return most;
}

/** Stretches of sound, in steps; and how many blows each has. */
function stretchesOf(over: Float64Array): (Stretch & { readonly blows: number })[] {
  const found: Stretch[] = [];
  over.forEach((ratio, i) => {
    if (ratio < 1) return;
    const last = found.at(-1);
    if (last && (i - last.to) * STEP_S < APART_S) last.to = i + 1;
    else found.push({ from: i, to: i + 1 });
  });
  return found.map((stretch) => {
    let [blows, last] = [0, -Infinity];
    const most = over.slice(stretch.from, stretch.to).reduce((a, b) => max(a, b), 0);
    for (let i = stretch.from; i < stretch.to; i++) {
      if ((over[i] as number) < max(1, 0.25 * most)) continue;
      if ((i - last) * STEP_S > KNOCKS_APART_S) blows++;
      last = i;
    }
    return { ...stretch, blows };
  });
}

function firstSwing(samples: Float32Array, from: number, to: number): 1 | -1 {
  const line = SWING_SHARE * peakOf(samples, from, to);
  for (let i = max(0, from); i < to; i++) if (abs(samples[i] as number) >= line) return (samples[i] as number) > 0 ? 1 : -1;
  return 1;
}

/**
 * Two knocks on a microphone, then a clap in front of it, as every channel got them: how loud the knocks were, and which way the clap
 * swung first. Knocks and clap are told apart in time, by all channels together, so that a far clap is not taken for a knock.
 *
 * @param noisesDbfs mean power of each channel in silence
 */
export function hearTaps(channels: readonly Float32Array[], sampleRateHz: number, noisesDbfs: readonly number[]): TapHeard[] {
  const step = max(1, round(STEP_S * sampleRateHz));
  const found = stretchesOf(standingOut(channels, noisesDbfs, step));
  const knocks = found.find(({ blows }) => blows > 1);
  const clap = found.filter(({ blows, from }) => blows === 1 && from > (knocks?.to ?? Infinity)).at(-1);
  return channels.map((samples, c) => {
    if (!knocks) return { peakDbfs: -180, heard: false, clapSign: null };
    const loud = (noisesDbfs[c] ?? -180) + STANDS_OUT_DB;
    const peakDbfs = dbFromAmplitudeRatio(max(1e-9, peakOf(samples, knocks.from * step, knocks.to * step)));
    const [from, to] = clap ? [(clap.from - 1) * step, clap.to * step] : [0, 0];
    const clapped = clap && dbFromAmplitudeRatio(max(1e-9, peakOf(samples, from, to))) > loud;
    return {
      peakDbfs,
      heard: peakDbfs > loud,
      clapSign: clapped ? firstSwing(samples, from, to) : null,
      ...(clap && { clapSamples: [from, to] as const }),
    };
  });
}

/** Where a sound begins in a stretch of a channel, samples of any fraction, and how loud its first moments are; null where it stands out of nothing. */
function beginOf(
  samples: Float32Array,
  from: number,
  to: number,
  quiet: number,
  sampleRateHz: number,
): { readonly at: number; readonly peak: number } | null {
  const moments = max(1, round(FIRST_MOMENTS_S * sampleRateHz));
  for (let i = max(0, from); i < min(samples.length, to); i++) {
    if (abs(samples[i] as number) < OVER_BEFORE * quiet) continue;
    const peak = peakOf(samples, i, i + moments);
    const line = max(OVER_BEFORE * quiet, BEGIN_SHARE * peak);
    let at = i;
    while (abs(samples[at] as number) < line) at++;
    const [a, b] = [abs(samples[at - 1] ?? 0), abs(samples[at] as number)];
    return { at: at - (b > a ? (b - line) / (b - a) : 0), peak };
  }
  return null;
}

/** A clap as the other channels had it, by name: how much later and how loud as against the channel it was made before. */
export interface ClapHeard {
  readonly channel: string;
  readonly lateSeconds: number;
  /** Null where a converter was full. */
  readonly levelDb: number | null;
}

/** When every other channel had a clap that stands in one between two samples. */
function clapInOthers(
  channels: readonly { readonly name: string; readonly samples: Float32Array }[],
  own: number,
  [from, to]: readonly [number, number],
  sampleRateHz: number,
): ClapHeard[] {
  const before = round(BEFORE_S * sampleRateHz);
  const first = from - round(EARLIEST_S * sampleRateHz);
  const begins = channels.map(({ samples }, c) => {
    const start = c === own ? from : first;
    const quiet = max(1e-7, peakOf(samples, first - before, first));
    return beginOf(samples, start, c === own ? to : from + round(LATEST_S * sampleRateHz), quiet, sampleRateHz);
  });
  const spot = begins[own];
  return channels.flatMap(({ name }, c): ClapHeard[] => {
    const begin = begins[c];
    if (c === own || !spot || !begin) return [];
    return [
      {
        channel: name,
        lateSeconds: (begin.at - spot.at) / sampleRateHz,
        levelDb: max(begin.peak, spot.peak) < FULL ? dbFromAmplitudeRatio(begin.peak / spot.peak) : null,
      },
    ];
  });
}

/** A microphone that somebody knocked on, and clapped before, while all channels were recorded. */
export interface TapReading {
  readonly microphoneId: MicrophoneId;
  /** The channel that had the knocks loudest. */
  readonly channel: string;
  /** How far it had them over the next one, dB. */
  readonly overDb: number;
  /** First swing of the clap there; null where none was heard. */
  readonly clapSign: 1 | -1 | null;
  /** The clap in the other channels. */
  readonly clap?: readonly ClapHeard[];
}

/** Clearly one channel's: what goes through a stand and the floor comes this much softer, dB (common practice, on the safe side). */
const CLEARLY_DB = 8;

/**
 * Which channel a knocked-on microphone is in, and which way its clap swung.
 *
 * @param channels what every channel had meanwhile, by name
 * @param noisesDbfs each channel's mean power in silence
 * @returns null where no channel had the knocks clearly
 */
export function readTap(
  microphoneId: MicrophoneId,
  channels: readonly { readonly name: string; readonly samples: Float32Array }[],
  sampleRateHz: number,
  noisesDbfs: readonly number[],
): TapReading | null {
  const heard = hearTaps(
    channels.map(({ samples }) => samples),
    sampleRateHz,
    noisesDbfs,
  );
  const ranked = heard.map((one, c) => ({ ...one, c })).sort((a, b) => b.peakDbfs - a.peakDbfs);
  const [first, second] = ranked;
  const name = first && channels[first.c]?.name;
  const overDb = (first?.peakDbfs ?? 0) - (second?.peakDbfs ?? -180);
  if (!first?.heard || name === undefined || overDb < CLEARLY_DB) return null;
  const clap = first.clapSamples ? clapInOthers(channels, first.c, first.clapSamples, sampleRateHz) : [];
  return { microphoneId, channel: name, overDb, clapSign: first.clapSign, ...(clap.length > 0 && { clap }) };
}

/** A click at a mark, while all channels were recorded. */
export interface ClickReading {
  /** The mark, as a reading of the tape names it. */
  readonly markRef: string;
  /** The channel that had it clearest. */
  readonly channel: string;
  /** The click in the other channels. */
  readonly clap: readonly ClapHeard[];
}

/**
 * When every channel had a click: the first sound that is one.
 *
 * @param noisesDbfs each channel's mean power in silence
 * @returns null where nothing stood out
 */
export function readClick(
  markRef: string,
  channels: readonly { readonly name: string; readonly samples: Float32Array }[],
  sampleRateHz: number,
  noisesDbfs: readonly number[],
): ClickReading | null {
  const step = max(1, round(STEP_S * sampleRateHz));
  const all = channels.map(({ samples }) => samples);
  const [click] = stretchesOf(standingOut(all, noisesDbfs, step));
  if (!click) return null;
  const [from, to] = [(click.from - 1) * step, click.to * step];
  const over = all.map((samples, c) => dbFromAmplitudeRatio(max(1e-9, peakOf(samples, from, to))) - (noisesDbfs[c] ?? -180));
  const own = over.indexOf(max(...over));
  const name = channels[own]?.name;
  return name === undefined ? null : { markRef, channel: name, clap: clapInOthers(channels, own, [from, to], sampleRateHz) };
}

/** What knocks, claps and clicks said. */
export interface Guided {
  readonly taps: readonly TapReading[];
  readonly clicks: readonly ClickReading[];
}

/** What a list asks for, one thing a line: knocks with a clap after them, or a click. */
export type Listed = { readonly tap: string } | { readonly click: string };

/** For how many sounds a recording follows its list, of how many, where it does not follow it to the end. */
export interface ListMissed {
  readonly heard: number;
  readonly asked: number;
}

/**
 * A recording made by following a list from its first line to its last, whatever comes after it: each line is found by what it must sound like, so
 * that a line left out or done twice is told and nothing is given to another line.
 *
 * @param noisesDbfs each channel's mean power in silence
 */
export function readList(
  list: readonly Listed[],
  channels: readonly { readonly name: string; readonly samples: Float32Array }[],
  sampleRateHz: number,
  noisesDbfs: readonly number[],
): Guided | ListMissed {
  const step = max(1, round(STEP_S * sampleRateHz));
  const found = stretchesOf(
    standingOut(
      channels.map(({ samples }) => samples),
      noisesDbfs,
      step,
    ),
  );
  const wanted = list.flatMap((one) => ('tap' in one ? ['knocks', 'clap'] : ['clap']));
  const kinds = found.map(({ blows }) => (blows > 1 ? 'knocks' : 'clap'));
  const fits = wanted.findIndex((kind, i) => kind !== kinds[i]);
  if (fits >= 0) return { heard: fits, asked: wanted.length };
  const taps: TapReading[] = [];
  const clicks: ClickReading[] = [];
  let at = 0;
  for (const one of list) {
    const [first, last] = [at, at + ('tap' in one ? 1 : 0)];
    at = last + 1;
    // A stretch of its own, with half of the silence on either side.
    const from = first === 0 ? 0 : Math.round(((found[first - 1]?.to ?? 0) + (found[first]?.from ?? 0)) / 2) * step;
    const next = found[last + 1];
    const to = next ? Math.round(((found[last]?.to ?? 0) + next.from) / 2) * step : Infinity;
    const own = channels.map(({ name, samples }) => ({ name, samples: samples.subarray(from, min(samples.length, to)) }));
    const tapped = 'tap' in one ? readTap(one.tap, own, sampleRateHz, noisesDbfs) : null;
    const clicked = 'click' in one ? readClick(one.click, own, sampleRateHz, noisesDbfs) : null;
    if (tapped) taps.push(tapped);
    if (clicked) clicks.push(clicked);
  }
  return { taps, clicks };
}
