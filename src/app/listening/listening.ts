import { create } from 'zustand';
import { writeWav } from '../../core/audio';
import { panOf, type Session } from '../../core/document';
import { type MixMatrix, type MixPair, type Monitor, matrixOf, type Playing } from '../../core/listening';
import type { ListenAnswer, ListenRequest, TakePair } from '../../workers/listenProtocol';
import playerUrl from './player.worklet.ts?worker&url';
import type { PlayerMessage, PlayerReport, WholeLoop } from './playerProtocol';

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

const state = (): Listening => useListening.getState();
const set = (change: Partial<Listening>): void => useListening.setState(change);

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
let context: AudioContext | null = null;
let node: AudioWorkletNode | null = null;
let worker: Worker | null = null;
let loops = 0;
let asks = 0;
const asked = new Map<number, (answer: ListenAnswer) => void>();
/** When play was pressed, ms; null once something sounds. */
let pressedAt: number | null = null;
/** When the newest loop was asked for, ms. */
let askedAt = 0;
/** Before the loudness of a loop is known it is taken to be about this. */
const GUESS_LUFS = -20;

const tellPlayer = (message: PlayerMessage, transfer: Transferable[] = []): void => node?.port.postMessage(message, transfer);
const tellWorker = (request: ListenRequest): void => worker?.postMessage(request);

const SILENT_WORDS = 'This browser cannot play here: look at the meter of your own player instead, or use another browser.';

function onReport({ data }: MessageEvent<PlayerReport>): void {
  if (!state().isPlaying && data.isSilent) {
    void context?.suspend();
    if (state().report !== null) set({ report: null });
    return;
  }
  set({ report: data });
}

/** The audio thread with the player on it, asleep. */
async function opened(): Promise<void> {
  context ??= new AudioContext({ latencyHint: 'interactive' });
  await context.audioWorklet.addModule(playerUrl);
  node = new AudioWorkletNode(context, 'player', { numberOfInputs: 0, numberOfOutputs: 1, outputChannelCount: [2] });
  node.port.onmessage = onReport;
  node.connect(context.destination);
  await context.suspend();
  worker ??= startWorker();
  for (const deck of ['A', 'B'] as const) {
    const on = decks[deck];
    if (on && on.loop === 0) render(deck, on.session, on.take);
  }
}
let opening: Promise<void> | null = null;

/** Makes everything ready while nobody has pressed anything: nothing sounds. */
export function getReady(): Promise<void> {
  opening ??= opened().catch((error: unknown) => {
    opening = null;
    throw error;
  });
  return opening;
}

async function open(): Promise<boolean> {
  try {
    await getReady();
    await context?.resume();
    return true;
  } catch {
    set({ problem: SILENT_WORDS });
    return false;
  }
}

function startWorker(): Worker {
  const started = new Worker(new URL('../../workers/listen.worker.ts', import.meta.url), { type: 'module' });
  started.onmessage = ({ data }: MessageEvent<ListenAnswer>) => onAnswer(data);
  started.onerror = () => set({ problem: 'The sound could not be made: reload the page and press Play again.', isPlaying: false });
  return started;
}

const deckOf = (loop: number): Deck | null => (decks.A?.loop === loop ? 'A' : decks.B?.loop === loop ? 'B' : null);

function onAnswer(answer: ListenAnswer): void {
  if ('ask' in answer) {
    asked.get(answer.ask)?.(answer);
    asked.delete(answer.ask);
    return;
  }
  const deck = deckOf(answer.loop);
  if (answer.kind === 'failed') set({ problem: `The sound could not be made (${answer.reason}). Reload the page and press Play again.` });
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
  if (!on) return;
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
  const loop = ++loops;
  const { playing, lufs, report } = state();
  decks[deck] = { session, take, loop, blocks: 0, isDone: false, gain: before?.gain ?? 0 };
  askedAt = performance.now();
  if (before) {
    tellWorker({ kind: 'drop', loop: before.loop });
    // What sounds goes on until the new one is there.
    setTimeout(() => tellPlayer({ kind: 'drop', loop: before.loop }), 2000);
  }
  const rate = context?.sampleRate ?? 48_000;
  const length = report?.length || 4 * rate;
  const from = (((report?.at ?? 0) + 0.03 * rate) % length) / length;
  const how = { loop, deck, rate, from, matrix: levelledBy(session), targetLufs: lufs };
  tellWorker(take ? { kind: 'files', take, ...how } : { kind: 'render', session, playing, ...how });
}

/** Puts a session on a deck, in words; it sounds from the next press on, or at once where something sounds. */
export function putOn(deck: Deck, session: Session, name: string, take: TakePair | null = null): void {
  set({ names: { ...state().names, [deck]: name } });
  const known = decks[deck];
  if (known?.session === session && known.take === take) return;
  if (!worker) {
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
  if (!(await open())) {
    set({ isPlaying: false });
    return;
  }
  const on = decks[state().deck];
  if (on?.isDone) {
    hear(state().deck);
    set({ firstMs: performance.now() - pressedAt });
    pressedAt = null;
  }
  tellPlayer({ kind: 'start' });
}

export function stop(): void {
  pressedAt = null;
  tellPlayer({ kind: 'stop' });
  set({ isPlaying: false });
}

const askGain = (loop: number, matrix: MixMatrix): Promise<number> =>
  new Promise((resolve) => {
    const ask = ++asks;
    asked.set(ask, (answer) => resolve(answer.kind === 'gain' ? answer.gain : 0));
    tellWorker({ kind: 'gain', loop, ask, matrix, targetLufs: state().lufs });
  });

/** Brings both decks to the same loudness in the mix that is heard now. */
async function level(): Promise<void> {
  for (const deck of [state().deck, state().deck === 'A' ? 'B' : 'A'] as const) {
    const on = decks[deck];
    if (!on?.isDone) continue;
    const { loop } = on;
    const gain = await askGain(loop, levelledBy(on.session));
    if (decks[deck]?.loop !== loop) continue;
    on.gain = gain;
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

/** The deck that is heard once its loop is whole; null when it is not within a while. */
async function wholeDeck(): Promise<OnDeck | null> {
  for (let tries = 0; tries < 400; tries++) {
    const on = decks[state().deck];
    if (on?.isDone) return on;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  return null;
}

/** What is heard, as a file: one round of the loop through the same player, faster than it is heard. */
export async function saveHeard(): Promise<Blob | null> {
  const on = await wholeDeck();
  if (!on || !context) return null;
  const whole = await new Promise<readonly Float32Array[]>((resolve) => {
    const ask = ++asks;
    asked.set(ask, (answer) => resolve(answer.kind === 'whole' ? answer.channels : []));
    tellWorker({ kind: 'whole', loop: on.loop, ask });
  });
  const length = whole[0]?.length ?? 0;
  if (length === 0) return null;
  const offline = new OfflineAudioContext(2, length, context.sampleRate);
  await offline.audioWorklet.addModule(playerUrl);
  const processorOptions: WholeLoop = { channels: whole, matrix: matrixFor(on.session, state().monitor, state().off), gain: on.gain };
  new AudioWorkletNode(offline, 'player', { numberOfInputs: 0, outputChannelCount: [2], processorOptions }).connect(offline.destination);
  const heard = await offline.startRendering();
  return new Blob([writeWav([heard.getChannelData(0), heard.getChannelData(1)], heard.sampleRate, 'f32')], { type: 'audio/wav' });
}
