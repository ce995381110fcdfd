import { createRandom } from '../math';
import { heardTogether } from './heardTogether';
import { LoopPlayer } from './loopPlayer';

const RATE = 48_000;
const random = createRandom(31);
const noise = (length: number): Float32Array => Float32Array.from({ length }, () => 0.2 * random.normal());
const readOf =
  (samples: Float32Array) =>
  async (start: number, count: number): Promise<Float32Array> =>
    Float32Array.from({ length: count }, (_, i) => samples[start + i] ?? 0);

describe('what is heard of a take', () => {
  it('is the file itself, sample for sample, where one channel is heard as it is', async () => {
    const own = noise(20_000);
    const [left, right] = await heardTogether([{ read: readOf(own), gains: [1, 1], flip: false, seconds: 0 }], RATE, { from: 3000, count: 8000 });
    expect(left).toEqual(own.slice(3000, 11_000));
    expect(right).toEqual(left);
  });

  it('is the sum by plain arithmetic where several are, turned and later by whole samples (seeded)', async () => {
    for (let round = 0; round < 20; round++) {
      const channels = Array.from({ length: random.integer(1, 6) }, () => ({
        own: noise(6000),
        gains: [random.between(0, 1), random.between(0, 1)] as const,
        flip: random.integer(0, 1) === 1,
        later: random.integer(-400, 400),
      }));
      const [from, count] = [random.integer(0, 3000), 2000];
      const sides = await heardTogether(
        channels.map(({ own, gains, flip, later }) => ({ read: readOf(own), gains, flip, seconds: later / RATE })),
        RATE,
        { from, count },
      );
      const worst = Math.max(
        ...sides.map((side, s) =>
          side.reduce((most, x, i) => {
            const sum = channels.reduce(
              (all, { own, gains, flip, later }) => all + (flip ? -1 : 1) * (gains[s as 0 | 1] ?? 0) * (own[from + i - later] ?? 0),
              0,
            );
            return Math.max(most, Math.abs(x - sum));
          }, 0),
        ),
      );
      // Sums of six in single precision.
      expect(worst).toBeLessThan(1e-6);
    }
  });

  it('steps nowhere more than the sounds themselves do, however versions are switched', () => {
    const tone = (phase: number): Float32Array =>
      Float32Array.from({ length: RATE }, (_, i) => 0.3 * Math.sin((2 * Math.PI * 220 * i) / RATE + phase));
    const loops = [tone(0), tone(Math.PI)].map((samples) => ({ channels: [samples, samples], there: Uint8Array.of(1), blockSamples: RATE }));
    const player = new LoopPlayer();
    const straight = [
      [1, 0],
      [0, 1],
    ] as const;
    const [left, right] = [new Float32Array(128), new Float32Array(128)];
    player.hear(loops[0] as (typeof loops)[0], straight, 1);
    player.start();
    let [before, most] = [0, 0];
    for (let block = 0; block < 3000; block++) {
      if (random.integer(0, 5) === 0) player.hear(loops[random.integer(0, 1)] as (typeof loops)[0], straight, 1);
      player.fill(left, right);
      for (const x of left) {
        most = Math.max(most, Math.abs(x - before));
        before = x;
      }
    }
    // A sine's own steepest step, and what a fade of 1,024 samples between opposites adds to it.
    const own = (0.3 * 2 * Math.PI * 220) / RATE;
    expect(most).toBeLessThan(own + 0.6 / 1024 + 1e-6);
  });
});
