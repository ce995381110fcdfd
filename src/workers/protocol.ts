import type { TakeReport } from '../core/analysis';
import type { SmallestMoves } from '../core/optimise';
import type { PatchProblem, PatchResult } from '../core/patch';
import type { Fault } from '../core/render';
import type { Session } from '../core/session';

/** One file handed to the take worker; Files are Blobs and travel without being copied. */
export interface TakeFile {
  readonly name: string;
  readonly blob: Blob;
}

/** Peaks of a channel for its waveform: pairs (low, high) per bucket. */
export interface ChannelPeaks {
  readonly name: string;
  readonly peaks: Float32Array;
  readonly durationSeconds: number;
}

export type TakeAnswer =
  | { readonly ok: true; readonly report: TakeReport; readonly waveforms: readonly ChannelPeaks[]; readonly refused: readonly string[] }
  | { readonly ok: false; readonly reason: string; readonly cancelled: boolean };

export interface TakeJob {
  check(files: readonly TakeFile[], onProgress: (share: number) => void): Promise<TakeAnswer>;
  cancel(): void;
  /** The take that a session predicts, one WAV per microphone. */
  render(session: Session, seed: number, faults: readonly Fault[]): Promise<readonly TakeFile[]>;
}

export interface PatchJob {
  assign(problem: PatchProblem): Promise<PatchResult>;
}

export interface MovesJob {
  smallest(session: Session): SmallestMoves;
}
