import { rigByChance } from '../../../hostile/rigs';
import { seedsFor } from '../../../scripts/walks';
import { arrivalTable } from '../arrivals';
import { plugAll } from '../document';
import { patchProblem, patchTroubles, resolvePlan } from '../planning';
import { loadMilpSolver } from './highs';
import { assignInputs, type SolveMilp, somePatch } from './index';

let solve: SolveMilp;
beforeAll(async () => {
  solve = await loadMilpSolver();
});

test('a patch found at a glance is one: the judge has nothing against it; where the solver has one without anything between, one is found (seeded)', () => {
  let [found, both, looked] = [0, 0, 0];
  for (const seed of seedsFor({ name: 'patches at a glance', from: 120_001, least: 25, all: 1000, seconds: 3 })) {
    // Nothing stands between but what is kept for its own sake.
    const rig = rigByChance(seed, 6);
    const session = {
      ...rig,
      pairs: [],
      shelf: { ...rig.shelf, outboard: [] },
      microphones: rig.microphones.map(({ outboardId: _, lineOutboardId: __, secondInput: ___, ...bare }) => bare),
    };
    looked++;
    const problem = patchProblem(session, arrivalTable(resolvePlan(session)));
    const some = somePatch(problem);
    const solved = assignInputs(problem, solve);
    expect([seed, some !== null]).toEqual([seed, solved.ok]);
    if (solved.ok) both++;
    if (!some) continue;
    found++;
    expect([seed, patchTroubles(plugAll(some)(session)).map(({ message }) => message)]).toEqual([seed, []]);
  }
  expect(found).toBeGreaterThan(0.15 * looked);
  expect(both).toBe(found);
});
