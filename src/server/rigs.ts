import { Worker } from 'node:worker_threads';
import type { DeviceId } from '../core/ids';
import type { DeviceCommand, DeviceDescription, DeviceState, HandAction } from '../core/lineCheck';

/** What a conversation asks of its rig. */
export type RigAsk =
  | { readonly kind: 'begin'; readonly session: unknown; readonly deviceId: DeviceId; readonly seed: number; readonly faults: readonly unknown[] }
  | { readonly kind: 'set'; readonly command: DeviceCommand }
  | { readonly kind: 'hand'; readonly action: HandAction }
  | { readonly kind: 'meters' }
  /** What one input records while the hands go on, ±1 is full scale. */
  | { readonly kind: 'channel'; readonly channel: number; readonly seconds: number }
  | { readonly kind: 'end' };

export type RigAnswer =
  | {
      readonly ok: true;
      readonly state?: DeviceState;
      readonly device?: DeviceDescription;
      /** A rig that falls silent after so many commands; null for none. */
      readonly dropAfter?: number | null;
      readonly peaksDbfs?: readonly number[];
      readonly samples?: Float32Array;
    }
  | { readonly ok: false; readonly reason: string };

export interface RigRequest {
  readonly id: number;
  readonly conversation: number;
  readonly ask: RigAsk;
}

const GONE: RigAnswer = { ok: false, reason: 'The rig has gone: send it again.' };

/** A thread in which rigs live: what it works on keeps no request waiting. It does not keep the process alive. */
class RigThread {
  private asked = 0;
  private readonly waiting = new Map<number, (answer: RigAnswer) => void>();
  private readonly worker = new Worker(new URL('./rigThread.mjs', import.meta.url));
  isAlive = true;

  constructor() {
    this.worker.unref();
    this.worker.on('message', ({ id, answer }: { readonly id: number; readonly answer: RigAnswer }) => {
      this.waiting.get(id)?.(answer);
      this.waiting.delete(id);
      if (this.waiting.size === 0) this.worker.unref();
    });
    this.worker.on('error', () => this.end());
    this.worker.on('exit', () => this.end());
  }

  private end(): void {
    this.isAlive = false;
    for (const done of this.waiting.values()) done(GONE);
    this.waiting.clear();
  }

  /** Answers come in the order of the questions; never rejects. */
  ask(conversation: number, ask: RigAsk): Promise<RigAnswer> {
    if (!this.isAlive) return Promise.resolve(GONE);
    this.worker.ref();
    return new Promise((done) => {
      const id = ++this.asked;
      this.waiting.set(id, done);
      this.worker.postMessage({ id, conversation, ask } satisfies RigRequest);
    });
  }
}

/** So many threads carry all rigs between them: more would only take the machine from the server. */
const MOST_THREADS = 2;
let threads: readonly RigThread[] = [];
const held = new Map<number, RigThread>();

const rigsOn = (thread: RigThread): number => [...held.values()].filter((one) => one === thread).length;

/** Has a thread ready for the first conversation: to begin one takes a second. */
export function warmRigs(): void {
  threads = threads.filter(({ isAlive }) => isAlive);
  if (threads.length === 0) threads = [new RigThread()];
}

/** The thread with the fewest rigs; a new one while there may be more. */
function leastBusy(): RigThread {
  warmRigs();
  const [least] = [...threads].sort((a, b) => rigsOn(a) - rigsOn(b));
  if (least && (rigsOn(least) === 0 || threads.length >= MOST_THREADS)) return least;
  const made = new RigThread();
  threads = [...threads, made];
  return made;
}

/** Asks the rig of a conversation; answers come in the order of the questions, in pieces of work small enough for the others. */
export function askRig(conversation: number, ask: RigAsk): Promise<RigAnswer> {
  let own = held.get(conversation);
  if (!own?.isAlive) {
    if (ask.kind === 'end') {
      held.delete(conversation);
      return Promise.resolve(GONE);
    }
    own = leastBusy();
    held.set(conversation, own);
  }
  if (ask.kind === 'end') held.delete(conversation);
  return own.ask(conversation, ask);
}
