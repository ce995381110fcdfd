import { createJobRunner, type JobAnswer, type JobOptions, type WorkerLike } from './jobRunner';
import type { JobName, Jobs } from './protocol';

/** One module for each job; written out so that the bundler finds them. */
const WORKERS: Readonly<Record<JobName, () => Worker>> = {
  'read-list': () => new Worker(new URL('./readList.worker.ts', import.meta.url), { type: 'module' }),
  guide: () => new Worker(new URL('./guide.worker.ts', import.meta.url), { type: 'module' }),
  'take-check': () => new Worker(new URL('./takeCheck.worker.ts', import.meta.url), { type: 'module' }),
  'render-take': () => new Worker(new URL('./renderTake.worker.ts', import.meta.url), { type: 'module' }),
  'hear-room': () => new Worker(new URL('./hearRoom.worker.ts', import.meta.url), { type: 'module' }),
  'hear-lugs': () => new Worker(new URL('./hearLugs.worker.ts', import.meta.url), { type: 'module' }),
  fits: () => new Worker(new URL('./fits.worker.ts', import.meta.url), { type: 'module' }),
  'what-helps': () => new Worker(new URL('./whatHelps.worker.ts', import.meta.url), { type: 'module' }),
  spots: () => new Worker(new URL('./spots.worker.ts', import.meta.url), { type: 'module' }),
  'smallest-moves': () => new Worker(new URL('./smallestMoves.worker.ts', import.meta.url), { type: 'module' }),
  'prove-take': () => new Worker(new URL('./proveTake.worker.ts', import.meta.url), { type: 'module' }),
  offers: () => new Worker(new URL('./offers.worker.ts', import.meta.url), { type: 'module' }),
  loopback: () => new Worker(new URL('./loopback.worker.ts', import.meta.url), { type: 'module' }),
  'compare-clocks': () => new Worker(new URL('./compareClocks.worker.ts', import.meta.url), { type: 'module' }),
  'correct-take': () => new Worker(new URL('./correctTake.worker.ts', import.meta.url), { type: 'module' }),
  'hear-take': () => new Worker(new URL('./hearTake.worker.ts', import.meta.url), { type: 'module' }),
  'pair-over-time': () => new Worker(new URL('./pairOverTime.worker.ts', import.meta.url), { type: 'module' }),
  'mid-side': () => new Worker(new URL('./midSide.worker.ts', import.meta.url), { type: 'module' }),
  patch: () => new Worker(new URL('./patch.worker.ts', import.meta.url), { type: 'module' }),
};

const runner = createJobRunner((name) => WORKERS[name]() as unknown as WorkerLike);

/** Runs a job off the page; see {@link createJobRunner}. */
export const runJob = <N extends JobName>(name: N, input: Jobs[N]['input'], options: JobOptions): Promise<JobAnswer<N>> =>
  runner.run(name, input, options);
