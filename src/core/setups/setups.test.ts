import { boathouseKit } from '../../../demo/boathouse';
import { placedGeometry } from '../instruments';
import { distance } from '../math';
import { resolvePlan } from '../session';

describe('kick, snare and a spaced pair: where the trade expects them (common practice)', () => {
  const session = boathouseKit();
  const plan = resolvePlan(session);
  const microphone = (name: string) => {
    const found = plan.microphones.find((candidate) => candidate.name === name);
    if (!found) throw new Error(name);
    return found;
  };
  const kit = session.instruments[0];
  if (!kit) throw new Error('demo');
  const mark = (id: string) => {
    const found = placedGeometry(kit).marks.find((candidate) => candidate.id === id);
    if (!found) throw new Error(id);
    return found.positionM;
  };
  test('overheads 80 to 100 cm above the snare, equal strings', () => {
    for (const name of ['Overhead left', 'Overhead right']) {
      const above = microphone(name).positionM.z - mark('snare-centre').z;
      expect(above).toBeGreaterThanOrEqual(0.8);
      expect(above).toBeLessThanOrEqual(1);
    }
    const [left, right] = ['Overhead left', 'Overhead right'].map((name) => distance(microphone(name).positionM, mark('snare-centre')));
    expect(left).toBeCloseTo(right as number, 9);
  });
  test('snare 3 to 8 cm above its rim', () => {
    const height = microphone('Snare').positionM.z - mark('snare-centre').z;
    expect(height).toBeGreaterThan(0.03);
    expect(height).toBeLessThan(0.08);
  });
  test('kick inside the shell, off centre, aimed at the beater', () => {
    const kick = microphone('Kick');
    const [beater, front] = [mark('kick-beater'), mark('kick-front')];
    expect(kick.positionM.y).toBeGreaterThan(beater.y);
    expect(kick.positionM.y).toBeLessThan(front.y);
    expect(Math.abs(kick.positionM.x - beater.x)).toBeGreaterThan(0.04);
    expect(kick.axis.y).toBeLessThan(-0.8);
  });
});
