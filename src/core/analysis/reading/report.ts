import type { PerBand } from '../../acoustics';
import type { Severity } from '../../checks';
import type { Words } from '../../units';
import type { ClickReading, TapReading } from '../signs/taps';
import type { Role } from './roles';

export const TAKE_REPORT_FORMAT = 'shuttlecraft-take-report';

export interface Clip {
  readonly startSample: number;
  readonly endSample: number;
}

export interface ChannelReport {
  readonly name: string;
  readonly peakDbfs: number;
  readonly truePeakDbtp: number;
  /** Over its whole length; reports of before have none. */
  readonly rmsDbfs?: number;
  readonly loudnessLufs: number;
  readonly noiseFloorDbfs: number;
  /** Its quietest moments by octave from 63 Hz up, dBFS; reports of before have none. */
  readonly noiseOctavesDbfs?: readonly number[];
  readonly dcOffset: number;
  readonly silent: boolean;
  /** The first two hundred of each kind; `clipCount` has all. */
  readonly clips: readonly Clip[];
  readonly clipCount: number;
  /** From a floating-point file, which goes on above full scale. */
  readonly isFloat: boolean;
  readonly hum: { readonly mainsHz: 50 | 60; readonly levelDbfs: number } | null;
}

/** Loss in the sum of two channels by band: low 20 to 250 Hz, mid 250 Hz to 4 kHz, high above; dB re in step. */
export interface BandValues {
  readonly low: number;
  readonly mid: number;
  readonly high: number;
}

export interface PairReport {
  readonly a: string;
  readonly b: string;
  /** How much later b hears than a, samples (positive: b later). */
  readonly delaySamples: number;
  readonly polarity: 1 | -1;
  /** 0 to 1: how much of the shared spectrum agrees on this delay. */
  readonly confidence: number;
  readonly correlation: number;
  readonly sumLossDb: BandValues;
}

export interface MeasuredArrival {
  readonly channel: string;
  /** After the spot channel, samples. */
  readonly delaySamples: number;
  readonly polarity: 1 | -1;
  readonly confidence: number;
  /** Level re the spot channel, dB. */
  readonly levelDb: number;
}

export interface SourceReport {
  /** Channel nearest the struck or sounding source, found from the audio. */
  readonly spot: string;
  readonly events: number;
  /** Mean energy of its strokes at the spot, dB on a scale of the report's own: levels of one channel on several sources compare. */
  readonly spotDb?: number;
  /** Its colour at the spot: energy in the four bands of the model re all of it, dB. */
  readonly colourDb?: PerBand;
  /** K-weighted mean energy of its strokes in each channel that hears it, dB on the scale of `spotDb`. */
  readonly loudnessDb?: Readonly<Record<string, number>>;
  /** Where its loudest strokes were noted, frames from the take's beginning, the loudest first. */
  readonly frames?: readonly number[];
  readonly arrivals: readonly MeasuredArrival[];
}

/** Changes to tracks that make the sum of all fuller, and what they gain in each band, dB. */
export interface SumOffer {
  readonly flips: readonly string[];
  readonly delays: readonly { readonly channel: string; readonly samples: number }[];
  readonly gainDb: BandValues;
}

export interface TakeFinding {
  readonly severity: Severity;
  readonly code: string;
  readonly channels: readonly string[];
  readonly message: Words;
  /** Chance that it is so, 0 to 1; 1 for what is simply measured. */
  readonly probability?: number;
  /** What it stands on, in short. */
  readonly evidence?: readonly Words[];
}

export interface TakeReport {
  readonly format: typeof TAKE_REPORT_FORMAT;
  readonly version: 1;
  readonly sampleRate: number;
  readonly durationSeconds: number;
  readonly channels: readonly ChannelReport[];
  readonly pairs: readonly PairReport[];
  /** Knocks on the microphones one after another, where somebody did that before the take. */
  readonly taps?: readonly TapReading[];
  /** What clicks at marks said. */
  readonly clicks?: readonly ClickReading[];
  readonly sources: readonly SourceReport[];
  /** Close channels slid to the pair and the polarity set that then is fullest; and polarity by itself, which older reports do not say. */
  readonly proposal: SumOffer & { readonly polarityOnly?: SumOffer };
  /** Channels by the clock they run by, the most first with a drift of 0; reports of before have none. */
  readonly clocks: readonly { readonly group: readonly string[]; readonly offsetSamples: number; readonly driftPpm: number }[];
  /** What each channel was taken for, by its name. */
  readonly roles: Readonly<Record<string, Role>>;
  readonly findings: readonly TakeFinding[];
}
