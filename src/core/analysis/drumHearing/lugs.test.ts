import { walks } from '../../../../scripts/walks';
import { loadStrokes } from '../../../../trials/openDrums';
import { createRandom, type FftKernel, loadFftKernel, type Random } from '../../math';
import { gaugeSpread, hearLugs, inKey, noteOf, tapsIn, turnFor } from './lugs';

/** Enough for a drum's lower partials, and quick to make. */
const RATE = 12_000;
const RECORDED = 44_100;
let kernel: FftKernel;
beforeAll(async () => {
  kernel = await loadFftKernel();
});

/** Modes of an ideal membrane re the lowest, how loud a tap beside a lug makes them, and how long they ring (Rossing; levels from memory). */
const MODES = [
  { ratio: 1, level: 0.35, seconds: 0.35 },
  { ratio: 1.593, level: 1, seconds: 0.6 },
  { ratio: 2.136, level: 0.5, seconds: 0.4 },
  { ratio: 2.295, level: 0.3, seconds: 0.2 },
  { ratio: 2.653, level: 0.25, seconds: 0.3 },
  { ratio: 2.917, level: 0.2, seconds: 0.2 },
];

/** Six to ten taps round a drum, each lug a little off, with noise and a neighbour that rings along. */
function drum(random: Random): { samples: Float32Array; lugs: number[] } {
  const lowest = random.between(60, 260);
  const count = random.integer(6, 10);
  const samples = new Float32Array(Math.round((count * 0.9 + 0.6) * RATE));
  const neighbour = random.between(70, 300);
  const lugs = Array.from({ length: count }, () => lowest * 1.593 * 2 ** (random.between(-45, 45) / 1200));
  lugs.forEach((hertz, tap) => {
    const start = Math.round((0.25 + 0.9 * tap + random.between(-0.08, 0.08)) * RATE);
    const loud = random.between(0.3, 0.8);
    for (const { ratio, level, seconds } of MODES) {
      // The air lowers the lowest mode of a real head; the others are near their ratios, and each tap strikes them a little otherwise.
      const f = ratio === 1 ? (hertz / 1.593) * random.between(0.88, 1) : (hertz * ratio) / 1.593;
      const gain = loud * level * (ratio === 1.593 ? 1 : random.between(0.5, 1.1));
      const phase = random.between(0, 6.28);
      for (let i = 0; start + i < samples.length && i < RATE; i++)
        samples[start + i] =
          (samples[start + i] as number) + gain * Math.exp((-6.9 * i) / RATE / seconds) * Math.sin((2 * Math.PI * f * i) / RATE + phase);
    }
    for (let i = 0; start + i < samples.length && i < 1.2 * RATE; i++)
      samples[start + i] = (samples[start + i] as number) + 0.05 * loud * Math.exp((-3 * i) / RATE) * Math.sin((2 * Math.PI * neighbour * i) / RATE);
    for (let i = 0; i < 60 && start + i < samples.length; i++)
      samples[start + i] = (samples[start + i] as number) + 0.4 * loud * Math.exp(-i / 11) * random.normal();
  });
  for (let i = 0; i < samples.length; i++) samples[i] = (samples[i] as number) + 0.0015 * random.normal();
  return { samples, lugs };
}

const TAPS = walks(120, 1000);

test(`${TAPS} seeded taps: pitch within 3 cents in the mean, another partial taken in under 1 %`, () => {
  let [taps, confused, missed] = [0, 0, 0];
  const errors: number[] = [];
  for (let seed = 1; taps < TAPS; seed++) {
    const { samples, lugs } = drum(createRandom(seed));
    const report = hearLugs(samples, RATE, kernel);
    expect([seed, report.taps.length]).toEqual([seed, lugs.length]);
    report.taps.forEach(({ hertz }, i) => {
      taps++;
      if (hertz === null) missed++;
      else {
        const cents = 1200 * Math.log2(hertz / (lugs[i] as number));
        if (Math.abs(cents) > 60) confused++;
        else errors.push(Math.abs(cents));
      }
    });
  }
  expect(confused / taps).toBeLessThan(0.01);
  expect(missed / taps).toBeLessThan(0.01);
  expect(errors.reduce((sum, x) => sum + x, 0) / errors.length).toBeLessThan(3);
  expect([...errors].sort((a, b) => a - b)[Math.floor(0.95 * errors.length)]).toBeLessThan(6);
});

