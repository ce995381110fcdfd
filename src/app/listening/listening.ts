import { panOf, type Session } from '../../core/document';
import { type MixMatrix, type MixPair, type Monitor, matrixOf, type Playing } from '../../core/listening';
import { sayListening } from '../../words/listening.page.en';
import type { ListenAnswer, TakePair } from '../../workers/listenProtocol';
import {
  askWorker,
  engineRate,
  hasTurn,
  isOpen,
  listenTo,
  newLoop,
  openEngine,
  sleep,
  type Turn,
  takeTurn,
  tellPlayer,
  tellWorker,
  wake,
} from './engine';
import { type Deck, LOUDEST_LUFS, set, state } from './listeningStore';
import type { PlayerReport } from './playerProtocol';

interface OnDeck {
  readonly session: Session;
  /** Channels of a take that stand in for the plan's. */
  readonly take: TakePair | null;
  /** The loop that sounds or will; the one before it until that is whole. */
  loop: number;
  /** Blocks of it that have come. */
  blocks: number;
  isDone: boolean;
  gain: number;
}

/** From so many blocks on a loop may be overtaken by a newer one while something is dragged: what sounds goes on for half a second. */
const ENOUGH_BLOCKS = 12;

const decks: Partial<Record<Deck, OnDeck>> = {};
/** When play was pressed, ms; null once something sounds. */
let pressedAt: number | null = null;
/** When the newest loop was asked for, ms. */
let askedAt = 0;
/** Before the loudness of a loop is known it is taken to be about this. */
const GUESS_LUFS = -20;

const SILENT_WORDS = sayListening('this-browser-cannot-play-here-look');
const BROKEN_WORDS = sayListening('the-sound-could-not-be-made');

function onReport(report: PlayerReport): void {
  if (state().isPlaying || !report.isSilent) {
    set({ report });
    return;
  }
  sleep();
  if (state().report !== null) set({ report: null });
}

const ownTurn: Turn = {
  onReport,
  onLost: () => {
    pressedAt = null;
    set({ isPlaying: false, report: null });
  },
};

/** Makes everything ready while nobody has pressed anything: nothing sounds. */
export async function getReady(): Promise<void> {
  listenTo({ onAnswer, onBroken: () => set({ problem: BROKEN_WORDS, isPlaying: false }) });
  await openEngine();
  for (const deck of ['A', 'B'] as const) {
    const on = decks[deck];
    if (on && on.loop === 0) render(deck, on.session, on.take);
  }
}

const deckOf = (loop: number): Deck | null => (decks.A?.loop === loop ? 'A' : decks.B?.loop === loop ? 'B' : null);

function onAnswer(answer: Exclude<ListenAnswer, { ask: number }>): void {
  const deck = deckOf(answer.loop);
  if (answer.kind === 'failed') set({ problem: sayListening('the-sound-could-not-be-made-2', { reason: answer.reason }) });
  if (!deck) return;
  if (answer.kind === 'begun') {
    tellPlayer({ kind: 'loop', loop: answer.loop, channels: answer.channels, blocks: answer.blocks, blockSamples: answer.blockSamples });
    if (state().deck === deck) hear(deck);
  }
  if (answer.kind === 'block') {
    const on = decks[deck] as OnDeck;
    on.blocks++;
    if (on.blocks === 1) set({ behindMs: performance.now() - askedAt });
    if (on.blocks === ENOUGH_BLOCKS) renderWaiting(deck);
    tellPlayer(
      { kind: 'block', loop: answer.loop, index: answer.index, samples: answer.samples },
      answer.samples.map(({ buffer }) => buffer as ArrayBuffer),
    );
    if (pressedAt !== null && state().isPlaying) {
      set({ firstMs: performance.now() - pressedAt });
      pressedAt = null;
    }
  }
  if (answer.kind === 'done') {
    const on = decks[deck] as OnDeck;
    on.isDone = true;
    on.gain = answer.gain;
    if (state().deck === deck) hear(deck);
    renderWaiting(deck);
  }
}

/** Gains of a session's channels for what is to be heard. */
function matrixFor(session: Session, monitor: Monitor, off: readonly string[]): MixMatrix {
  const pairs = session.pairs.map(({ leftId, rightId, decoding, width = 1 }): MixPair => ({ leftId, rightId, decoding, width }));
  const channels = session.microphones.map((microphone) => ({ id: microphone.id, pan: panOf(session, microphone) }));
  const on = new Set(channels.flatMap(({ id }) => (off.includes(id) ? [] : [id])));
  return matrixOf(channels, pairs, on, monitor);
}

/** The mix by which loudness goes. */
const levelledBy = (session: Session): MixMatrix => matrixFor(session, state().isMatched ? state().monitor : 'stereo', state().off);

function hear(deck: Deck): void {
  const on = decks[deck];
  if (!on || !hasTurn(ownTurn)) return;
  const { monitor, off, lufs } = state();
  const gain = on.isDone ? on.gain : 10 ** ((lufs - GUESS_LUFS) / 20);
  tellPlayer({ kind: 'hear', loop: on.loop, matrix: matrixFor(on.session, monitor, off), gain });
}

/** A newer session for a deck whose loop has hardly begun: the newest is taken next. */
const waiting: Partial<Record<Deck, Pick<OnDeck, 'session' | 'take'>>> = {};

