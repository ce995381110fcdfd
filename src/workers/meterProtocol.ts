import type { ChannelReading } from '../core/analysis';
import type { ChannelPeaks, TakeFile } from './protocol';

/** What the take check's second worker is told: the files that are checked, all of them usable. */
export interface MeterRequest {
  readonly id: number;
  readonly files: readonly TakeFile[];
}

/** What it answers: every channel by itself, and its waveform. */
export type MeterAnswer =
  | { readonly id: number; readonly ok: true; readonly readings: readonly ChannelReading[]; readonly waveforms: readonly ChannelPeaks[] }
  | { readonly id: number; readonly ok: false; readonly reason: string };