test('the drum’s own note is that of a stroke in its middle, however the air loads the head, within 10 cents; without one nothing is said', () => {
  const worst: number[] = [];
  for (let seed = 1; seed <= 20; seed++) {
    const random = createRandom(900 + seed);
    const { samples, lugs } = drum(random);
    expect([seed, hearLugs(samples, RATE, kernel).lowestHz]).toEqual([seed, null]);
    const lowest = (lugs.reduce((sum, hertz) => sum + hertz, 0) / lugs.length / 1.593) * random.between(0.85, 1);
    const whole = new Float32Array(samples.length + 1.3 * RATE);
    whole.set(samples);
    // In the middle only modes without a node line there: the lowest and, of those above, 2.295 times the ideal one.
    const start = samples.length + Math.round(0.15 * RATE);
    for (let i = 0; start + i < whole.length; i++)
      whole[start + i] =
        0.6 * Math.exp((-6.9 * i) / RATE / 0.4) * Math.sin((2 * Math.PI * lowest * i) / RATE) +
        0.2 * Math.exp((-6.9 * i) / RATE / 0.2) * Math.sin((2 * Math.PI * lowest * 2.295 * i) / RATE) +
        0.2 * Math.exp(-i / 11) * random.normal();
    const report = hearLugs(whole, RATE, kernel);
    expect([seed, report.taps.length]).toEqual([seed, lugs.length]);
    worst.push(Math.abs(1200 * Math.log2((report.lowestHz ?? 1) / lowest)));
  }
  expect(Math.max(...worst)).toBeLessThan(10);
});

test('one lug 40 cents flat is the one to tighten', () => {
  const random = createRandom(77);
  const { samples, lugs } = drum(random);
  const report = hearLugs(samples, RATE, kernel);
  const flattest = lugs.indexOf(Math.min(...lugs));
  expect(report.cents.indexOf(Math.min(...report.cents.map((cents) => cents ?? 0)))).toBe(flattest);
});

// Open recordings (CC0): soft and hard strokes of one drum, the same head at the same tension.
test('recorded toms: the note of a drum is the same over its strokes, within 10 cents of their mean or in their glide', async () => {
  const strokes = await loadStrokes();
  for (const name of ['tom high', 'tom low'] as const) {
    const [hard, soft] = strokes[name] as [Float32Array, Float32Array];
    const sound = hard.length > soft.length ? hard : soft;
    const gap = Math.round(1.2 * RECORDED);
    const samples = new Float32Array(4 * gap + sound.length);
    for (let n = 0; n < 4; n++)
      for (let i = 0; i < Math.min(sound.length, gap); i++) samples[2000 + n * gap + i] = (0.6 + 0.1 * n) * (sound[i] as number);
    const { cents, taps } = hearLugs(samples, RECORDED, kernel);
    expect([name, taps.length]).toEqual([name, 4]);
    for (const off of cents) expect([name, off !== null && Math.abs(off) < 10]).toEqual([name, true]);
  }
});

test('taps are counted, and silence has none', () => {
  const { samples, lugs } = drum(createRandom(5));
  expect(tapsIn(samples, RATE)).toHaveLength(lugs.length);
  expect(hearLugs(new Float32Array(RATE), RATE, kernel)).toEqual({ taps: [], meanHz: null, cents: [], lowestHz: null });
});

test('notes: A4 is 440 Hz (ISO 16), 147 Hz a D3 2 cents sharp; turns and the gauge', () => {
  expect(noteOf(440)).toEqual({ name: 'A4', cents: 0 });
  const d = noteOf(147);
  expect(d.name).toBe('D3');
  expect(d.cents).toBeCloseTo(1.96, 1);
  expect([turnFor(-40), turnFor(3), turnFor(12)]).toEqual(['an eighth tighter', 'leave it', 'a hair looser']);
  const gauge = gaugeSpread([80, 84, 76, 80]);
  expect(gauge.mean).toBe(80);
  expect(gauge.spread).toBeCloseTo(2.83 / 80, 3);
});

test('in the key or not: A major has C sharp and no C; minor the other way; a key nobody knows is left', () => {
  const [c, cSharp] = [261.63, 277.18];
  expect([inKey(c, 'A major'), inKey(cSharp, 'A major')]).toEqual([false, true]);
  expect([inKey(c, 'A minor'), inKey(cSharp, 'A minor')]).toEqual([true, false]);
  expect([inKey(277.18, 'D♭ major'), inKey(466.16, 'B♭ minor'), inKey(440, 'H dur')]).toEqual([true, true, null]);
  // Half way between two notes it is none of them.
  expect(inKey(440 * 2 ** (0.5 / 12), 'A minor')).toBe(false);
});
