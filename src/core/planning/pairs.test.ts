import { boathouseKit } from '../../../demo/boathouse';
import { commit, editMicrophone, loneSides, type Session } from '../document';
import { membersOf } from '../stereo';
import { nameTechnique, pairAlternatives, pairMismatch } from './index';

const NOW = '2026-11-26T10:00:00.000Z';
const change = (session: Session, command: Parameters<typeof commit>[1]): Session => {
  const result = commit(session, command, NOW);
  if (result.kind !== 'changed') throw new Error(result.kind);
  return result.session;
};

test('every geometry that can be made is put up as it is defined, at the pair’s own place; what cannot says why', () => {
  const kit = boathouseKit();
  const [pair] = kit.pairs;
  if (!pair?.frame) throw new Error('the demo has a pair');
  const found = pairAlternatives(kit, pair.id);
  expect(found.length).toBeGreaterThanOrEqual(8);
  for (const { design, command, missing, score, isPresent } of found) {
    expect(command === null).toBe(missing !== null);
    if (!command) {
      expect(missing?.code).toMatch(/^(lacks-pattern|off-the-shelf)$/);
      continue;
    }
    expect(score >= 0 && score <= 100).toBe(true);
    if (isPresent) continue;
    const after = change(kit, command);
    const made = after.pairs.find(({ id }) => id === pair.id);
    expect(made?.technique).toBe(design.technique);
    expect(made?.frame?.spacingM).toBeCloseTo(design.spacingM, 4);
    expect(made?.frame?.centreM).toEqual(pair.frame.centreM);
    const members = made?.frame && membersOf(made.frame, design.decoding);
    const left = after.microphones.find(({ id }) => id === pair.leftId);
    expect(left?.pattern).toBe(design.patterns[0]);
    for (const axis of ['x', 'y', 'z'] as const) expect(left?.positionM[axis]).toBeCloseTo(members?.left.positionM[axis] ?? -1, 3);
    // Two capsules are never at one point.
    const right = after.microphones.find(({ id }) => id === pair.rightId);
    expect(Math.hypot(...(['x', 'y', 'z'] as const).map((axis) => (left?.positionM[axis] ?? 0) - (right?.positionM[axis] ?? 0)))).toBeGreaterThan(
      0.03,
    );
  }
  const coincident = found.filter(({ design, missing }) => design.technique === 'XY' && !missing);
  const spaced = found.filter(({ design, missing }) => design.technique === 'NOS' && !missing);
  if (coincident[0] && spaced[0]) expect(coincident[0].monoLossDb).toBeLessThan(spaced[0].monoLossDb);
});

test('a pair that is not alike is told: its pad, its pattern; one that is, is not', () => {
  const kit = boathouseKit();
  const [pair] = kit.pairs;
  if (!pair) throw new Error('the demo has a pair');
  expect(pairMismatch(kit, pair)).toEqual([]);
  const left = kit.microphones.find(({ id }) => id === pair.leftId);
  const model = kit.shelf.microphones.find(({ id }) => id === left?.modelId);
  const padded = change(
    { ...kit, shelf: { ...kit.shelf, microphones: kit.shelf.microphones.map((one) => (one === model ? { ...one, padDb: 10 } : one)) } },
    editMicrophone(pair.leftId, { padOn: true }),
  );
  expect(pairMismatch(padded, pair)).toMatchObject([{ code: 'gives-more', facts: { by: { figure: expect.closeTo(10, 6) } } }, { code: 'one-pad' }]);
});

test('a channel on one side without a partner is told with what could balance it; a pair balances itself', () => {
  const kit = boathouseKit();
  expect(loneSides(kit)).toEqual([]);
  const [snare] = kit.microphones.filter(({ id }) => !kit.pairs.some(({ leftId, rightId }) => [leftId, rightId].includes(id)));
  const leaning = change(kit, editMicrophone(snare?.id ?? '', { pan: -0.8 }));
  expect(loneSides(leaning).map(({ microphone }) => microphone.id)).toEqual([snare?.id]);
  const [, second] = kit.microphones.filter(({ id }) => !kit.pairs.some(({ leftId, rightId }) => [leftId, rightId].includes(id)));
  expect(loneSides(change(leaning, editMicrophone(second?.id ?? '', { pan: 0.7 })))).toEqual([]);
});

test('a technique chosen by its name sets its geometry and patterns where the two can; else it is a name', () => {
  const kit = boathouseKit();
  const [pair] = kit.pairs;
  if (!pair) throw new Error('the demo has a pair');
  const after = change(kit, nameTechnique(kit, pair, 'ORTF'));
  const made = after.pairs[0];
  // The definition of the technique: 17 cm and 110°, cardioids.
  expect(made).toMatchObject({ technique: 'ORTF', frame: { spacingM: expect.closeTo(0.17, 4), angleDeg: expect.closeTo(110, 2) } });
  expect(after.microphones.filter(({ id }) => id === pair.leftId || id === pair.rightId).map(({ pattern }) => pattern)).toEqual([
    'cardioid',
    'cardioid',
  ]);
  const named = change(after, nameTechnique(after, made ?? pair, 'other'));
  expect(named.pairs[0]).toMatchObject({ technique: 'other', frame: made?.frame });
});
