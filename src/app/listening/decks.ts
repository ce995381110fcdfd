import { create } from 'zustand';
import { CEILING, type MixMatrix } from '../../core/listening';
import { sayListening } from '../../words/listening.page.en';
import type { MixedTake } from '../../workers/protocol';
import { engineRate, newLoop, openEngine, sleep, type Turn, takeTurn, tellPlayer, wake } from './engine';

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
  readonly problem: string | null;
}

const QUIET: DeckState = { decks: [], heard: null, hidden: null, problem: null };
export const useDecks = create<DeckState>(() => QUIET);

/** Where in its round what is heard is, 0 to 1; null while it is quiet. */
export const useDeckPlace = create<{ readonly place: number | null }>(() => ({ place: null }));

/** Heard no louder than this, LUFS: a level to compare at for long. */
const TARGET_LUFS = -23;
/** What is soft is not made louder by more than this: a dead line's hiss stays one, dB. */
const MOST_LIFT_DB = 40;
/** The ends of what goes round, s: no click where it begins again. */
const ENDS_S = 0.008;
/** Left and right as they are. */
const STRAIGHT: MixMatrix = [
  [1, 0],
  [0, 1],
];
const SILENT_WORDS = sayListening('this-browser-cannot-play-here-use');

/** Loops on the player by deck, with the gain that each is heard at. */
let loops: ReadonlyMap<string, { readonly loop: number; readonly level: number }> = new Map();
/** What is being put on the player; another beginning makes it stale. */
let begun = 0;

const peakOf = ({ mixed }: Deck): number => mixed.sides.reduce((most, side) => side.reduce((peak, x) => Math.max(peak, Math.abs(x)), most), 1e-6);

/** The loudness at which all of them can be heard alike without one of them clipping, LUFS. */
export function commonLoudness(decks: readonly Pick<Deck, 'mixed'>[], peaks: readonly number[]): number {
  return decks.reduce((lowest, { mixed }, i) => Math.min(lowest, mixed.lufs + 20 * Math.log10(CEILING / (peaks[i] as number))), TARGET_LUFS);
}

const ownTurn: Turn = {
  onReport: ({ isSilent, at, length }) => {
    const isHeard = useDecks.getState().heard !== null;
    useDeckPlace.setState({ place: isHeard && length > 0 ? at / length : null });
    if (isSilent && !isHeard) sleep();
  },
  onLost: () => useDecks.setState({ heard: null }),
};

export function stopDecks(): void {
  begun++;
  const { heard } = useDecks.getState();
  if (heard !== null) tellPlayer({ kind: 'stop' });
  for (const { loop } of loops.values()) tellPlayer({ kind: 'drop', loop });
  loops = new Map();
  useDecks.setState({ heard: null });
}

/** Both sides at the loudspeakers' rate and of one length, their ends faded. */
async function readied({ mixed }: Deck, seconds: number, rate: number): Promise<Float32Array[]> {
  const length = Math.ceil(seconds * rate);
  const sides =
    mixed.rate === rate
      ? mixed.sides
      : await (async () => {
          const offline = new OfflineAudioContext(2, length, rate);
          const buffer = offline.createBuffer(2, mixed.sides[0].length, mixed.rate);
          mixed.sides.forEach((side, c) => buffer.copyToChannel(new Float32Array(side), c));
          const source = new AudioBufferSourceNode(offline, { buffer });
          source.connect(offline.destination);
          source.start();
          const made = await offline.startRendering();
          return [made.getChannelData(0), made.getChannelData(1)];
        })();
  const ends = Math.min(Math.round(ENDS_S * rate), length >> 1);
  return sides.map((side) => {
    const out = new Float32Array(length);
    out.set(side.subarray(0, length));
    const last = Math.min(length, side.length);
    for (let i = 0; i < ends; i++) {
      out[i] = ((out[i] as number) * i) / ends;
      out[last - 1 - i] = ((out[last - 1 - i] as number) * i) / ends;
    }
    return out;
  });
}

/** All decks go round together; one of them is heard. False where another has begun meanwhile. */
async function start(decks: readonly Deck[]): Promise<boolean> {
  const own = ++begun;
  await openEngine();
  await wake();
  const rate = engineRate();
  const target = commonLoudness(decks, decks.map(peakOf));
  const seconds = Math.max(...decks.map(({ mixed }) => mixed.sides[0].length / mixed.rate));
  const put = new Map<string, { loop: number; level: number }>();
  for (const deck of decks) {
    const samples = await readied(deck, seconds, rate);
    if (own !== begun) return false;
    const loop = newLoop();
    const blockSamples = samples[0]?.length ?? 0;
    tellPlayer({ kind: 'loop', loop, channels: 2, blocks: 1, blockSamples });
    tellPlayer(
      { kind: 'block', loop, index: 0, samples },
      samples.map(({ buffer }) => buffer as ArrayBuffer),
    );
    const { lufs } = deck.mixed;
    put.set(deck.id, { loop, level: Number.isFinite(lufs) ? 10 ** (Math.min(MOST_LIFT_DB, target - lufs) / 20) : 0 });
  }
  loops = put;
  return true;
}

/** Hears one of the decks, from wherever all of them are by now. */
export async function hearDeck(id: string): Promise<void> {
  const { decks } = useDecks.getState();
  takeTurn(ownTurn);
  useDecks.setState({ heard: id, problem: null });
  try {
    if (loops.size === 0 && !(await start(decks))) return;
  } catch {
    useDecks.setState({ heard: null, problem: SILENT_WORDS });
    return;
  }
  // Another may have been pressed while they were made ready.
  const on = loops.get(useDecks.getState().heard ?? '');
  if (!on) return;
  tellPlayer({ kind: 'hear', loop: on.loop, matrix: STRAIGHT, gain: on.level });
  tellPlayer({ kind: 'start' });
  await wake();
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
