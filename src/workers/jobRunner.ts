import { sayJobs } from '../words/jobs.page.en';
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

/** Longest time of each kind without a sign of life, ms. */
const QUIET_MS: Readonly<Record<JobName, number>> = {
  'take-check': 60_000,
  'prove-take': 30_000,
  'read-list': 60_000,
  guide: 20_000,
  'render-take': 60_000,
  'hear-room': 60_000,
  'hear-lugs': 60_000,
  'what-helps': 60_000,
  fits: 60_000,
  spots: 20_000,
  'smallest-moves': 20_000,
  offers: 20_000,
  loopback: 60_000,
  'compare-clocks': 120_000,
  'correct-take': 60_000,
  'hear-take': 60_000,
  'pair-over-time': 60_000,
  'mid-side': 60_000,
  patch: 20_000,
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
    lane.timer = lane.ready
      ? setTimeout(() => fail(name, sayJobs('too-long', { what: sayJobs(name), wayOut: sayJobs(`${name}/way-out`) })), QUIET_MS[name])
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
    worker.onmessageerror = () => fail(name, brokeOff(name, sayJobs('unreadable-answer')));
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

const notLoaded = (name: JobName): string => sayJobs('not-loaded', { what: sayJobs(name) });

function brokeOff(name: JobName, detail: string): string {
  const why = detail.replaceAll(/\s+/g, ' ').trim().slice(0, 160);
  return sayJobs('broke-off', { what: sayJobs(name), why: why || 'none' });
}
