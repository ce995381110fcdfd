import { createRandom } from '../math';
import { hearPeak, hearSilence, hearTaps } from './hear';

const RATE = 48_000;
const { PI, exp, sin } = Math;

interface Sound {
  readonly atS: number;
  readonly level: number;
  readonly hertz: number;
  readonly diesS: number;
}
const knocks = (level: number): Sound[] => [0.6, 0.85].map((atS) => ({ atS, level, hertz: 95, diesS: 0.015 }));
const clap = (level: number): Sound => ({ atS: 2.2, level, hertz: 900, diesS: 0.002 });

/** Sounds that begin upwards in hiss, written sample by sample. */
function channel(sounds: readonly Sound[], seed: number, noiseDbfs = -80): Float32Array {
  const random = createRandom(seed);
  const noise = 10 ** (noiseDbfs / 20);
  return Float32Array.from({ length: 4 * RATE }, (_, i) => {
    let x = noise * random.normal();
    for (const { atS, level, hertz, diesS } of sounds) {
      const t = i / RATE - atS;
      if (t >= 0) x += level * exp(-t / diesS) * sin(2 * PI * hertz * t);
    }
    return Math.max(-1, Math.min(1, x));
  });
}

describe('silence', () => {
  test('the mean power is that of the noise; a full-scale square is 0 dBFS', () => {
    expect(hearSilence(channel([], 1, -73), RATE).noiseDbfs).toBeCloseTo(-73, 1);
    expect(
      hearSilence(
        Float32Array.from({ length: RATE }, (_, i) => (i % 2 ? 1 : -1)),
        RATE,
      ).noiseDbfs,
    ).toBeCloseTo(0, 6);
    expect(hearSilence(new Float32Array(100), RATE).noiseDbfs).toBe(-180);
  });
  test.each([50, 60] as const)('mains at %i Hz with its harmonics is hum', (mains) => {
    const random = createRandom(mains);
    const samples = Float32Array.from({ length: 6 * RATE }, (_, i) => {
      const turn = (2 * PI * (mains + 0.03) * i) / RATE;
      return 1e-4 * random.normal() + 0.003 * (sin(turn) + 0.5 * sin(2 * turn + 1) + 0.5 * sin(3 * turn + 2));
    });
    const { hum } = hearSilence(samples, RATE);
    expect(hum?.mainsHz).toBe(mains);
    // Three sines of 0.003, 0.0015 and 0.0015: their mean power.
    expect(hum?.levelDbfs).toBeCloseTo(10 * Math.log10((0.003 ** 2 + 2 * 0.0015 ** 2) / 2), 0);
  });
  test('hiss alone is none', () => expect(hearSilence(channel([], 3), RATE).hum).toBeNull());
});

describe('knocks and a clap', () => {
  const noises = [-80, -80, -80];
  test('the channel that was knocked has the knocks; a clap that is as loud next door is no knock there', () => {
    const [own, beside, far] = hearTaps(
      [channel([...knocks(0.3), clap(0.4)], 1), channel([clap(0.3)], 2), channel([...knocks(0.004), clap(0.05)], 3)],
      RATE,
      noises,
    );
    expect(own?.heard).toBe(true);
    expect(own?.peakDbfs).toBeGreaterThan(-15);
    expect(beside?.heard).toBe(false);
    expect(far?.peakDbfs).toBeLessThan((own?.peakDbfs ?? 0) - 30);
  });
  test.each([1, -1] as const)('a clap that swings %i first is told so, clipped or not', (sign) => {
    for (const level of [0.05, 0.4, 4]) {
      const [heard] = hearTaps([channel([...knocks(0.3 * sign), clap(level * sign)], 4)], RATE, [-80]);
      expect([level, heard?.clapSign]).toEqual([level, sign]);
    }
  });
  test('knocks without a clap are heard and say nothing of the way up; a clap without knocks is nobody’s knock', () => {
    expect(hearTaps([channel(knocks(0.3), 5)], RATE, [-80])).toEqual([expect.objectContaining({ heard: true, clapSign: null })]);
    expect(hearTaps([channel([clap(0.4)], 6)], RATE, [-80])).toEqual([expect.objectContaining({ heard: false, clapSign: null })]);
  });
  test('hiss alone, at any level, is no knock (seeded)', () => {
    for (let seed = 1; seed <= 12; seed++) {
      const noise = -110 + 5 * seed;
      expect([seed, hearTaps([channel([], seed, noise)], RATE, [noise])[0]?.heard]).toEqual([seed, false]);
    }
  });
  test('nothing recorded is nothing heard', () => {
    expect(hearTaps([], RATE, [])).toEqual([]);
    expect(hearTaps([new Float32Array(0)], RATE, [-80])).toEqual([{ peakDbfs: -180, heard: false, clapSign: null }]);
  });
});

test('the highest sample, either way', () => {
  expect(hearPeak(Float32Array.from([0.1, -0.5, 0.2]))).toBeCloseTo(-6.02, 2);
  expect(hearPeak(new Float32Array(4))).toBe(-180);
});
