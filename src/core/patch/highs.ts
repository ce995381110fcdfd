import loadHighs from 'highs';
import type { SolveMilp } from './milp';

/** Loads the HiGHS solver. `wasmUrl` is where a bundler put its binary; Node finds it by itself. */
export async function loadMilpSolver(wasmUrl?: string): Promise<SolveMilp> {
  const highs = await loadHighs(wasmUrl ? { locateFile: () => wasmUrl } : {});
  return (lpText) => {
    const solution = highs.solve(lpText);
    if (solution.Status !== 'Optimal') return null;
    return Object.fromEntries(Object.entries(solution.Columns).map(([name, column]) => [name, column.Primal]));
  };
}
