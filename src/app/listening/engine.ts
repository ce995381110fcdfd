import type { ListenAnswer, ListenRequest } from '../../workers/listenProtocol';
import playerUrl from './player.worklet.ts?worker&url';
import type { PlayerMessage, PlayerReport } from './playerProtocol';

type Ask = Extract<ListenRequest, { ask: number }>;
type Without<T> = T extends unknown ? Omit<T, 'ask'> : never;

interface Listeners {
  readonly onAnswer: (answer: Exclude<ListenAnswer, { ask: number }>) => void;
  readonly onBroken: () => void;
}

/** Whose turn it is to be heard: there is one player, and what is heard of anyone ends when another takes it. */
export interface Turn {
  readonly onReport: (report: PlayerReport) => void;
  readonly onLost: () => void;
}
let turn: Turn | null = null;

/** Takes the player; whoever had it is told. */
export function takeTurn(next: Turn): void {
  if (turn === next) return;
  turn?.onLost();
  turn = next;
}
export const hasTurn = (one: Turn): boolean => turn === one || turn === null;

/** The audio thread with the player on it, and the worker that makes what it plays. */
interface Engine {
  readonly context: AudioContext;
  readonly node: AudioWorkletNode;
  readonly worker: Worker;
}

let engine: Engine | null = null;
let opening: Promise<void> | null = null;
let asks = 0;
const asked = new Map<number, (answer: ListenAnswer) => void>();

async function opened(): Promise<void> {
  const context = new AudioContext({ latencyHint: 'interactive' });
  await context.audioWorklet.addModule(playerUrl);
  const node = new AudioWorkletNode(context, 'player', { numberOfInputs: 0, numberOfOutputs: 1, outputChannelCount: [2] });
  node.port.onmessage = ({ data }: MessageEvent<PlayerReport>) => turn?.onReport(data);
  node.connect(context.destination);
  await context.suspend();
  const worker = new Worker(new URL('../../workers/listen.worker.ts', import.meta.url), { type: 'module' });
  worker.onmessage = ({ data }: MessageEvent<ListenAnswer>) => {
    if (!('ask' in data)) {
      listeners.onAnswer?.(data);
      return;
    }
    asked.get(data.ask)?.(data);
    asked.delete(data.ask);
  };
  worker.onerror = () => listeners.onBroken?.();
  engine = { context, node, worker };
}

let listeners: Partial<Listeners> = {};
/** Who hears of the loops that the worker makes. */
export const listenTo = (to: Listeners): void => {
  listeners = to;
};

/** Makes everything ready, asleep: nothing sounds before it is woken. */
export function openEngine(): Promise<void> {
  opening ??= opened().catch((error: unknown) => {
    opening = null;
    throw error;
  });
  return opening;
}

let loops = 0;
/** A number that no loop had before. */
export const newLoop = (): number => ++loops;

export const isOpen = (): boolean => engine !== null;
/** Samples a second of the loudspeakers. */
export const engineRate = (): number => engine?.context.sampleRate ?? 48_000;
export const wake = async (): Promise<void> => engine?.context.resume();
export const sleep = (): void => void engine?.context.suspend();
export const tellPlayer = (message: PlayerMessage, transfer: Transferable[] = []): void => engine?.node.port.postMessage(message, transfer);
export const tellWorker = (request: ListenRequest): void => engine?.worker.postMessage(request);

/** Asks the worker something that it answers once. */
export function askWorker(request: Without<Ask>): Promise<ListenAnswer> {
  return new Promise((resolve) => {
    const ask = ++asks;
    asked.set(ask, resolve);
    tellWorker({ ...request, ask } as Ask);
  });
}
