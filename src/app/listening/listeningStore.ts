import { create } from 'zustand';
import type { Monitor, Playing } from '../../core/listening';
import type { PlayerReport } from './playerProtocol';

/** Where every mix is brought to, LUFS: quieter than what is played beside it, since nobody knows how far the amplifier is up. */
const QUIET_LUFS = -30;
export const LOUDEST_LUFS = -18;
/** A deck is one of the two things compared. */
export type Deck = 'A' | 'B';

interface Listening {
  /** What is on the decks, in words; null where there is nothing. */
  readonly names: Readonly<Record<Deck, string | null>>;
  readonly deck: Deck;
  readonly isPlaying: boolean;
  readonly playing: Playing;
  readonly monitor: Monitor;
  /** Channels that are switched off. */
  readonly off: readonly string[];
  readonly lufs: number;
  /** Whether every mix is brought to one loudness; if not, all are as loud as the stereo is, so that what cancels is heard to. */
  readonly isMatched: boolean;
  readonly report: PlayerReport | null;
  /** From the press to the first block, and from a change to the first block of what it became, ms. */
  readonly firstMs: number | null;
  readonly behindMs: number | null;
  readonly problem: string | null;
}

export const useListening = create<Listening>(() => ({
  names: { A: null, B: null },
  deck: 'A',
  isPlaying: false,
  playing: { of: 'phrase' },
  monitor: 'stereo',
  off: [],
  lufs: QUIET_LUFS,
  isMatched: true,
  report: null,
  firstMs: null,
  behindMs: null,
  problem: null,
}));

export const state = (): Listening => useListening.getState();
export const set = (change: Partial<Listening>): void => useListening.setState(change);
