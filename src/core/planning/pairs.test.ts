import { boathouseKit } from '../../../demo/boathouse';
import { walks } from '../../../scripts/walks';
import { allCases, knocked, nameOf, placed } from '../../cli/audit/cases';
import { arrivalTable, sourceKey } from '../arrivals';
import { commit, editMicrophone, framePair, loneSides, type Session } from '../document';
import { distance } from '../math';
import { gapToSolid } from '../solids';
import { frameOf, membersOf, pairPicture } from '../stereo';
import { centreBesides, centringOffers, nameTechnique, pairAlternatives, pairMismatch, resolvePlan } from './index';

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
      expect(missing).toMatch(/^.+: (take one that has|choose another for it)\.$/);
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

test('turned about the snare, which stays in the middle, the kick comes as near to it as it can; the picture is measured again', () => {
  const kit = boathouseKit();
  const [pair] = kit.pairs;
  if (!pair) throw new Error('the demo has a pair');
  const [snare, kick] = ['demo-instrument/snare', 'demo-instrument/kick'] as const;
  const found = centreBesides(kit, pair, snare, kick);
  // From all the way at the right: a turn of 60° is as far as one goes, further it would be another pair.
  expect(Math.abs(found?.position ?? 1)).toBeLessThan(0.6);
  const after = change(kit, framePair(pair.id, found?.frame ?? {}));
  const places = pairPicture(arrivalTable(resolvePlan(after)), pair.leftId, pair.rightId, pair.decoding);
  const at = (key: string): number => places.find(({ sourceKey }) => sourceKey === key)?.position ?? 1;
  expect(Math.abs(at(snare))).toBeLessThan(0.05);
  expect(at(kick)).toBeCloseTo(found?.position ?? 1, 1);
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
  expect(pairMismatch(padded, pair).join(' ')).toMatch(/gives 10\.0 dB more.*Only .* has its pad on/);
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

// What the buttons promise, walked: set-ups knocked about, their pairs squared up again, every source brought to the middle by every offer.
test('a source brought to the middle has two equal strings; no capsule comes into anything solid, no two sources exchange their sides (seeded)', () => {
  const withPairs = allCases().filter(({ recipe }) => recipe.pairs.length > 0);
  const wanted = walks(25, 1500);
  let offered = 0;
  const wrong: string[] = [];
  for (let seed = 1; offered < wanted && seed < 40 * wanted; seed++) {
    const one = withPairs[(seed * 37) % withPairs.length];
    if (!one) continue;
    const whole = placed(one);
    const stirred = knocked(whole, seed);
    // A pair that was knocked as one: each keeps its frame, moved and turned.
    const session: Session = {
      ...whole,
      pairs: whole.pairs.map((pair) => {
        const by = stirred.microphones.find(({ id }) => id === pair.leftId)?.positionM;
        const from = whole.microphones.find(({ id }) => id === pair.leftId)?.positionM;
        if (!pair.frame || !by || !from) return pair;
        const centreM = { x: pair.frame.centreM.x + by.x - from.x, y: pair.frame.centreM.y + by.y - from.y, z: pair.frame.centreM.z };
        return { ...pair, frame: { ...pair.frame, centreM, turnDeg: pair.frame.turnDeg + ((seed * 13) % 50) - 25 } };
      }),
    };
    const pair = session.pairs.find(({ frame }) => frame !== null);
    if (!pair?.frame) continue;
    const members = membersOf(pair.frame, pair.decoding);
    const stood: Session = {
      ...session,
      microphones: session.microphones.map((microphone) => {
        const member = microphone.id === pair.leftId ? members.left : microphone.id === pair.rightId ? members.right : null;
        return member ? { ...microphone, ...member } : microphone;
      }),
    };
    if (!frameOf(members, pair.decoding)) continue;
    const { sources } = resolvePlan(stood);
    const source = sources[seed % sources.length];
    if (!source) continue;
    for (const { kind, by, frame } of centringOffers(stood, pair, sourceKey(source))) {
      offered++;
      const name = `${nameOf(one)}, seed ${seed}: ${kind} ${by.toFixed(2)} to ${source.name}`;
      if (kind === 'turn' && Math.abs(by) > 60) wrong.push(`${name}: too far`);
      const result = commit(stood, framePair(pair.id, frame), NOW);
      if (result.kind === 'refused') wrong.push(`${name}: ${result.reason}`);
      if (result.kind !== 'changed') continue;
      const after = resolvePlan(result.session);
      const [left, right] = [pair.leftId, pair.rightId].map((id) => after.microphones.find((microphone) => microphone.id === id)?.positionM);
      const at = source.sides[0].positionM;
      if (!left || !right || Math.abs(distance(left, at) - distance(right, at)) > 0.0055) wrong.push(`${name}: strings unequal`);
      const before = resolvePlan(stood);
      const inSomething = (plan: typeof after): boolean =>
        [pair.leftId, pair.rightId].some((id) => {
          const capsule = plan.microphones.find((microphone) => microphone.id === id)?.positionM;
          return capsule !== undefined && plan.solids.some(({ shape, hollow }) => !hollow && gapToSolid(shape, capsule) < 0);
        });
      if (inSomething(after) && !inSomething(before)) wrong.push(`${name}: inside something`);
      const sidesOf = (plan: typeof after): Map<string, number> =>
        new Map(pairPicture(arrivalTable(plan), pair.leftId, pair.rightId, pair.decoding).map((place) => [place.sourceKey, place.position]));
      const were = sidesOf(before);
      const others = [...sidesOf(after)].filter(
        ([key, now]) => key !== sourceKey(source) && Math.abs(now) > 0.2 && Math.abs(were.get(key) ?? 0) > 0.2,
      );
      const toLeft = others.some(([key, now]) => now < 0 && (were.get(key) ?? 0) > 0);
      const toRight = others.some(([key, now]) => now > 0 && (were.get(key) ?? 0) < 0);
      if (toLeft && toRight) wrong.push(`${name}: two exchange their sides`);
    }
  }
  expect(wrong).toEqual([]);
  expect(offered).toBeGreaterThanOrEqual(wanted);
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
