import { walks } from '../../../../scripts/walks';
import { createRandom, type FftKernel, loadFftKernel } from '../../math';
import { hearQuiet, noiseDbSpl } from './quiet';

const RATE = 24_000;
let kernel: FftKernel;
beforeAll(async () => {
  kernel = await loadFftKernel();
});

/** White noise of a level, dB re full scale. */
function quiet(seconds: number, db: number, seed: number): Float32Array {
  const random = createRandom(seed);
  const level = 10 ** (db / 20);
  return Float32Array.from({ length: seconds * RATE }, () => level * random.normal());
}
const add = (to: Float32Array, at: number, of: number, sound: (t: number) => number): void => {
  const start = Math.round(at * RATE);
  for (let i = 0; i < of * RATE && start + i < to.length; i++) to[start + i] = (to[start + i] as number) + sound(i / RATE);
};

test('noise alone: its level within 1 dB, nothing else heard in it; in dB SPL where the chain is known', () => {
  for (const seed of [1, 2, 3]) {
    const report = hearQuiet(quiet(20, -72, seed), RATE, kernel);
    expect(Math.abs(report.noiseDbfs + 72)).toBeLessThan(1);
    // 1 Pa (94 dB SPL rms) as a sine peaks at 97: where that reaches full scale its own power, −3.01 dB, is 94 dB SPL again.
    expect(noiseDbSpl(-3.01, 97.01)).toBeCloseTo(94, 9);
    expect(Math.abs(noiseDbSpl(report.noiseDbfs, 123) - 51)).toBeLessThan(1);
    expect([report.hum, report.whistles, report.events, report.ticks, report.advice]).toEqual([null, [], [], null, []]);
  }
});

test('mains hum, a whistle at 7,812 Hz and what to do about each', () => {
  const noise = quiet(24, -75, 4);
  add(
    noise,
    0,
    24,
    (t) => 0.0012 * Math.sin(2 * Math.PI * 50 * t) + 0.0008 * Math.sin(2 * Math.PI * 150 * t) + 0.0005 * Math.sin(2 * Math.PI * 100 * t),
  );
  add(noise, 0, 24, (t) => 0.0004 * Math.sin(2 * Math.PI * 7812 * t));
  const { hum, whistles, advice } = hearQuiet(noise, RATE, kernel);
  expect(hum?.mainsHz).toBe(50);
  expect(Math.abs((whistles[0]?.hertz ?? 0) - 7812)).toBeLessThan(4);
  expect(Math.abs((whistles[0]?.levelDbfs ?? 0) - 20 * Math.log10(0.0004 / Math.SQRT2))).toBeLessThan(1.5);
  expect(advice).toEqual([
    { code: 'hum', facts: { mainsHz: 50, level: { whole: hum?.levelDbfs } } },
    { code: 'whistle', facts: { hertz: { whole: expect.closeTo(7812, -1) }, level: { whole: whistles[0]?.levelDbfs } } },
  ]);
});

test('a rumble at 5 s and a bird at 12 s: when, how long, in which band', () => {
  const noise = quiet(20, -72, 5);
  add(noise, 5, 1.5, (t) => 0.02 * Math.sin(2 * Math.PI * 120 * t));
  add(noise, 12, 0.3, (t) => 0.01 * Math.sin(2 * Math.PI * 4200 * t));
  const { events } = hearQuiet(noise, RATE, kernel);
  expect(events.map(({ band }) => band)).toEqual(['low', 'high']);
  expect(Math.abs((events[0]?.startS ?? 0) - 5)).toBeLessThan(0.15);
  expect(Math.abs((events[0]?.seconds ?? 0) - 1.5)).toBeLessThan(0.3);
  expect(Math.abs((events[1]?.startS ?? 0) - 12)).toBeLessThan(0.15);
});

test.each([40, 72, 96, 133, 180, 240])('a headphone click at %d a minute leaks in: its pace within 1 %%', (bpm) => {
  const noise = quiet(20, -72, bpm);
  for (let at = 0.3; at < 19.5; at += 60 / bpm) add(noise, at, 0.01, (t) => 0.006 * Math.exp(-t * 400) * Math.sin(2 * Math.PI * 2600 * t));
  const { ticks, advice } = hearQuiet(noise, RATE, kernel);
  expect(Math.abs((ticks?.bpm ?? 0) / bpm - 1)).toBeLessThan(0.01);
  expect(advice[0]).toEqual({ code: 'ticks', facts: { perMinute: { whole: ticks?.bpm } } });
});

test.each([50, 60])('hum at %d Hz, 25 dB under the noise of all bands, is heard: its own band has no more noise than that (seeded)', (mains) => {
  for (let seed = 1; seed <= walks(1, 12); seed++) {
    const noise = quiet(30, -60, 10 + seed);
    // Three lines whose powers add up to one, a square's root of two over.
    const line = 10 ** (-85 / 20) * Math.SQRT2;
    add(
      noise,
      0,
      30,
      (t) =>
        line *
        (0.75 * Math.sin(2 * Math.PI * mains * t) + 0.5 * Math.sin(4 * Math.PI * mains * t + 1) + 0.43 * Math.sin(6 * Math.PI * mains * t + 2)),
    );
    const { hum } = hearQuiet(noise, RATE, kernel);
    expect(hum?.mainsHz).toBe(mains);
    expect(Math.abs((hum?.levelDbfs ?? 0) + 85)).toBeLessThan(2);
  }
});

test('somebody who speaks in the next room is no ticking, however even (seeded)', () => {
  for (let seed = 1; seed <= walks(3, 60); seed++) {
    const random = createRandom(seed);
    const room = quiet(20, -72, seed);
    const pace = random.between(3.2, 5.5);
    for (let at = 0.5; at < 19; at += random.between(0.2, 1.2))
      for (let syllable = random.integer(4, 12); syllable > 0 && at < 19; syllable--, at += (1 + 0.1 * random.normal()) / pace) {
        const [length, loud, pitch, hisses] = [
          random.between(0.08, 0.2),
          0.006 * random.between(0.3, 1),
          random.between(90, 220),
          random.uniform() < 0.4,
        ];
        add(room, at, length, (t) => {
          const swell = loud * Math.sin((Math.PI * t) / length);
          if (hisses) return swell * random.normal();
          return swell * [1, 2, 3, 5, 8, 12].reduce((sum, n) => sum + Math.sin(2 * Math.PI * n * pitch * t) / Math.sqrt(n), 0);
        });
      }
    expect([seed, hearQuiet(room, RATE, kernel).ticks]).toEqual([seed, null]);
  }
});
