import type {
  ClapReport,
  ClockReport,
  Guided,
  ListMissed,
  LugReport,
  Matching,
  PairMoment,
  Proof,
  QuietReport,
  StrokePicture,
  TakeReport,
} from '../core/analysis';
import type { Finding } from '../core/checks';
import type { Session } from '../core/document';
import type { InstrumentId } from '../core/ids';
import type { SmallestMoves } from '../core/optimise';
import type { PatchProblem, PatchResult } from '../core/patch';
import type { Fit, HeardFile, NextHelp, SpotMap, TakeStep } from '../core/planning';
import type { LoopbackAnswer } from '../core/recording';
import type { HiddenThing } from '../core/render';
import type { Told } from '../core/units';
import type { Chains, Moment } from '../core/verdict';
import type { RecordedTrack } from './recordProtocol';

/** One file handed to a worker; Files are Blobs and travel without being copied. */
export interface TakeFile {
  readonly name: string;
  readonly blob: Blob;
  /** Of this loading of it: two files of one name and size are two. */
  readonly loadId?: string;
  /** It was recorded in this page: the person may not have it anywhere else. */
  readonly isRecordedHere?: true;
}

/** Peaks of a channel for its waveform: pairs (low, high) per bucket. */
export interface ChannelPeaks {
  readonly name: string;
  readonly peaks: Float32Array;
  readonly durationSeconds: number;
}

export type TakeAnswer =
  | {
      readonly ok: true;
      readonly report: TakeReport;
      readonly waveforms: readonly ChannelPeaks[];
      readonly strokes: readonly StrokePicture[];
      readonly refused: readonly string[];
      /** Which of the files are in the report, by their place. */
      readonly usable: readonly number[];
    }
  | { readonly ok: false; readonly reason: string };

export type LugAnswer = { readonly ok: true; readonly lugs: LugReport } | { readonly ok: false; readonly reason: string };

/** Two channels made into two others, as a stereo file. */
export type MidSideAnswer = { readonly ok: true; readonly file: TakeFile } | { readonly ok: false; readonly reason: string };

export type RoomAnswer =
  | { readonly ok: true; readonly clap: ClapReport }
  | { readonly ok: true; readonly quiet: QuietReport }
  | { readonly ok: false; readonly reason: string };

export type ClockAnswer =
  | { readonly ok: true; readonly clock: ClockReport; readonly sampleRateHz: number }
  | { readonly ok: false; readonly reason: string };

export type CorrectedAnswer =
  | {
      readonly ok: true;
      readonly file: TakeFile;
      /** What is in it, by the channels' names. */
      readonly files: readonly TakeFile[];
      readonly clipped: number;
    }
  | { readonly ok: false; readonly reason: string };

/** A take beside an earlier part: loudness of each alone over what is heard, LUFS, and by how much the earlier one was taken to begin later, s. */
export interface BesideEarlier {
  readonly ownLufs: number;
  readonly lufs: number;
  readonly seconds: number;
}

export type MixedTake =
  | {
      readonly ok: true;
      readonly rate: number;
      readonly sides: readonly [Float32Array, Float32Array];
      readonly lufs: number;
      readonly earlier?: BesideEarlier;
    }
  | { readonly ok: false; readonly reason: string };

