import { create } from 'zustand';
import type { Matching, TakeReport } from '../../core/analysis';
import type { ChannelPeaks } from '../../workers/protocol';

interface TakeState {
  readonly sessionId: string | null;
  readonly report: TakeReport | null;
  readonly waveforms: readonly ChannelPeaks[];
  readonly refused: readonly string[];
  readonly matching: Matching;
  /** 0 to 1 while a check runs, else null. */
  readonly progress: number | null;
  readonly problem: string | null;
  readonly fixCount: number;
}

const EMPTY: TakeState = { sessionId: null, report: null, waveforms: [], refused: [], matching: {}, progress: null, problem: null, fixCount: 0 };

/** The take on the bench. Kept while one moves between stations; never written to the session. */
export const useTakeStore = create<TakeState>(() => EMPTY);
export const setTake = (change: Partial<TakeState>): void => useTakeStore.setState(change);
export const clearTake = (): void => useTakeStore.setState(EMPTY);
