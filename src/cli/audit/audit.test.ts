import { loadFftKernel } from '../../core/math';
import { allCases, knocked, placed, ROOMS } from './cases';
import { noProofs, prove } from './proof';
import { noCounts, walk } from './walk';

const cases = allCases();
/** A seeded sample, so that rooms, variants and families take turns; the largest kits are left to the command. */
const sample = cases.filter(({ recipe }, i) => i % 43 === 7 && recipe.microphones.length < 9);

test('every set-up is walked with every variant that it is for, in every room', () => {
  expect(new Set(cases.map(({ recipe }) => recipe.id)).size).toBeGreaterThan(70);
  for (const { name } of ROOMS) expect(cases.filter(({ room }) => room.name === name)).toHaveLength(cases.length / ROOMS.length);
});

test('knocking moves every microphone, by 15 cm at most, and is the same for the same seed', () => {
  for (const one of sample.slice(0, 8)) {
    const session = placed(one);
    const [a, b] = [knocked(session, 5), knocked(session, 5)];
    expect(a).toEqual(b);
    for (const [i, microphone] of session.microphones.entries()) {
      const { x, y, z } = a.microphones[i]?.positionM ?? { x: 0, y: 0, z: 0 };
      const by = Math.hypot(x - microphone.positionM.x, y - microphone.positionM.y, z - microphone.positionM.z);
      expect(by).toBeGreaterThan(0);
      expect(by).toBeLessThanOrEqual(0.1501);
    }
  }
});

test('a sample of the walk: every move that is offered mends, most findings have one, every session comes to rest (seeded)', () => {
  const counts = noCounts();
  for (const [i, one] of sample.entries()) walk(one, 100 + i, counts);
  const { moves } = counts;
  expect(counts.setups).toBe(sample.length);
  expect([moves.left, moves.worse, counts.unsettled, counts.opposed]).toEqual([0, 0, [], []]);
  // A fault that raises harm and says nothing is as wrong as a false alarm: one in twenty at most.
  const { harmful, silent } = counts.silentHarm;
  const all = (by: Readonly<Record<string, number>>): number => Object.values(by).reduce((sum, one) => sum + one, 0);
  expect(all(harmful)).toBeGreaterThan(20);
  expect(all(silent) / all(harmful)).toBeLessThan(0.1);
  expect(moves.mend).toBe(moves.offered);
  expect(moves.offered).toBeGreaterThan(10);
  expect(moves.withMove / moves.findings).toBeGreaterThanOrEqual(0.8);
  expect(counts.disturbed.fix + counts.disturbed.improve).toBeGreaterThan(counts.findings.fix);
  expect([counts.fits.falselyFine, counts.fits.silent]).toEqual([[], []]);
});

test('the same seed walks the same way', () => {
  const [counts, again] = [noCounts(), noCounts()];
  for (const [i, one] of sample.slice(0, 4).entries()) {
    walk(one, 100 + i, counts);
    walk(one, 100 + i, again);
  }
  expect(again).toEqual(counts);
});

test('renders are proved against the plan they come from; one microphone alone is no take to prove', async () => {
  const kernel = await loadFftKernel();
  const counts = noProofs();
  const four = cases.find(({ recipe, room }) => recipe.id === 'kit-four-spaced' && room.name === 'middle');
  const one = cases.find(({ recipe }) => recipe.microphones.length === 1);
  if (!four || !one) throw new Error('cases');
  await prove(one, 1, kernel, counts);
  expect(counts.takes).toBe(0);
  await prove(four, 1, kernel, counts);
  expect([counts.takes, counts.falseFix]).toEqual([1, 0]);
});
