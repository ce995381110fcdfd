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

export interface TapHeard {
  /** Highest sample of the knocks, dBFS. */
  readonly peakDbfs: number;
  /** Whether the knocks stood out of the noise. */
  readonly heard: boolean;
  /** First swing of the clap that came after them; null where there was none. */
  readonly clapSign: 1 | -1 | null;
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
    return { peakDbfs, heard: peakDbfs > loud, clapSign: clapped ? firstSwing(samples, from, to) : null };
  });
}

/** A microphone that somebody knocked on, and clapped before, while all channels were recorded. */
export interface TapReading {
  readonly microphoneId: string;
  /** The channel that had the knocks loudest. */
  readonly channel: string;
  /** How far it had them over the next one, dB. */
  readonly overDb: number;
  /** First swing of the clap there; null where none was heard. */
  readonly clapSign: 1 | -1 | null;
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
  microphoneId: string,
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
  return { microphoneId, channel: name, overDb, clapSign: first.clapSign };
}
