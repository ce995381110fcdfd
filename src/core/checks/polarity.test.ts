import { boathouseKit } from '../../../demo/boathouse';
import { sayMetric } from '../../words';
import { type ArrivalTable, arrivalTable } from '../arrivals';
import type { PlacedMicrophone, Session } from '../document';
import { createRandom } from '../math';
import { resolvePlan } from '../planning';
import { polarityOpposed } from './polarity';

const tableOf = (session: Session): ArrivalTable => arrivalTable(resolvePlan(session));

/** Energy of two equal copies τ apart between two frequencies, one of them reversed or not, dB re both in step: plain sums over fine steps. */
function energyDb(seconds: number, lowHz: number, highHz: number, reversed: boolean): number {
  let sum = 0;
  const steps = 400;
  for (let i = 0; i < steps; i++) {
    const f = lowHz * (highHz / lowHz) ** ((i + 0.5) / steps);
    const re = 1 + (reversed ? -1 : 1) * Math.cos(2 * Math.PI * f * seconds);
    const im = (reversed ? -1 : 1) * Math.sin(2 * Math.PI * f * seconds);
    sum += (re * re + im * im) / 4;
  }
  return 10 * Math.log10(sum / steps + 1e-12);
}

/** Two microphones on the snare, the second farther by a distance and reversed. */
function two(fartherM: number): Session {
  const kit = boathouseKit();
  const own = kit.microphones.find(({ name }) => name === 'Snare') as PlacedMicrophone;
  const from = tableOf(kit).plan.sources.find(({ id }) => id === 'snare')?.sides[0].positionM;
  if (!from) throw new Error('demo');
  const at = (name: string, id: string, metres: number, flipped: boolean): PlacedMicrophone => ({
    ...own,
    id,
    name,
    label: name.slice(0, 2),
    flipped,
    positionM: { x: from.x, y: from.y, z: from.z + metres },
    aimM: from,
    stand: null,
  });
  return { ...kit, microphones: [at('Near', 'near', 0.6, false), at('Far', 'far', 0.6 + fartherM, true)], pairs: [], patch: {}, tape: [] };
}

describe('opposite polarity', () => {
  it('is told as a loss only where the low end of the source loses by it, by plain sums (seeded)', () => {
    const random = createRandom(33);
    let [losses, habits] = [0, 0];
    for (let round = 0; round < 60; round++) {
      const session = two(random.between(0.02, 1));
      const table = tableOf(session);
      const snare = table.plan.sources.findIndex(({ id }) => id === 'snare');
      const [near, far] = [table.rows[0]?.[snare], table.rows[1]?.[snare]];
      const [finding] = polarityOpposed(table);
      if (!near || !far || !finding) continue;
      const seconds = Math.abs(far.delaySeconds - near.delaySeconds);
      const lowest = table.plan.sources[snare]?.bandHz[0] ?? 0;
      const even = 1 / (4 * seconds);
      if (finding.severity === 'improve') {
        losses++;
        // Below the frequency it names, the flip is the fuller.
        expect(energyDb(seconds, lowest, even, false)).toBeGreaterThan(energyDb(seconds, lowest, even, true));
      } else {
        habits++;
        expect(finding.severity).toBe('note');
        // The lowest third of the source is as full as it stands, or fuller.
        expect(energyDb(seconds, lowest, Math.min(lowest * 1.25, 3 * even), true)).toBeGreaterThan(
          energyDb(seconds, lowest, Math.min(lowest * 1.25, 3 * even), false) - 0.5,
        );
        expect(sayMetric(finding.why)).toMatch(/ms apart: only below \d+ Hz does it cost low end/);
      }
    }
    expect(Math.min(losses, habits)).toBeGreaterThan(5);
  });
});
