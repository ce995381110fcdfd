import { createRandom } from '../math';
import { Silence } from './silence';

const STEP_S = 0.1;
/** When a take ends by itself, seconds; null where it goes on to its end. */
function endOf(peakAt: (seconds: number) => number, longS: number, before: readonly number[] = []): number | null {
  const silence = new Silence();
  for (const peak of before) silence.hear(peak);
  silence.begin();
  for (let at = 0; at < longS; at += STEP_S) {
    silence.hear(peakAt(at));
    if (silence.isOver(peakAt(at), at)) return at;
  }
  return null;
}

describe('a take that ends when playing stops', () => {
  const random = createRandom(6);
  const noise = (): number => 0.002 * random.between(0.8, 1.2);

  it('ends some six seconds after the last stroke, and not in the pause before the next step', () => {
    const strokes = [1, 2, 3, 4, 9, 10, 11];
    const peak = (at: number): number => (strokes.some((s) => at >= s && at < s + 0.2) ? 0.3 : noise());
    const end = endOf(peak, 60, [noise(), noise()]);
    expect(end).toBeGreaterThan(16.5);
    expect(end).toBeLessThan(18);
  });

  it('goes on through a held note, for as long as it sounds', () => {
    const end = endOf((at) => (at < 30 ? 0.2 : noise()), 60, [noise()]);
    expect(end).toBeGreaterThan(35);
    expect(end).toBeLessThan(37);
  });

  it('never ends where nothing but noise was heard: somebody may be about to play', () => {
    expect(endOf(noise, 120, [noise()])).toBeNull();
    expect(endOf(() => 0, 120)).toBeNull();
  });

  it('takes noise under −60 dBFS for silence on an input that is perfectly quiet between', () => {
    const end = endOf((at) => (at < 2 ? 0.2 : at % 1 < 0.5 ? 0 : 0.0005), 30, [0]);
    expect(end).toBeGreaterThan(7.5);
    expect(end).toBeLessThan(9);
  });
});
