import { proxy, type Remote, wrap } from 'comlink';
import type { SmallestMoves } from '../core/optimise';
import type { PatchProblem, PatchResult } from '../core/patch';
import type { Fault } from '../core/render';
import type { Session } from '../core/session';
import type { MovesJob, PatchJob, TakeAnswer, TakeFile, TakeJob } from './protocol';

/** A worker started on first use and kept for the life of the page, whichever view asks. */
function lazyWorker<T>(start: () => Worker): { remote(): Remote<T> } {
  let remote: Remote<T> | null = null;
  return {
    remote: () => {
      remote ??= wrap<T>(start());
      return remote;
    },
  };
}

const takeWorker = lazyWorker<TakeJob>(() => new Worker(new URL('./take.worker.ts', import.meta.url), { type: 'module' }));
const patchWorker = lazyWorker<PatchJob>(() => new Worker(new URL('./patch.worker.ts', import.meta.url), { type: 'module' }));

const movesWorker = lazyWorker<MovesJob>(() => new Worker(new URL('./moves.worker.ts', import.meta.url), { type: 'module' }));

let latestMoves = 0;

/** Looks for the smallest moves in the worker; null when a newer request has been made meanwhile. */
export async function smallestMovesInWorker(session: Session): Promise<SmallestMoves | null> {
  const mine = ++latestMoves;
  const result = await movesWorker.remote().smallest(session);
  return mine === latestMoves ? result : null;
}

/** Checks a take in the worker. One job at a time: a new one stops the one before. */
export function checkTakeFiles(files: readonly TakeFile[], onProgress: (share: number) => void): Promise<TakeAnswer> {
  return takeWorker.remote().check(files, proxy(onProgress));
}

export const cancelTakeCheck = (): void => void takeWorker.remote().cancel();

export const renderTakeFiles = (session: Session, seed: number, faults: readonly Fault[]): Promise<readonly TakeFile[]> =>
  takeWorker.remote().render(session, seed, faults);

let latestPatch = 0;

/** Solves the patch in the worker; null when a newer request has been made meanwhile. */
export async function assignInputsInWorker(problem: PatchProblem): Promise<PatchResult | null> {
  const mine = ++latestPatch;
  const result = await patchWorker.remote().assign(problem);
  return mine === latestPatch ? result : null;
}
