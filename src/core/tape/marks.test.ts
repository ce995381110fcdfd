import { walks } from '../../../scripts/walks';
import { allCases, nameOf, placed } from '../../cli/audit/cases';
import { distance, type Vec3 } from '../math';
import { isDirect } from '../microphones';
import { resolvePlan } from '../planning';
import { gapToSolid, type Solid } from '../solids';
import { marksOf, solvePosition, tapeList } from './index';

/** How much of a string is inside a solid, metres: by walking along it. Shares nothing with what chose the marks but the solids' shapes. */
function insideM(solid: Solid, from: Vec3, to: Vec3): number {
  const length = distance(from, to);
  const steps = Math.ceil(length / 0.005);
  let inside = 0;
  for (let i = 0; i <= steps; i++) {
    const t = i / steps;
    const point = { x: from.x + (to.x - from.x) * t, y: from.y + (to.y - from.y) * t, z: from.z + (to.z - from.z) * t };
    if (gapToSolid(solid.shape, point) < -0.001) inside += length / steps;
  }
  return inside;
}

// The issue of a tape: it is straight, and a wall of wood is not to be measured through (common practice).
test('no string goes through a solid, in any set-up and room (every so many of them in a short run)', () => {
  const every = walks(67, 1);
  const through: string[] = [];
  let strings = 0;
  for (const [i, one] of allCases().entries()) {
    if (i % every) continue;
    const plan = resolvePlan(placed(one));
    for (const { fromM, microphoneId, from } of tapeList(plan, 4)) {
      const capsule = plan.microphones.find(({ id }) => id === microphoneId)?.positionM;
      if (!fromM || !capsule) continue;
      strings++;
      for (const solid of plan.solids) {
        // Into a hollow body one measures by its opening, or with its head off; a mark may lie some centimetres under a simple form's surface.
        if (solid.hollow && gapToSolid(solid.shape, capsule) < 0) continue;
        if (insideM(solid, fromM, capsule) > 0.085) through.push(`${nameOf(one)}: ${from} to ${microphoneId} through ${solid.name}`);
      }
    }
  }
  expect(through).toEqual([]);
  expect(strings).toBeGreaterThan(40);
});

test('the strings asked for fix the place to 3 cm in most set-ups; where they do not, no mark is left unused', () => {
  let fixed = 0;
  let all = 0;
  for (const [i, one] of allCases().entries()) {
    if (i % 83) continue;
    const plan = resolvePlan(placed(one));
    const list = tapeList(plan);
    for (const { id, positionM, model } of plan.microphones) {
      if (isDirect(model.kind)) continue;
      const own = list.filter(({ microphoneId }) => microphoneId === id);
      const solved = solvePosition(
        own.map(({ from, fromM, lengthM }) => ({ name: from, fromM, lengthM })),
        positionM,
      );
      all++;
      if (solved.ok && solved.uncertaintyM <= 0.03) fixed++;
    }
  }
  expect(fixed / all).toBeGreaterThan(0.75);
});

test('where there is more than one instrument a mark says whose it is', () => {
  const one = allCases().find(({ recipe }) => recipe.instrument === 'drum-kit');
  if (!one) throw new Error('There are kits.');
  const plan = resolvePlan(placed(one));
  expect(marksOf(plan).every(({ name }) => !name.endsWith(')'))).toBe(true);
  const twice = { ...plan, geometries: [...plan.geometries, ...plan.geometries], instrumentNames: { audited: 'Boathouse kit' } };
  expect(marksOf(twice).every(({ name }) => name.endsWith('(Boathouse kit)'))).toBe(true);
});
