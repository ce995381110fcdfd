import type { Guided } from '../core/analysis';
import type { MicrophoneId, SessionId } from '../core/ids';
import type { Lost } from '../core/recording';
import type { Chains } from '../core/verdict';

/** One piece of what an input gives, from the audio thread. */
export interface Batch {
  /** Of the audio thread's own count, at which it begins. */
  readonly frame: number;
  readonly channels: Float32Array[];
}

/** A file of the take: what it is called and which channel of the input it records. */
export interface RecordedTrack {
  readonly name: string;
  /** Whose it is; null where there is no plan. */
  readonly microphoneId: MicrophoneId | null;
  readonly channel: number;
}

/** What a folder of a take says of itself, so that it can be found again after a reload. */
export interface TakeNote {
  readonly sessionId: SessionId;
  readonly madeAt: string;
  readonly sampleRateHz: number;
  readonly tracks: readonly RecordedTrack[];
  /** The chains it is recorded through, by microphone: what was changed since is no part of it. */
  readonly chains: Chains;
  /** A short take to be proven unless it is something else: the song itself, which stays until somebody throws it away, or knocks on the microphones before a take. */
  readonly purpose?: 'song' | 'knocks';
  /** What knocks, claps and clicks before it said. */
  readonly guided?: Guided;
  /** False while it is written, and for ever where that was cut off. */
  readonly isWhole: boolean;
}

/** A take that is being written is held by this lock, so that no other tab takes it for one that was cut off. */
export const lockOf = (directory: string): string => `take ${directory}`;

export type RecordRequest =
  /** Levels from now on. */
  | { readonly kind: 'listen'; readonly port: MessagePort }
  | { readonly kind: 'record'; readonly directory: string; readonly note: TakeNote }
  | { readonly kind: 'stop' };

export type RecordAnswer =
  | { readonly kind: 'recording'; readonly isInMemory: boolean }
  | { readonly kind: 'levels'; readonly peaks: readonly number[]; readonly seconds: number; readonly lost: readonly Lost[] }
  | { readonly kind: 'stopped'; readonly seconds: number; readonly lost: readonly Lost[]; readonly blobs: readonly Blob[] | null }
  /** Nothing more can be written; what is written is kept. */
  | { readonly kind: 'full' }
  | { readonly kind: 'failed' };

/** Where takes are kept among the files of the browser. */
export const TAKES = 'takes';
export const NOTE = 'take.json';
