import type { PerBand } from '../acoustics';
import type { Vec3 } from '../math';

/** One way on which a source's sound may reach a channel: what a measurement may have found. */
export interface Way {
  readonly delaySeconds: number;
  readonly sign: 1 | -1;
  /** Amplitude re the strongest way of the source in the channel. */
  readonly share: number;
  /** What the model only guesses of its delay (a stroke's way through a body), one standard deviation, seconds; nothing where geometry gives it. */
  readonly guessS?: number;
}

/** A delay of a channel that nobody can know beforehand: about so much, and so uncertain, seconds. */
export interface OwnDelay {
  readonly meanS: number;
  readonly sigmaS: number;
}

/** What is expected of one source in one channel. */
export interface Expected {
  readonly ways: readonly Way[];
  /** Chance that a measurement follows one of the ways, and no echo nor another source, 0 to 1. */
  readonly clarity: number;
  /** Chance that the sign follows the way's, 0.5 to 1: lower where several ways are about as strong. */
  readonly signClarity: number;
  /** Level in the channel re its loudest source, as its gain is set, dB. */
  readonly levelDb: number;
  /** From where the sound leaves the source's body to the microphone, metres: how the delay grows when either is moved. */
  readonly awayM: Vec3;
  /** Its colour: energy in the four bands re all of it, dB. */
  readonly colourDb: PerBand;
}

/** A tape reading of a microphone beside its planned length. */
export interface TapeString {
  /** From the mark to the microphone as planned, metres; of the floor the height alone. */
  readonly awayM: Vec3;
  /** Read less planned, metres. */
  readonly overM: number;
  /** Whose mark it is; null for the floor. */
  readonly instrument: number | null;
}

/** Knocks on one microphone and a clap before it, as the channels had them. */
export interface Tap {
  readonly microphone: number;
  /** The channel that had the knocks, clearly. */
  readonly channel: number;
  /** First swing of the clap there, as against what the plan's own chain gives; null where there was none. */
  readonly sign: 1 | -1 | null;
  /** When the other channels had the clap. */
  readonly arrivals?: readonly ClapArrival[];
}

/** A click at a place that is known: at a mark of the tape. */
export interface Click {
  readonly placeM: Vec3;
  readonly instrument: number;
  /** The channel that had it clearest. */
  readonly channel: number;
  readonly arrivals: readonly ClapArrival[];
  /** Microphones that it reaches straight. */
  readonly reaches: (microphone: number) => boolean;
}

/** A clap or a click in another channel than the one it is held against. */
export interface ClapArrival {
  readonly channel: number;
  /** After the own channel, seconds. */
  readonly lateSeconds: number;
  /** Its peak re the own channel's, dB; null where a converter was full. */
  readonly levelDb: number | null;
}

/** Where microphones stand and claps before them are made, metres in the room. */
export interface Claps {
  readonly placeM: (microphone: number) => Vec3;
  /** Null where nobody can clap close before it, so that its times say nothing. */
  readonly clapM: (microphone: number) => Vec3 | null;
  /** Whether the clap before one microphone reaches another straight. */
  readonly reaches: (before: number, microphone: number) => boolean;
  /** Whether nothing solid is between two places. */
  readonly isFree: (fromM: Vec3, toM: Vec3) => boolean;
}

/** What a set-up should sound like: sources by microphones, in seconds. */
export interface Model {
  readonly sources: number;
  readonly microphones: number;
  readonly speedOfSoundMps: number;
  readonly at: (source: number, microphone: number) => Expected;
  /** Which instrument a source belongs to. */
  readonly instrumentOf: (source: number) => number;
  /** Which device a microphone is recorded by; −1 where nobody says. */
  readonly deviceOf: (microphone: number) => number;
  /** A microphone that cannot have been moved: a pickup. */
  readonly fixed: (microphone: number) => boolean;
  /** What a microphone takes itself that no plan can know: a speaker's or a pickup's own filter; null where it is none to speak of. */
  readonly ownDelay: (microphone: number) => OwnDelay | null;
  /** What the tape said of a microphone; none where nobody measured. */
  readonly strings: (microphone: number) => readonly TapeString[];
  /** Microphones that were knocked on; none where nobody did. */
  readonly taps?: readonly Tap[];
  /** Clicks at marks; none where nobody made any. */
  readonly clicks?: readonly Click[];
  /** Where claps are made; nothing where their times are not to be weighed. */
  readonly claps?: Claps;
}

/** One measured arrival: how much later a channel hears than the channel nearest the source, and which way up. */
export interface Measured {
  readonly channel: number;
  readonly lateSeconds: number;
  readonly sign: 1 | -1;
  /** 0 to 1. */
  readonly confidence: number;
  /** Re the channel nearest the source, dB. */
  readonly levelDb: number;
}

/** Strokes that were heard alike: one source, as far as the ear of the take check goes. */
export interface Cluster {
  /** Channel that hears it first and loudest. */
  readonly spot: number;
  /** Its colour there, energy in the four bands re all of it, dB; undefined where nobody looked. */
  readonly colourDb?: PerBand | undefined;
  readonly arrivals: readonly Measured[];
}

/** One thing that may be wrong. */
export type Cause =
  | { readonly kind: 'reversed'; readonly channel: number }
  | { readonly kind: 'late'; readonly channel: number; readonly seconds: number }
  /** All channels of one device are late alike. */
  | { readonly kind: 'device late'; readonly device: number; readonly seconds: number }
  | { readonly kind: 'moved'; readonly channel: number; readonly byM: Vec3 }
  | { readonly kind: 'swapped'; readonly channel: number; readonly other: number }
  /** An instrument, and all its sources with it, stands elsewhere. */
  | { readonly kind: 'elsewhere'; readonly instrument: number; readonly byM: Vec3 };

/** A cause with the probability that it is what happened, given the take. */
export interface Weighed {
  readonly cause: Cause;
  readonly probability: number;
}

/** What explains a take: causes that are sure, and where it is not settled which of several it is. */
export interface Explanation {
  /** The causes that were taken up, told or asked. */
  readonly causes: readonly Cause[];
  readonly sure: readonly Weighed[];
  /** For each thing that is wrong and not settled its alternatives, likeliest first. */
  readonly open: readonly (readonly Weighed[])[];
  /** Source of each cluster, or −1 where none fits. */
  readonly sources: readonly number[];
}
