import { create } from 'zustand';
import type { MixedTake } from '../../workers/protocol';

/** One thing to listen to. */
export interface Deck {
  readonly id: string;
  readonly name: string;
  readonly mixed: Extract<MixedTake, { ok: true }>;
}

interface DeckState {
  readonly decks: readonly Deck[];
  /** The one that is heard; null while it is quiet. */
  readonly heard: string | null;
  /** The order of decks by letters while names are hidden; null when they are shown. */
  readonly hidden: readonly string[] | null;
}

const QUIET: DeckState = { decks: [], heard: null, hidden: null };
export const useDecks = create<DeckState>(() => QUIET);

/** Heard no louder than this, LUFS: a level to compare at for long. */
const TARGET_LUFS = -23;
const CEILING = 0.9;
/** What is soft is not made louder by more than this: a dead line's hiss stays one, dB. */
const MOST_LIFT_DB = 40;
/** From one to another, s: no click and no gap. */
const FADE_S = 0.008;

let context: AudioContext | null = null;
let gains: ReadonlyMap<string, { readonly node: GainNode; readonly level: number }> = new Map();

const peakOf = ({ mixed }: Deck): number => mixed.sides.reduce((most, side) => side.reduce((peak, x) => Math.max(peak, Math.abs(x)), most), 1e-6);

/** The loudness at which all of them can be heard alike without one of them clipping, LUFS. */
export function commonLoudness(decks: readonly Pick<Deck, 'mixed'>[], peaks: readonly number[]): number {
  return decks.reduce((lowest, { mixed }, i) => Math.min(lowest, mixed.lufs + 20 * Math.log10(CEILING / (peaks[i] as number))), TARGET_LUFS);
}

export function stopDecks(): void {
  void context?.close().catch(() => undefined);
  context = null;
  gains = new Map();
  useDecks.setState({ heard: null });
}

/** All decks start together and go round; one of them is heard. */
function start(decks: readonly Deck[]): void {
  stopDecks();
  const own = new AudioContext();
  const target = commonLoudness(decks, decks.map(peakOf));
  gains = new Map(
    decks.map(({ id, mixed }) => {
      const buffer = own.createBuffer(2, mixed.sides[0].length, mixed.rate);
      mixed.sides.forEach((side, c) => buffer.copyToChannel(new Float32Array(side), c));
      const source = new AudioBufferSourceNode(own, { buffer, loop: true });
      const level = Number.isFinite(mixed.lufs) ? 10 ** (Math.min(MOST_LIFT_DB, target - mixed.lufs) / 20) : 0;
      const node = new GainNode(own, { gain: 0 });
      source.connect(node).connect(own.destination);
      source.start();
      return [id, { node, level }];
    }),
  );
  context = own;
}

/** Hears one of the decks, from wherever all of them are by now. */
export function hearDeck(id: string): void {
  const { decks } = useDecks.getState();
  if (!context) start(decks);
  const now = context?.currentTime ?? 0;
  for (const [other, { node, level }] of gains) node.gain.setTargetAtTime(other === id ? level : 0, now, FADE_S / 3);
  useDecks.setState({ heard: id });
}

/** Puts things on the decks; what was heard ends. */
export function loadDecks(decks: readonly Deck[]): void {
  stopDecks();
  useDecks.setState({ ...QUIET, decks });
}

/** Names away, the order by chance; or back again. */
export function hideNames(hide: boolean): void {
  const { decks } = useDecks.getState();
  const order = decks.map(({ id }) => ({ id, at: Math.random() })).sort((a, b) => a.at - b.at);
  stopDecks();
  useDecks.setState({ hidden: hide ? order.map(({ id }) => id) : null });
}
