import wasmUrl from 'highs/runtime?url';
import { assignInputs } from '../core/patch';
import { loadMilpSolver } from '../core/patch/highs';
import { serveJob } from './serveJob';

serveJob('patch', async (problem) => {
  const solver = await loadMilpSolver(wasmUrl).catch(() => {
    throw new Error('its solver could not be loaded: load the page again');
  });
  return assignInputs(problem, solver);
});
