import { median } from '../math';
import { amplitudeRatioFromDb, dbFromPowerRatio } from '../units';

const { abs, floor, max, min, round, sqrt } = Math;

/** A howl is a tone that repeats itself as well as this, between these pitches, and no softer than this (common practice: feedback is one pure tone). */
const HOWL = { likeness: 0.94, lowHz: 150, highHz: 8000, levelDbfs: -40 } as const;
const HOWL_WINDOW = 4096;

export interface Howl {
  readonly hertz: number;
  readonly levelDbfs: number;
}

/**
 * Feedback: a loud tone that nobody plays, by how well the end of a recording repeats itself (normalised autocorrelation past its first
 * negative lag, so that slow sounds and hum are none). For recordings in which nobody plays.
 */
export function hearHowl(samples: Float32Array, sampleRateHz: number): Howl | null {
  const [shortest, longest] = [floor(sampleRateHz / HOWL.highHz), floor(sampleRateHz / HOWL.lowHz)];
  const length = min(HOWL_WINDOW, samples.length - longest);
  if (length < 4 * longest) return null;
  const from = samples.length - length - longest;
  const product = (lag: number): number => {
    let sum = 0;
    for (let i = from; i < from + length; i++) sum += (samples[i] as number) * (samples[i + lag] as number);
    return sum;
  };
  const power = product(0);
  const levelDbfs = dbFromPowerRatio(max(1e-18, power / length));
  if (levelDbfs < HOWL.levelDbfs || diesAway(samples, from, length, power)) return null;
  let [isPast, best, at] = [false, 0, 0];
  for (let lag = 1; lag <= longest; lag++) {
    const likeness = product(lag) / power;
    isPast ||= likeness < 0;
    if (isPast && lag >= shortest && likeness > best) [best, at] = [likeness, lag];
  }
  return best >= HOWL.likeness ? { hertz: sampleRateHz / at, levelDbfs } : null;
}

/** Whether what sounds at the end was louder before: a drum that rings, and no howl, which stays or grows. */
function diesAway(samples: Float32Array, from: number, length: number, power: number): boolean {
  const before = min(from, length);
  let sum = 0;
  for (let i = from - before; i < from; i++) sum += (samples[i] as number) ** 2;
  return before > 0 && sum / before > 1.25 * (power / length);
}

const BLOCK_S = 0.005;

/** Highest sample of each block of 5 ms. */
function blockPeaks(samples: Float32Array, sampleRateHz: number): Float64Array {
  const step = max(1, round(BLOCK_S * sampleRateHz));
  const out = new Float64Array(floor(samples.length / step));
  for (let b = 0; b < out.length; b++) for (let i = b * step; i < (b + 1) * step; i++) out[b] = max(out[b] as number, abs(samples[i] as number));
  return out;
}

/** A crackle stands so far out of its own channel's quiet, and the others hear this much less of it, dB. */
const CRACKLE_DB = 14;
const ALONE_DB = 8;

/** How many crackles each channel has that no other hears: short peaks out of the quiet of a recording in which nobody moves. */
export function countCrackles(channels: readonly Float32Array[], sampleRateHz: number): number[] {
  const peaks = channels.map((samples) => blockPeaks(samples, sampleRateHz));
  const quiet = peaks.map((blocks) => (blocks.length > 0 ? max(1e-9, median([...blocks])) : 1));
  const over = amplitudeRatioFromDb(CRACKLE_DB);
  const alone = amplitudeRatioFromDb(ALONE_DB);
  return peaks.map((blocks, c) => {
    let [count, last] = [0, -10];
    blocks.forEach((peak, b) => {
      if (peak < over * (quiet[c] as number)) return;
      // Whatever others hear as well is in the room.
      const shared = peaks.some((other, o) => o !== c && (other[b] ?? 0) > alone * (quiet[o] as number));
      if (!shared && b - last > 2) count++;
      last = b;
    });
    return count;
  });
}

/** Nothing that sounds falls by so much within two blocks while others go on, dB; what falls was this far over silence, and so were they. */
const CUT_DB = 26;
const SOUNDING_DB = 26;
/** Who goes on falls by less than this. */
const GOES_ON_DB = 12;
/** It comes back by as much within half a second, and nobody else has a stroke then, dB. */
const BACK_DB = 18;
const BACK_BLOCKS = 50;
const STROKE_DB = 6;

/** Power of each hundredth of a second, dBFS. */
function blockLevels(samples: Float32Array, sampleRateHz: number): number[] {
  const step = max(1, round(2 * BLOCK_S * sampleRateHz));
  return Array.from({ length: floor(samples.length / step) }, (_, b) => {
    let power = 0;
    for (let i = b * step; i < (b + 1) * step; i++) power += (samples[i] as number) ** 2;
    return dbFromPowerRatio(max(1e-18, power / step));
  });
}

/**
 * How often each channel was cut off while it and another sounded, the other went on, and came back without a stroke: a contact that opens.
 * Where all end together the sound has ended.
 *
 * @param noisesDbfs mean power of each channel in silence
 */
export function countCuts(channels: readonly Float32Array[], sampleRateHz: number, noisesDbfs: readonly number[]): number[] {
  const levels = channels.map((samples) => blockLevels(samples, sampleRateHz));
  const sounds = (c: number, b: number): boolean => (levels[c]?.[b] ?? -200) > (noisesDbfs[c] ?? -70) + SOUNDING_DB;
  const fall = (c: number, b: number): number => {
    const own = levels[c] as number[];
    return (own[b - 2] ?? -200) - max(own[b] ?? -200, own[b + 1] ?? -200);
  };
  const rise = (c: number, b: number): number => (levels[c]?.[b] ?? -200) - (levels[c]?.[b - 2] ?? -200);
  const comesBack = (c: number, from: number): boolean => {
    for (let b = from + 1; b <= from + BACK_BLOCKS && b < (levels[c] as number[]).length; b++)
      if (rise(c, b) >= BACK_DB)
        return !levels.some((_, o) => o !== c && [-2, -1, 0, 1, 2].some((off) => sounds(o, b + off) && rise(o, b + off) > STROKE_DB));
    return false;
  };
  return levels.map((own, c) => {
    let count = 0;
    for (let b = 2; b + 2 < own.length; b++) {
      if (!sounds(c, b - 2) || fall(c, b) < CUT_DB) continue;
      const goOn = levels.some(
        (_, o) => o !== c && sounds(o, b - 2) && sounds(o, b + 1) && [b - 1, b, b + 1, b + 2].every((at) => fall(o, at) < GOES_ON_DB),
      );
      if (goOn && comesBack(c, b)) count++;
      b += 4;
    }
    return count;
  });
}

/** Whether noise is even: hiss, and not bumps or a voice; by how its tenths of a second differ, dB. */
const EVEN_DB = 3;
export function isEven(samples: Float32Array, sampleRateHz: number): boolean {
  const step = round(0.1 * sampleRateHz);
  const levels = Array.from({ length: floor(samples.length / step) }, (_, b) => {
    let power = 0;
    for (let i = b * step; i < (b + 1) * step; i++) power += (samples[i] as number) ** 2;
    return dbFromPowerRatio(max(1e-18, power / step));
  });
  if (levels.length < 4) return false;
  const mean = levels.reduce((sum, level) => sum + level, 0) / levels.length;
  return sqrt(levels.reduce((sum, level) => sum + (level - mean) ** 2, 0) / levels.length) < EVEN_DB;
}
