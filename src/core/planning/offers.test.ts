import { boathouseKit, boathouseSessions } from '../../../demo/boathouse';
import { sayMetric as said } from '../../words';
import { arrivalTable } from '../arrivals';
import { checkPlan, type Finding, type Move } from '../checks';
import { applyMove, commit, type Session } from '../document';
import { createRandom, distance, vec3 } from '../math';
import { harmDb } from '../optimise';
import { resolvePlan, usualMoves, withExpectations, withOffers } from './index';

const found = (session: Session): Finding[] => withExpectations(session, checkPlan(arrivalTable(resolvePlan(session))));
const offered = (session: Session): Finding[] => withOffers(session, found(session));
function after(session: Session, move: Move): Session {
  const result = commit(session, applyMove(move), '2026-01-01T00:00:00.000Z');
  if (result.kind !== 'changed') throw new Error(`${move.kind}: ${result.kind}`);
  return result.session;
}

function knocked(session: Session, seed: number): Session {
  const random = createRandom(seed);
  return {
    ...session,
    microphones: session.microphones.map((placed) => ({
      ...placed,
      flipped: random.uniform() < 0.3 ? !placed.flipped : placed.flipped,
      positionM: vec3(
        placed.positionM.x + 0.1 * random.normal(),
        placed.positionM.y + 0.1 * random.normal(),
        Math.max(0.1, placed.positionM.z + 0.08 * random.normal()),
      ),
    })),
    pairs: session.pairs.map((pair) => ({ ...pair, frame: null })),
  };
}

const sessions = boathouseSessions().flatMap((session, i) => [knocked(session, 40 + i), knocked(session, 60 + i)]);

test('whatever is offered is worth it: made alone the finding is gone or milder, and nothing as grave is new (seeded)', () => {
  let moves = 0;
  for (const session of sessions) {
    const before = new Map(found(session).map(({ id, severity }) => [id, severity]));
    for (const finding of offered(session)) {
      if (!finding.move) continue;
      moves++;
      const rest = found(after(session, finding.move));
      expect([finding.id, rest.find(({ id }) => id === finding.id)?.severity ?? 'gone']).not.toEqual([finding.id, finding.severity]);
      if (finding.severity !== 'note')
        expect([finding.id, rest.filter(({ id, severity }) => severity === 'fix' && before.get(id) !== 'fix')]).toEqual([finding.id, []]);
    }
  }
  expect(moves).toBeGreaterThan(20);
});

test('pressing the first move again and again ends within twice the microphones, at no plan twice (seeded)', () => {
  for (const start of sessions) {
    const seen = new Set<string>();
    let session = start;
    for (let presses = 0; ; presses++) {
      const first = offered(session).find(({ move, severity }) => move && severity !== 'note');
      if (!first?.move) break;
      expect(presses).toBeLessThan(2 * start.microphones.length);
      const plan = JSON.stringify(session.microphones);
      expect(seen.has(plan)).toBe(false);
      seen.add(plan);
      session = after(session, first.move);
    }
  }
});

test('a flip that is put in is the one that is asked for, whichever it is, and one press mends it', () => {
  const kit = boathouseKit();
  for (const microphone of kit.microphones) {
    const wrong: Session = {
      ...kit,
      microphones: kit.microphones.map((one) => (one.id === microphone.id ? { ...one, flipped: !one.flipped } : one)),
    };
    const flips = offered(wrong).filter(({ code }) => code === 'polarity-opposed');
    expect(flips.length).toBeLessThanOrEqual(1);
    const [flip] = flips;
    if (flip?.move) expect(found(after(wrong, flip.move)).filter(({ code }) => code === 'polarity-opposed')).toEqual([]);
  }
});

test('no two findings ask for opposite things: one flip a microphone, and none for one that agrees', () => {
  for (const session of sessions) {
    const flips = offered(session).flatMap(({ move }) => (move?.kind === 'flip' ? [move.microphoneId] : []));
    expect(new Set(flips).size).toBe(flips.length);
  }
});

test('locked microphones are asked for nothing', () => {
  for (const session of sessions.slice(0, 3)) {
    const held: Session = { ...session, microphones: session.microphones.map((one) => ({ ...one, locked: true })) };
    for (const { move } of offered(held)) expect(move === null || ['flip', 'align', 'pad', 'stand'].includes(move.kind)).toBe(true);
  }
});

test('a microphone far astray is brought back to where its set-up puts it, by name and length', () => {
  const kit = boathouseKit();
  const snare = kit.microphones.find(({ name }) => name === 'Snare');
  if (!snare) throw new Error('a snare microphone');
  const astray: Session = {
    ...kit,
    microphones: kit.microphones.map((one) =>
      one.id === snare.id ? { ...one, positionM: { ...one.positionM, z: one.positionM.z + 0.45, x: one.positionM.x - 0.3 } } : one,
    ),
  };
  const moves = offered(astray).filter(({ microphoneIds, severity }) => severity !== 'note' && microphoneIds.includes(snare.id));
  for (const { advice, move } of moves)
    if (move?.kind === 'set' && said(advice).includes('back to where')) {
      expect(said(advice)).toMatch(/^Move Snare back to where “.+” has it, \d+(\.\d)? cm away\.$/);
      expect(distance(after(astray, move).microphones.find(({ id }) => id === snare.id)?.positionM ?? vec3(0, 0, 0), snare.positionM)).toBeLessThan(
        0.01,
      );
    }
});

test('the smallest moves, all made, bring nothing grave with them and do what they say (seeded)', () => {
  let made = 0;
  for (const session of sessions) {
    const { moves, beforeDb, afterDb } = usualMoves(session);
    const before = new Map(found(session).map(({ id, severity }) => [id, severity]));
    const end = moves.reduce((now, { move }) => after(now, move), session);
    made += moves.length;
    expect(harmDb(resolvePlan(session))).toBeCloseTo(beforeDb, 6);
    expect(harmDb(resolvePlan(end))).toBeCloseTo(afterDb, 6);
    expect(afterDb).toBeLessThanOrEqual(beforeDb);
    const fresh = found(end).filter(({ id, severity }) => severity === 'fix' && before.get(id) !== 'fix');
    expect(fresh).toEqual([]);
  }
  expect(made).toBeGreaterThan(5);
});
