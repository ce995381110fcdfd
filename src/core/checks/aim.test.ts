import { boathouseKit, boathouseSessions } from '../../../demo/boathouse';
import { sayFinding } from '../../words';
import { arrivalTable } from '../arrivals';
import { applyMove, type PlacedMicrophone, type Session } from '../document';
import { rotateAboutZ, subtract } from '../math';
import { resolvePlan, withOffers } from '../planning';
import { turnedAway } from './aim';
import { checkPlan } from './index';

const tableOf = (session: Session) => arrivalTable(resolvePlan(session));
const aims = (session: Session) => checkPlan(tableOf(session)).filter(({ code }) => code === 'aim');
const turned = (session: Session, name: string, degrees: number, change: Partial<PlacedMicrophone> = {}): Session => ({
  ...session,
  microphones: session.microphones.map((one) => {
    if (one.name !== name) return one;
    const way = rotateAboutZ(subtract(one.aimM, one.positionM), (degrees * Math.PI) / 180);
    return { ...one, ...change, aimM: { x: one.positionM.x + way.x, y: one.positionM.y + way.y, z: one.positionM.z + way.z } };
  }),
});

describe('a microphone that is turned away from what it is there for', () => {
  it('is told nothing of as the demo places it', () => {
    for (const session of boathouseSessions()) expect(aims(session)).toEqual([]);
  });

  it('is told with how much softer it hears it, and the turn mends it', () => {
    const away = turned(boathouseKit(), 'Snare', 180);
    const [finding] = aims(away);
    expect(finding && sayFinding(finding, 'metric')).toMatch(
      /^Snare is turned away from Snare: \d+ dB softer than facing it\. Turn it straight to Snare\./,
    );
    const [offered] = withOffers(away, aims(away));
    if (!offered?.move) throw new Error('a move was expected');
    expect(aims(applyMove(offered.move)(away))).toEqual([]);
  });

  it('loses what its pattern loses at that angle, level with its source (cardioid: (1 + cos θ) / 2)', () => {
    const kit = boathouseKit();
    const own = kit.microphones.find(({ name }) => name === 'Snare') as PlacedMicrophone;
    const source = tableOf(kit).plan.sources.find(({ id }) => id === 'snare');
    if (!source) throw new Error('demo');
    const [side] = source.sides;
    // Straight at the point that the level is reckoned from, then turned about the vertical.
    const level = { ...own, positionM: { x: side.positionM.x + 1, y: side.positionM.y, z: side.positionM.z }, aimM: side.positionM };
    const session: Session = { ...kit, microphones: kit.microphones.map((one) => (one.id === own.id ? level : one)) };
    for (const degrees of [60, 90, 120]) {
      const table = tableOf(turned(session, 'Snare', degrees, { pattern: 'cardioid' }));
      const microphone = table.plan.microphones.find(({ name }) => name === 'Snare');
      const loss = (microphone && turnedAway(table, microphone)?.lossDb) ?? 0;
      expect(Math.abs(loss + 20 * Math.log10((1 + Math.cos((degrees * Math.PI) / 180)) / 2))).toBeLessThan(0.5);
    }
  });

  it('may be an omni anyhow, and a figure of eight from behind (its two lobes are alike)', () => {
    expect(aims(turned(boathouseKit(), 'Snare', 180, { pattern: 'omni' }))).toEqual([]);
    expect(aims(turned(boathouseKit(), 'Snare', 180, { pattern: 'figure-of-eight' }))).toEqual([]);
    expect(aims(turned(boathouseKit(), 'Snare', 90, { pattern: 'figure-of-eight' }))).toHaveLength(1);
  });
});