/** Every job that runs off the page: what goes in and what comes out. */
export interface Jobs {
  readonly 'take-check': { readonly input: readonly TakeFile[]; readonly output: TakeAnswer };
  /** A take held against its plan. */
  readonly 'prove-take': {
    readonly input: { readonly session: Session; readonly report: TakeReport; readonly matching: Matching; readonly chains: Chains };
    readonly output: Proof;
  };
  /** What was done last for a guided take is heard, and the one next thing asked for; nothing when nothing is worth its time. */
  readonly guide: {
    readonly input: {
      readonly session: Session;
      readonly heard: Guided;
      /** References of what was asked for before. */
      readonly done: readonly string[];
      readonly last: {
        readonly step: TakeStep;
        /** Asked for a second time. */
        readonly isAgain: boolean;
        readonly files: readonly TakeFile[];
      } | null;
      /** What is recorded: a microphone without a channel is asked nothing. */
      readonly tracks: readonly RecordedTrack[];
    };
    readonly output: { readonly heard: Guided; readonly done: readonly string[]; readonly next: TakeStep | null; readonly isAgain: boolean };
  };
  /** A recording made elsewhere by the list of a guided take; channels by their microphones. */
  readonly 'read-list': {
    readonly input: { readonly session: Session; readonly files: readonly TakeFile[] };
    readonly output:
      | { readonly ok: true; readonly guided: Guided }
      | { readonly ok: false; readonly reason?: string; readonly unmatched?: true; readonly missed?: ListMissed };
  };
  /** The take that a session predicts, one WAV per microphone. */
  readonly 'render-take': {
    readonly input: { readonly session: Session; readonly seed: number; readonly hidden: HiddenThing };
    readonly output: { readonly files: readonly TakeFile[]; readonly words: Told };
  };
  readonly 'smallest-moves': { readonly input: Session; readonly output: SmallestMoves };
  /** Findings with the moves that mend. */
  readonly offers: { readonly input: { readonly session: Session; readonly findings: readonly Finding[] }; readonly output: readonly Finding[] };
  /** What a clap, or a minute of nothing, says of the room. */
  readonly 'hear-room': {
    readonly input: { readonly file: TakeFile; readonly what: 'clap' | 'quiet'; readonly speedOfSoundMps: number };
    readonly output: RoomAnswer;
  };
  /** Pitches beside a drum's lugs. */
  readonly 'hear-lugs': { readonly input: TakeFile; readonly output: LugAnswer };
  /** What one more microphone would open. */
  /** Whether set-ups fit, inputs and power asked of the solver; by recipe id. */
  readonly fits: {
    readonly input: { readonly session: Session; readonly instrumentId: InstrumentId; readonly recipeIds: readonly string[] };
    readonly output: Readonly<Record<string, Fit>>;
  };
  readonly 'what-helps': { readonly input: Session; readonly output: readonly NextHelp[] };
  /** Where an instrument would stand well. */
  readonly spots: { readonly input: { readonly session: Session; readonly instrumentId: InstrumentId }; readonly output: SpotMap | null };
  /** Round trip from what went out to what came back: the first two channels there are. */
  readonly loopback: { readonly input: readonly TakeFile[]; readonly output: LoopbackAnswer | { readonly ok: false; readonly reason: string } };
  /** Mid and side to left and right, back, or wider: 32-bit float, so that nothing clips. */
  readonly 'mid-side': {
    readonly input: {
      readonly files: readonly TakeFile[];
      readonly first: string;
      readonly second: string;
      readonly what: 'decode' | 'encode' | 'widen';
      readonly width: number;
    };
    readonly output: MidSideAnswer;
  };
  /** Channels of a take as they are heard together: each through its gains into left and right, as it is or turned and later; all of it, or a stretch. */
  readonly 'hear-take': {
    readonly input: {
      readonly files: readonly TakeFile[];
      readonly channels: readonly HeardFile[];
      readonly moment: Moment | null;
      /** What the song has already, heard with it: later by so much than the take, by both files' time stamps where that is not said. */
      readonly earlier?: { readonly file: TakeFile; readonly seconds: number | null };
    };
    readonly output: MixedTake;
  };
  /** How two channels go together over a take. */
  readonly 'pair-over-time': {
    readonly input: { readonly files: readonly TakeFile[]; readonly left: string; readonly right: string };
    readonly output: { readonly ok: true; readonly moments: readonly PairMoment[] } | { readonly ok: false; readonly reason: string };
  };
  /** How the clock of the second channel's recorder runs beside the first's. */
  readonly 'compare-clocks': {
    readonly input: { readonly files: readonly TakeFile[]; readonly first: string; readonly second: string };
    readonly output: ClockAnswer;
  };
  /** Copies of channels, turned, slid and brought to one clock, in one zip. */
  readonly 'correct-take': {
    readonly input: {
      readonly files: readonly TakeFile[];
      readonly channels: readonly {
        readonly channel: string;
        readonly flip: boolean;
        /** Later by so much. */
        readonly seconds: number;
        /** Its recorder's samples for each of the wanted clock. */
        readonly ratio: number;
        readonly fileName: string;
      }[];
      /** ISO 8601, UTC. */
      readonly madeAt: string;
    };
    readonly output: CorrectedAnswer;
  };
  readonly patch: { readonly input: PatchProblem; readonly output: PatchResult };
}
export type JobName = keyof Jobs;

export interface JobMessage {
  readonly id: number;
  readonly input: unknown;
}

export type WorkerMessage =
  | { readonly kind: 'ready' }
  | { readonly kind: 'progress'; readonly id: number; readonly share: number }
  | { readonly kind: 'done'; readonly id: number; readonly output: unknown }
  | { readonly kind: 'failed'; readonly id: number; readonly reason: string };
