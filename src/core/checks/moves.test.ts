import { boathouseSessions } from '../../../demo/boathouse';
import { sayFinding, sayTold } from '../../words';
import { arrivalTable } from '../arrivals';
import { applyMove, type Session } from '../document';
import { createRandom, vec3 } from '../math';
import { resolvePlan } from '../planning';
import { checkPlan, type Finding } from './index';

const inWords = (finding: Finding): string => sayFinding(finding, 'metric');

const tableOf = (session: Session) => arrivalTable(resolvePlan(session));

/** A session whose microphones have all been knocked about, some flipped. */
function knocked(session: Session, seed: number): Session {
  const random = createRandom(seed);
  const keep = (value: number, size: number): number => Math.min(size - 0.05, Math.max(0.05, value));
  return {
    ...session,
    microphones: session.microphones.map((placed) => ({
      ...placed,
      flipped: random.uniform() < 0.2 ? !placed.flipped : placed.flipped,
      positionM: vec3(
        keep(placed.positionM.x + 0.15 * random.normal(), session.room.widthM),
        keep(placed.positionM.y + 0.15 * random.normal(), session.room.depthM),
        keep(placed.positionM.z + 0.12 * random.normal(), session.room.heightM),
      ),
    })),
  };
}

const cases = boathouseSessions().flatMap((session) =>
  Array.from({ length: 12 }, (_, i) => [`${session.name}, seed ${i + 1}`, knocked(session, 100 + i)] as const),
);

describe('every finding of a knocked set-up', () => {
  test.each(cases)('%s: says it in a sentence with what to do, and its move mends it', (_, session) => {
    const findings = checkPlan(tableOf(session));
    for (const finding of findings) {
      expect(inWords(finding)).toMatch(/^[A-Z].*\.$/);
      expect(inWords(finding)).not.toMatch(/NaN|undefined|Infinity|!/);
      expect(sayTold(finding.why, 'metric').length).toBeGreaterThan(20);
      expect(finding.microphoneIds.length).toBeGreaterThan(0);
      if (!finding.move || finding.move.kind === 'stand') continue;
      const after = checkPlan(tableOf(applyMove(finding.move)(session)));
      expect([finding.message, worth(after, finding) < worth([finding], finding) || SOFT.has(finding.code)]).toEqual([finding.message, true]);
    }
  });
  test.each(cases.slice(0, 20))('%s: the same twice, gravest first', (_, session) => {
    const [a, b] = [checkPlan(tableOf(session)), checkPlan(tableOf(session))];
    expect(a).toEqual(b);
    const order = a.map((finding) => ['fix', 'improve', 'note'].indexOf(finding.severity));
    expect(order).toEqual([...order].sort((x, y) => x - y));
    expect(new Set(a.map((finding) => finding.id)).size).toBe(a.length);
  });
});

/** Codes whose move is a step in the right direction rather than a cure: halving a leak's distance is limited by the head. */
const SOFT = new Set(['leak', 'comb', 'overload', 'keep-out']);

/** How grave the same complaint about the same microphones still is: 0 when it is gone. */
function worth(findings: readonly Finding[], like: Finding): number {
  const still = findings.find((finding) => finding.id === like.id);
  return still ? 3 - ['fix', 'improve', 'note'].indexOf(still.severity) : 0;
}
