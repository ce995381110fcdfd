import type { ListenAnswer, ListenRequest } from '../../workers/listenProtocol';
import playerUrl from './player.worklet.ts?worker&url';
import type { PlayerMessage, PlayerReport } from './playerProtocol';

type Ask = Extract<ListenRequest, { ask: number }>;
type Without<T> = T extends unknown ? Omit<T, 'ask'> : never;

interface Listeners {
  readonly onAnswer: (answer: Exclude<ListenAnswer, { ask: number }>) => void;
  readonly onReport: (report: PlayerReport) => void;
  readonly onBroken: () => void;
}

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

async function opened({ onAnswer, onReport, onBroken }: Listeners): Promise<void> {
  const context = new AudioContext({ latencyHint: 'interactive' });
  await context.audioWorklet.addModule(playerUrl);
  const node = new AudioWorkletNode(context, 'player', { numberOfInputs: 0, numberOfOutputs: 1, outputChannelCount: [2] });
  node.port.onmessage = ({ data }: MessageEvent<PlayerReport>) => onReport(data);
  node.connect(context.destination);
  await context.suspend();
  const worker = new Worker(new URL('../../workers/listen.worker.ts', import.meta.url), { type: 'module' });
  worker.onmessage = ({ data }: MessageEvent<ListenAnswer>) => {
    if (!('ask' in data)) {
      onAnswer(data);
      return;
    }
    asked.get(data.ask)?.(data);
    asked.delete(data.ask);
  };
  worker.onerror = onBroken;
  engine = { context, node, worker };
}

/** Makes everything ready, asleep: nothing sounds before it is woken. */
export function openEngine(listeners: Listeners): Promise<void> {
  opening ??= opened(listeners).catch((error: unknown) => {
    opening = null;
    throw error;
  });
  return opening;
}

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
