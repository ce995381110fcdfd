import { Worker } from 'node:worker_threads';
import type { ChannelReading } from '../core/analysis';
import { InputError } from './files';

export interface MeterRequest {
  readonly id: number;
  readonly paths: readonly string[];
}

export type MeterAnswer =
  | { readonly id: number; readonly ok: true; readonly readings: readonly ChannelReading[] }
  | { readonly id: number; readonly ok: false; readonly reason: string };

/** Built, the thread lies beside what calls it; from the sources it is compiled like them. */
const THREAD = new URL(import.meta.url.endsWith('.ts') ? './meterThread.ts' : './meterThread.mjs', import.meta.url);
/** Blocks are short-lived: a small nursery keeps the thread's memory flat, MB. */
const YOUNG_MB = 16;

let thread: Worker | null = null;
let asked = 0;
const waiting = new Map<number, { done(readings: readonly ChannelReading[]): void; failed(error: Error): void }>();

function begin(): Worker {
  const made = new Worker(THREAD, { resourceLimits: { maxYoungGenerationSizeMb: YOUNG_MB } });
  const end = (error: Error): void => {
    thread = null;
    for (const { failed } of waiting.values()) failed(error);
    waiting.clear();
  };
  made.on('message', (answer: MeterAnswer) => {
    const own = waiting.get(answer.id);
    waiting.delete(answer.id);
    if (waiting.size === 0) made.unref();
    if (answer.ok) own?.done(answer.readings);
    else own?.failed(new InputError(answer.reason));
  });
  made.on('error', end);
  made.on('exit', () => end(new Error('the thread that measures the channels ended')));
  return made;
}

/**
 * Readings of every channel of a take's files from a thread of their own, which is begun at the first call and does not keep the process alive.
 * Rejects with an {@link InputError} where a file cannot be read.
 */
export function meterBeside(paths: readonly string[]): Promise<readonly ChannelReading[]> {
  thread ??= begin();
  const own = thread;
  own.ref();
  return new Promise((done, failed) => {
    const id = ++asked;
    waiting.set(id, { done, failed });
    own.postMessage({ id, paths } satisfies MeterRequest);
  });
}
