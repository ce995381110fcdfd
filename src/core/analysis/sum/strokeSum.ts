import { logFrequencies } from '../../acoustics';
import { dbFromPowerRatio } from '../../units';
import type { TakeReport } from '../reading/report';
import type { StrokePicture } from '../reading/strokes';

/** A channel as it hears a source: after the one that is nearest, and which way up. */
export interface HeardAs {
  readonly channel: string;
  readonly delaySamples: number;
  readonly polarity: 1 | -1;
}

/** An arrival less sure than this is not known. */
const SURE = 0.3;

/** The channels that hear a source for sure, the nearest among them. */
export function heardAs({ sources }: Pick<TakeReport, 'sources'>, { source, spot, channels }: StrokePicture): HeardAs[] {
  return channels.flatMap((channel): HeardAs[] => {
    if (channel === spot) return [{ channel, delaySamples: 0, polarity: 1 }];
    const arrival = sources[source]?.arrivals.find((one) => one.channel === channel && one.confidence >= SURE);
    return arrival ? [{ channel, delaySamples: arrival.delaySamples, polarity: arrival.polarity }] : [];
  });
}

/** Channels of a take added for the strokes of one source, dB re the loudest channel alone at each frequency. */
export interface StrokeSum {
  readonly frequenciesHz: Float64Array;
  readonly sumDb: Float64Array;
  /** The same channels each turned and brought into step by what was measured, dB. */
  readonly inStepDb: Float64Array;
}

/** Lines to an octave, and how many on each side a level is taken over: a third of an octave. */
const LINES = 240;
const LOWEST_HZ = 60;
const HIGHEST_HZ = 20_000;
const SMOOTHED = 5;
/** The window's ends are faded over this, seconds, so that a cut is no sound. */
const FADE_S = 0.002;

/** One line of the Fourier sum of samples faded at both ends, by turning a unit vector. */
function line(samples: Float32Array, radians: number, fade: number): readonly [number, number] {
  const [turnRe, turnIm] = [Math.cos(radians), -Math.sin(radians)];
  let [re, im, sumRe, sumIm] = [1, 0, 0, 0];
  for (let i = 0; i < samples.length; i++) {
    const value = (samples[i] as number) * Math.min(1, (i + 1) / fade, (samples.length - i) / fade);
    sumRe += value * re;
    sumIm += value * im;
    [re, im] = [re * turnRe - im * turnIm, re * turnIm + im * turnRe];
  }
  return [sumRe, sumIm];
}

function smoothed(power: Float64Array): Float64Array {
  return power.map((_, i) => {
    let sum = 0;
    for (let k = Math.max(0, i - SMOOTHED); k <= Math.min(power.length - 1, i + SMOOTHED); k++) sum += power[k] as number;
    return sum;
  });
}

/**
 * What a source's strokes come to in the sum of channels at one gain, as recorded and in step, by third octaves.
 *
 * @param heard the channels that are added, with what was measured of each
 * @returns null with fewer than two channels, or without a stroke
 */
export function strokeSum({ channels, strokes, sampleRate }: StrokePicture, heard: readonly HeardAs[]): StrokeSum | null {
  const added = heard.flatMap((one) => (channels.includes(one.channel) ? [{ ...one, c: channels.indexOf(one.channel) }] : []));
  if (added.length < 2 || strokes.length === 0) return null;
  const frequenciesHz = logFrequencies(LINES, LOWEST_HZ, Math.min(HIGHEST_HZ, 0.45 * sampleRate));
  const [sum, inStep] = [new Float64Array(LINES), new Float64Array(LINES)];
  const alone = added.map(() => new Float64Array(LINES));
  const fade = FADE_S * sampleRate;
  frequenciesHz.forEach((hertz, i) => {
    const radians = (2 * Math.PI * hertz) / sampleRate;
    for (const stroke of strokes) {
      let [re, im, stepRe, stepIm] = [0, 0, 0, 0];
      added.forEach(({ c, delaySamples, polarity }, a) => {
        const [x, y] = line(stroke[c] as Float32Array, radians, fade);
        const own = alone[a] as Float64Array;
        own[i] = (own[i] as number) + x * x + y * y;
        re += x;
        im += y;
        const [ahead, aheadIm] = [polarity * Math.cos(radians * delaySamples), polarity * Math.sin(radians * delaySamples)];
        stepRe += x * ahead - y * aheadIm;
        stepIm += x * aheadIm + y * ahead;
      });
      sum[i] = (sum[i] as number) + re * re + im * im;
      inStep[i] = (inStep[i] as number) + stepRe * stepRe + stepIm * stepIm;
    }
  });
  const each = alone.map(smoothed);
  const loudest = frequenciesHz.map((_, i) => Math.max(...each.map((power) => power[i] as number), Number.MIN_VALUE));
  const relative = (power: Float64Array): Float64Array => smoothed(power).map((value, i) => dbFromPowerRatio(value / (loudest[i] as number)));
  return { frequenciesHz, sumDb: relative(sum), inStepDb: relative(inStep) };
}
