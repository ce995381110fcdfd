import type { JobMessage, JobName, Jobs, WorkerMessage } from './protocol';

/** What a runner needs of a worker; a real one has it. */
export interface WorkerLike {
  postMessage(message: JobMessage): void;
  terminate(): void;
  onmessage: ((event: { data: WorkerMessage }) => void) | null;
  onerror: ((event: { message?: string; preventDefault?(): void }) => void) | null;
  onmessageerror: ((event: unknown) => void) | null;
}

export interface JobOptions {
  /** Who asks. A newer request of the same owner takes the place of the older one. */
  readonly owner: string;
  readonly signal?: AbortSignal;
  readonly onProgress?: (share: number) => void;
}

/** How a job ended. Only 'failed' is a trouble to tell; its reason is one sentence. */
export type JobAnswer<N extends JobName> =
  | { readonly kind: 'done'; readonly output: Jobs[N]['output'] }
  | { readonly kind: 'cancelled' }
  | { readonly kind: 'superseded' }
  | { readonly kind: 'failed'; readonly reason: string };

interface JobKind {
  /** What does the job, as a sentence begins. */
  readonly what: string;
  /** Longest time without a sign of life, ms. */
  readonly quietMs: number;
  /** The way out when it takes too long. */
  readonly wayOut: string;
}

const KINDS: Readonly<Record<JobName, JobKind>> = {
  'take-check': { what: 'The take check', quietMs: 60_000, wayOut: 'check fewer or shorter files' },
  'prove-take': { what: 'Holding the take against the plan', quietMs: 30_000, wayOut: 'look at the rakes themselves' },
  'read-list': { what: 'Listening to the recording made by the card', quietMs: 60_000, wayOut: 'record it again, one line after the other' },
  guide: { what: 'Listening to the knocks', quietMs: 20_000, wayOut: 'record without them' },
  'render-take': { what: 'The practice take', quietMs: 60_000, wayOut: 'take some microphones away and try again' },
  'hear-room': { what: 'Listening to the room', quietMs: 60_000, wayOut: 'try a shorter file' },
  'hear-lugs': { what: 'Listening to the drum', quietMs: 60_000, wayOut: 'tap again, one lug a second' },
  'what-helps': { what: 'The search for what would help', quietMs: 60_000, wayOut: 'look at the set-ups themselves' },
  fits: { what: 'The trial of inputs and power', quietMs: 60_000, wayOut: 'place it and look at the patch' },
  spots: { what: 'The search for good places', quietMs: 20_000, wayOut: 'place the instrument by hand' },
  'smallest-moves': { what: 'The search for small moves', quietMs: 20_000, wayOut: 'move by hand, one finding at a time' },
  offers: { what: 'The trial of the moves', quietMs: 20_000, wayOut: 'move by hand and see what is told' },
  loopback: { what: 'Listening to the clicks', quietMs: 60_000, wayOut: 'try a shorter file' },
  'compare-clocks': { what: 'Comparing the clocks', quietMs: 120_000, wayOut: 'try shorter files' },
  'correct-take': { what: 'Writing the corrected files', quietMs: 60_000, wayOut: 'take fewer files at once' },
  'hear-take': { what: 'Making the take ready to be heard', quietMs: 60_000, wayOut: 'keep a shorter take' },
  'pair-over-time': { what: 'Looking at the pair', quietMs: 60_000, wayOut: 'take a shorter take' },
  'mid-side': { what: 'Making the file', quietMs: 60_000, wayOut: 'cut it into shorter parts' },
  patch: { what: 'The patch solver', quietMs: 20_000, wayOut: 'plug by hand in the crossing below' },
};

/** Longest wait for a worker to have loaded, ms. */
const LOADING_MS = 20_000;

interface Job {
  readonly id: number;
  readonly owner: string;
  readonly input: unknown;
  readonly onProgress: ((share: number) => void) | undefined;
  /** Settles once; later calls do nothing. */
  settle(answer: JobAnswer<JobName>): void;
}

/** One worker and the jobs that wait for it. */
interface Lane {
  worker: WorkerLike | null;
  ready: boolean;
  running: Job | null;
  waiting: Job[];
  timer: ReturnType<typeof setTimeout> | undefined;
}

export interface JobRunner {
  run<N extends JobName>(name: N, input: Jobs[N]['input'], options: JobOptions): Promise<JobAnswer<N>>;
  /** Workers alive, for tests: what has been cancelled must have given its memory back. */
  alive(): number;
  dispose(): void;
}

/**
 * Runs jobs in workers, one at a time for each kind. Every request gets exactly one answer: its output, or that it was cancelled,
 * superseded or failed. Cancelling and superseding end the worker, which frees its memory at once; the next job gets a new one.
 */
