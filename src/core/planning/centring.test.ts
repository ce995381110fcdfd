import { boathouseKit } from '../../../demo/boathouse';
import { walks } from '../../../scripts/walks';
import { allCases, knocked, nameOf, placed } from '../../cli/audit/cases';
import { arrivalTable } from '../arrivals';
import { commit, framePair, type Session } from '../document';
import { sourceKey } from '../ids';
import { distance } from '../math';
import { gapToSolid } from '../solids';
import { frameOf, membersOf, pairPicture } from '../stereo';
import { centreBesides, centringOffers, resolvePlan } from './index';

const NOW = '2026-11-26T10:00:00.000Z';
const change = (session: Session, command: Parameters<typeof commit>[1]): Session => {
  const result = commit(session, command, NOW);
  if (result.kind !== 'changed') throw new Error(result.kind);
  return result.session;
};

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
