import { boathouseKit, boathouseSessions } from '../../../demo/boathouse';
import { sayMetric as said } from '../../words';
import type { Plan } from '../arrivals';
import { add, createRandom, scale, subtract, vec3 } from '../math';
import { resolvePlan } from '../planning';
import { harmDb } from './harm';
import { smallestMoves } from './smallestMoves';

const plan = resolvePlan(boathouseKit());
const indexOf = (name: string): number => plan.microphones.findIndex((microphone) => microphone.name === name);

/** The plan with one microphone changed. */
function having(name: string, change: Partial<Plan['microphones'][number]>, of: Plan = plan): Plan {
  return { ...of, microphones: of.microphones.map((microphone, i) => (i === indexOf(name) ? { ...microphone, ...change } : microphone)) };
}
const at = (name: string) => plan.microphones[indexOf(name)]?.positionM ?? vec3(0, 0, 0);

describe('harm grows with what it is about', () => {
  test('an overhead farther and farther from its partner’s string', () => {
    const snare = plan.sources.find((source) => source.id === 'snare')?.sides[0].positionM ?? vec3(0, 0, 0);
    const along = subtract(at('Overhead right'), snare);
    const harms = [0, 0.03, 0.06, 0.09, 0.12].map((metres) =>
      harmDb(having('Overhead right', { positionM: add(at('Overhead right'), scale(along, metres)) })),
    );
    for (let i = 1; i < harms.length; i++) expect(harms[i]).toBeGreaterThan(harms[i - 1] as number);
  });
  test('nearer and nearer to a wall', () => {
    const harms = [0.4, 0.3, 0.2, 0.1].map((gap) =>
      harmDb({
        ...plan,
        microphones: [{ ...(plan.microphones[indexOf('Overhead left')] as Plan['microphones'][number]), positionM: vec3(gap, 2, 1.5) }],
        pairs: [],
      }),
    );
    for (let i = 1; i < harms.length; i++) expect(harms[i]).toBeGreaterThan(harms[i - 1] as number);
  });
  test('deeper into the stick’s way', () => {
    const sweep = plan.geometries[0]?.keepOuts.find((volume) => volume.id === 'snare-sweep')?.pointsM[0] ?? vec3(0, 0, 0);
    const harms = [0.2, 0.07, 0.05, 0.03].map((off) => harmDb(having('Snare', { positionM: vec3(sweep.x, sweep.y, sweep.z + off) })));
    expect(harms[3]).toBeGreaterThan(harms[2] as number);
    expect(harms[2]).toBeGreaterThan(harms[1] as number);
  });
  test('a snare flipped the wrong way costs; flipping it back costs nothing', () => {
    const wrong = having('Snare', { flipped: !(plan.microphones[indexOf('Snare')]?.flipped ?? false) });
    expect(harmDb(wrong)).toBeGreaterThan(harmDb(plan));
    expect(harmDb(having('Snare', { flipped: plan.microphones[indexOf('Snare')]?.flipped ?? false }, wrong))).toBeCloseTo(harmDb(plan), 9);
  });
  test('a microphone that looks away from what it is there for', () => {
    const { axis = vec3(0, 0, -1) } = plan.microphones[indexOf('Snare')] ?? {};
    expect(harmDb(having('Snare', { axis: scale(axis, -1) }))).toBeGreaterThan(harmDb(plan) + 5);
  });
  test('an empty room harms nobody', () => {
    expect(harmDb({ ...plan, microphones: [], pairs: [] })).toBe(0);
    expect(harmDb({ ...plan, sources: [], geometries: [], pairs: [] })).toBeGreaterThanOrEqual(0);
  });
});

describe('small steps, small changes: what a search needs', () => {
  test.each(boathouseSessions().map((session) => [session.name, resolvePlan(session)] as const))(
    '%s: a millimetre changes little (seeded)',
    (_, own) => {
      const random = createRandom(17);
      let jumps = 0;
      for (let n = 0; n < 60; n++) {
        const index = random.integer(0, own.microphones.length - 1);
        const microphone = own.microphones[index] as Plan['microphones'][number];
        const base = add(microphone.positionM, vec3(0.1 * random.normal(), 0.1 * random.normal(), 0.1 * random.normal()));
        const near = add(base, vec3(0.001 * random.normal(), 0.001 * random.normal(), 0.001 * random.normal()));
        const harms = [base, near].map((positionM) =>
          harmDb({ ...own, microphones: own.microphones.map((other, i) => (i === index ? { ...other, positionM } : other)) }),
        );
        if (Math.abs((harms[0] as number) - (harms[1] as number)) > 0.5) jumps++;
      }
      // Polarity turns where a capsule passes a drum's head, and which source two channels share may change; the rest is smooth.
      expect(jumps).toBeLessThanOrEqual(3);
    },
  );
});

describe('the moves that are proposed', () => {
  test('each is worth its while and told before and after; the whole is their sum', () => {
    const spoiled = having('Overhead right', { positionM: add(at('Overhead right'), vec3(0.08, 0.02, 0.07)) });
    const { moves, beforeDb, afterDb } = smallestMoves(spoiled);
    expect(moves.length).toBeGreaterThan(0);
    let harm = beforeDb;
    for (const move of moves) {
      expect(move.beforeDb).toBeCloseTo(harm, 9);
      expect(move.beforeDb - move.afterDb).toBeGreaterThan(0.5);
      expect(said(move.words)).toMatch(/^(Move|Turn|Reverse) .*\.$/);
      harm = move.afterDb;
    }
    expect(afterDb).toBeCloseTo(harm, 9);
  });
  test('a wrong flip is mended by a flip, without moving anything', () => {
    const wrong = having('Snare', { flipped: true });
    const [first] = smallestMoves(wrong).moves;
    expect(first?.move).toEqual({
      kind: 'flip',
      microphoneId: plan.microphones[indexOf('Snare')]?.id,
      label: expect.objectContaining({ code: 'invert-it-in-the-mix' }),
    });
    expect(said(first?.words)).toBe('Reverse the polarity of Snare in the mix.');
  });
  test('one move only, when only one is asked for; none of a hand’s breadth when only a finger’s is allowed', () => {
    const spoiled = having('Overhead right', { positionM: add(at('Overhead right'), vec3(0.1, 0, 0.1)) });
    expect(smallestMoves(spoiled, { moves: 1, metres: 0.15, degrees: 20 }).moves.length).toBeLessThanOrEqual(1);
    for (const { move } of smallestMoves(spoiled, { moves: 3, metres: 0.02, degrees: 5 }).moves) {
      if (move.kind !== 'set') continue;
      const from = spoiled.microphones.find((microphone) => microphone.id === move.microphoneId)?.positionM ?? vec3(0, 0, 0);
      expect(Math.hypot(move.positionM.x - from.x, move.positionM.y - from.y, move.positionM.z - from.z)).toBeLessThanOrEqual(0.02 + 1e-9);
    }
  });
  test('the same plan gives the same moves: no randomness', () => {
    const spoiled = having('Snare', { positionM: add(at('Snare'), vec3(0.05, 0.05, 0.06)) });
    expect(smallestMoves(spoiled)).toEqual(smallestMoves(spoiled));
  });
});
