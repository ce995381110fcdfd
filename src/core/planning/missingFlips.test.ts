import { allCases, placed } from '../../cli/audit/cases';
import { sayMetric } from '../../words';
import { arrivalTable } from '../arrivals';
import { applyMove, type Session } from '../document';
import { planFindings } from './expected';
import { missingFlips } from './missingFlips';
import { withOffers } from './offers';
import { resolvePlan } from './resolve';

/** One build of each set-up that reverses something. */
const CASES = allCases().filter(
  ({ room, recipe }, i, all) =>
    room.name === 'middle' &&
    recipe.microphones.some(({ flipped }) => flipped) &&
    all.findIndex((other) => other.room.name === 'middle' && other.recipe.id === recipe.id) === i,
);
const tableOf = (session: Session) => arrivalTable(resolvePlan(session));
const told = (session: Session) => missingFlips(session, tableOf(session));
const unflipped = (session: Session): Session => ({ ...session, microphones: session.microphones.map((one) => ({ ...one, flipped: false })) });

describe('a flip that a set-up asks for and a session lacks', () => {
  it('is not told of anything as it is placed', () => {
    expect(CASES.length).toBeGreaterThan(6);
    for (const one of CASES) expect([one.recipe.id, told(placed(one))]).toEqual([one.recipe.id, []]);
  });

  it('is told with what the low end loses, names the channel that the set-up turns, and the flip mends it', () => {
    const losses = new Map<string, number>();
    for (const one of CASES) {
      const session = unflipped(placed(one));
      for (const finding of told(session)) {
        const name = session.microphones.find(({ id }) => id === finding.microphoneIds[0])?.name;
        expect(one.recipe.microphones.find((wanted) => wanted.name === name)?.flipped).toBe(true);
        expect(sayMetric(finding.message)).toMatch(/reverses the polarity of .+, and here it is not: the low end loses \d+ dB\.$/);
        const loss = finding.message.facts.gain as { figure: number };
        losses.set(one.recipe.id, Math.max(losses.get(one.recipe.id) ?? 0, loss.figure));
        if (finding.move) expect(told(applyMove(finding.move)(session)).some(({ id }) => id === finding.id)).toBe(false);
      }
    }
    // Front and back of one box or skin: most of its bass (common practice).
    for (const id of ['cajon-two', 'frame-drum-both']) expect(losses.get(id)).toBeGreaterThan(6);
  });

  it('is among what is told of the plan, with the offer to mend it, whatever the set-up expects', () => {
    const one = CASES.find(({ recipe }) => recipe.id === 'cajon-two');
    if (!one) throw new Error('there is no such set-up');
    const session = unflipped(placed(one));
    const found = planFindings(session, tableOf(session));
    const missing = found.find(({ code }) => code === 'flip-missing');
    expect(missing?.severity).toBe('fix');
    expect(withOffers(session, found).find(({ code }) => code === 'flip-missing')?.move?.kind).toBe('flip');
  });
});
