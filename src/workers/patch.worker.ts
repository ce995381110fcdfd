import { expose } from 'comlink';
import wasmUrl from 'highs/runtime?url';
import { assignInputs } from '../core/patch';
import { loadMilpSolver } from '../core/patch/highs';
import type { PatchJob } from './protocol';

const solver = loadMilpSolver(wasmUrl);

const job: PatchJob = {
  assign: async (problem) => assignInputs(problem, await solver),
};

expose(job);