export function createJobRunner(spawn: (name: JobName) => WorkerLike): JobRunner {
  const lanes = new Map<JobName, Lane>();
  let ids = 0;

  const laneOf = (name: JobName): Lane => {
    const lane = lanes.get(name) ?? { worker: null, ready: false, running: null, waiting: [], timer: undefined };
    lanes.set(name, lane);
    return lane;
  };

  const endWorker = (lane: Lane): void => {
    clearTimeout(lane.timer);
    if (lane.worker) {
      lane.worker.onmessage = null;
      lane.worker.onerror = null;
      lane.worker.onmessageerror = null;
      lane.worker.terminate();
    }
    lane.worker = null;
    lane.ready = false;
  };

  const fail = (name: JobName, reason: string): void => {
    const lane = laneOf(name);
    const job = lane.running;
    endWorker(lane);
    lane.running = null;
    job?.settle({ kind: 'failed', reason });
    pump(name);
  };

  /** Waits for the next sign of life: first that the worker has loaded, then progress or an answer. */
  const watch = (name: JobName): void => {
    const lane = laneOf(name);
    clearTimeout(lane.timer);
    const { what, quietMs, wayOut } = KINDS[name];
    lane.timer = lane.ready
      ? setTimeout(() => fail(name, `${what} took too long and was stopped: ${wayOut}.`), quietMs)
      : setTimeout(() => fail(name, notLoaded(name)), LOADING_MS);
  };

  const receive = (name: JobName, message: WorkerMessage): void => {
    const lane = laneOf(name);
    if (message.kind === 'ready') {
      lane.ready = true;
      if (lane.running) watch(name);
      return;
    }
    const job = lane.running;
    if (!job || message.id !== job.id) return;
    if (message.kind === 'progress') {
      watch(name);
      job.onProgress?.(message.share);
      return;
    }
    clearTimeout(lane.timer);
    lane.running = null;
    job.settle(
      message.kind === 'done' ? { kind: 'done', output: message.output as never } : { kind: 'failed', reason: brokeOff(name, message.reason) },
    );
    pump(name);
  };

  const start = (name: JobName, lane: Lane): WorkerLike => {
    if (lane.worker) return lane.worker;
    const worker = spawn(name);
    worker.onmessage = ({ data }) => receive(name, data);
    worker.onerror = (event) => {
      event.preventDefault?.();
      fail(name, lane.ready ? brokeOff(name, event.message ?? '') : notLoaded(name));
    };
    worker.onmessageerror = () => fail(name, brokeOff(name, 'its answer could not be read'));
    lane.worker = worker;
    lane.ready = false;
    return worker;
  };

  function pump(name: JobName): void {
    const lane = laneOf(name);
    const job = lane.running ? undefined : lane.waiting.shift();
    if (!job) return;
    lane.running = job;
    try {
      const worker = start(name, lane);
      worker.postMessage({ id: job.id, input: job.input });
      watch(name);
    } catch (error) {
      fail(name, lane.worker ? brokeOff(name, error instanceof Error ? error.message : '') : notLoaded(name));
    }
  }

  /** Takes a job out of its lane, ending the worker when it was at work on it. */
  const drop = (name: JobName, job: Job, answer: JobAnswer<JobName>): void => {
    const lane = laneOf(name);
    lane.waiting = lane.waiting.filter((other) => other !== job);
    if (lane.running === job) {
      endWorker(lane);
      lane.running = null;
    }
    job.settle(answer);
    pump(name);
  };

  const run = <N extends JobName>(name: N, input: Jobs[N]['input'], { owner, signal, onProgress }: JobOptions): Promise<JobAnswer<N>> =>
    new Promise((resolve) => {
      const lane = laneOf(name);
      const cancel = (): void => drop(name, job, { kind: 'cancelled' });
      let settled = false;
      const job: Job = {
        id: ++ids,
        owner,
        input,
        onProgress: onProgress && ((share) => settled || onProgress(share)),
        settle: (answer) => {
          if (settled) return;
          settled = true;
          signal?.removeEventListener('abort', cancel);
          resolve(answer as JobAnswer<N>);
        },
      };
      if (signal?.aborted) {
        job.settle({ kind: 'cancelled' });
        return;
      }
      signal?.addEventListener('abort', cancel);
      const older = [...(lane.running ? [lane.running] : []), ...lane.waiting].filter((other) => other.owner === owner);
      lane.waiting.push(job);
      for (const other of older) drop(name, other, { kind: 'superseded' });
      pump(name);
    });

  return {
    run,
    alive: () => [...lanes.values()].filter((lane) => lane.worker).length,
    dispose: () => {
      for (const lane of lanes.values()) {
        const jobs = [...(lane.running ? [lane.running] : []), ...lane.waiting];
        lane.waiting = [];
        lane.running = null;
        endWorker(lane);
        for (const job of jobs) job.settle({ kind: 'cancelled' });
      }
    },
  };
}

const notLoaded = (name: JobName): string =>
  `${KINDS[name].what} could not be loaded, so nothing was looked at and your files and plan are as they were: load the page again.`;

function brokeOff(name: JobName, detail: string): string {
  const why = detail.replaceAll(/\s+/g, ' ').trim().slice(0, 160);
  return `${KINDS[name].what} broke off${why ? ` (${why})` : ''}; it starts afresh when you try again.`;
}