function renderWaiting(deck: Deck): void {
  const next = waiting[deck];
  delete waiting[deck];
  if (next) render(deck, next.session, next.take);
}

function render(deck: Deck, session: Session, take: TakePair | null): void {
  const before = decks[deck];
  const loop = newLoop();
  const { playing, lufs, report } = state();
  decks[deck] = { session, take, loop, blocks: 0, isDone: false, gain: before?.gain ?? 0 };
  askedAt = performance.now();
  if (before) {
    tellWorker({ kind: 'drop', loop: before.loop });
    // What sounds goes on until the new one is there.
    setTimeout(() => tellPlayer({ kind: 'drop', loop: before.loop }), 2000);
  }
  const rate = engineRate();
  const length = report?.length || 4 * rate;
  const from = (((report?.at ?? 0) + 0.03 * rate) % length) / length;
  const how = { loop, deck, rate, from, matrix: levelledBy(session), targetLufs: lufs };
  tellWorker(take ? { kind: 'files', take, ...how } : { kind: 'render', session, playing, ...how });
}

/** What is played and heard goes on with another session only as far as that has it: a microphone or a source that is not there would be silence. */
function fitTo({ microphones, instruments }: Session): void {
  const { monitor, playing } = state();
  if (typeof monitor === 'object' && !microphones.some(({ id }) => id === monitor.channel)) set({ monitor: 'stereo' });
  if (playing.of === 'source' && !instruments.some(({ id }) => playing.key.startsWith(`${id}/`))) set({ playing: { of: 'phrase' } });
}

/** Puts a session on a deck, in words; it sounds from the next press on, or at once where something sounds. */
export function putOn(deck: Deck, session: Session, name: string, take: TakePair | null = null): void {
  set({ names: { ...state().names, [deck]: name } });
  fitTo(session);
  const known = decks[deck];
  if (known?.session === session && known.take === take) {
    delete waiting[deck];
    return;
  }
  if (!isOpen()) {
    decks[deck] = { session, take, loop: 0, blocks: 0, isDone: false, gain: 0 };
    return;
  }
  if (known && known.loop > 0 && !known.isDone && known.blocks < ENOUGH_BLOCKS) waiting[deck] = { session, take };
  else {
    delete waiting[deck];
    render(deck, session, take);
  }
}

/** Takes what is compared away again. */
export function takeOff(deck: Deck): void {
  const known = decks[deck];
  if (known?.loop) tellWorker({ kind: 'drop', loop: known.loop });
  delete decks[deck];
  delete waiting[deck];
  set({ names: { ...state().names, [deck]: null }, ...(state().deck === deck ? { deck: 'A' } : {}) });
  hear('A');
}

export async function play(): Promise<void> {
  pressedAt = performance.now();
  set({ isPlaying: true, problem: null });
  try {
    await getReady();
    await wake();
  } catch {
    set({ isPlaying: false, problem: SILENT_WORDS });
    return;
  }
  takeTurn(ownTurn);
  const on = decks[state().deck];
  hear(state().deck);
  if (on?.isDone) {
    set({ firstMs: performance.now() - pressedAt });
    pressedAt = null;
  }
  tellPlayer({ kind: 'start' });
}

export function stop(): void {
  pressedAt = null;
  if (hasTurn(ownTurn)) tellPlayer({ kind: 'stop' });
  set({ isPlaying: false });
}

/** Brings both decks to the same loudness in the mix that is heard now. */
async function level(): Promise<void> {
  for (const deck of [state().deck, state().deck === 'A' ? 'B' : 'A'] as const) {
    const on = decks[deck];
    if (!on?.isDone) continue;
    const { loop } = on;
    const answer = await askWorker({ kind: 'gain', loop, matrix: levelledBy(on.session), targetLufs: state().lufs });
    if (decks[deck]?.loop !== loop || answer.kind !== 'gain') continue;
    on.gain = answer.gain;
    if (state().deck === deck) hear(deck);
  }
}

export function setMonitor(monitor: Monitor): void {
  set({ monitor });
  void level();
}

export function setMatched(isMatched: boolean): void {
  set({ isMatched });
  void level();
}

export function setLufs(lufs: number): void {
  set({ lufs: Math.min(LOUDEST_LUFS, lufs) });
  void level();
}

export function toggleChannel(id: string): void {
  const { off } = state();
  set({ off: off.includes(id) ? off.filter((one) => one !== id) : [...off, id] });
  void level();
}

/** The other thing from the same place on, without a gap. */
export function switchTo(deck: Deck): void {
  set({ deck });
  hear(deck);
}

export function setPlaying(playing: Playing): void {
  set({ playing });
  for (const deck of ['A', 'B'] as const) {
    const on = decks[deck];
    if (on && on.loop > 0 && !on.take) render(deck, on.session, null);
  }
}

/** The loop that is heard, once it is whole, with its mix; null when it is not within a while. */
export async function wholeDeck(): Promise<{ readonly loop: number; readonly matrix: MixMatrix; readonly gain: number } | null> {
  for (let tries = 0; tries < 400; tries++) {
    const on = decks[state().deck];
    if (on?.isDone) return { loop: on.loop, matrix: matrixFor(on.session, state().monitor, state().off), gain: on.gain };
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  return null;
}
