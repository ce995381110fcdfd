import { bytesSource, openAudio, writeWav } from '../../audio';
import { createRandom, type FftKernel, loadFftKernel, type Random } from '../../math';
import { BAND_NAMES, binRange, correlationOf, sumLossDb } from '../meters/bands';
import { noiseFor, QuietWindows } from '../meters/noise';
import { hann, SpectrumBank } from '../meters/spectra';
import { OnsetDetector } from '../sources/onsets';
import { checkTake } from './takeCheck';

const RATE = 48_000;
const SIZE = 4096;
let kernel: FftKernel;
beforeAll(async () => {
  kernel = await loadFftKernel();
});

/** Summed spectra of channels over eight windows. */
function bankOf(channels: readonly Float32Array[]): SpectrumBank {
  const bank = new SpectrumBank(kernel, channels.length, hann(SIZE));
  for (let at = 0; at + SIZE <= (channels[0]?.length ?? 0); at += SIZE) bank.add(channels, at);
  return bank;
}
const noise = (random: Random, length = 8 * SIZE): Float32Array => Float32Array.from({ length }, () => 0.1 * random.normal());

describe('bands (20 to 250 Hz, 250 Hz to 4 kHz, above)', () => {
  test.each([44_100, 48_000, 96_000])('at %d Hz they follow each other without gap or overlap', (rate) => {
    const [low, mid, high] = BAND_NAMES.map((band) => binRange(band, 16_384, rate)) as [[number, number], [number, number], [number, number]];
    expect(low[1]).toBeGreaterThanOrEqual(mid[0]);
    expect(low[1] - mid[0]).toBeLessThanOrEqual(1);
    expect(mid[1] - high[0]).toBeLessThanOrEqual(1);
    expect(high[1]).toBeLessThanOrEqual(8192);
    expect((low[0] * rate) / 16_384).toBeGreaterThanOrEqual(20);
  });
});

describe('two channels added (closed forms)', () => {
  test('the same channel twice loses nothing and correlates fully', () => {
    const a = noise(createRandom(1));
    const bank = bankOf([a, a]);
    const loss = sumLossDb(bank.pair(0, 1), RATE);
    for (const band of BAND_NAMES) expect(loss[band]).toBeCloseTo(0, 4);
    expect(correlationOf(bank.pair(0, 1))).toBeCloseTo(1, 4);
    bank.dispose();
  });
  test('turned over it loses all that is believed and correlates by −1', () => {
    const a = noise(createRandom(2));
    const bank = bankOf([a, a.map((v) => -v)]);
    expect(sumLossDb(bank.pair(0, 1), RATE).mid).toBeGreaterThan(50);
    expect(correlationOf(bank.pair(0, 1))).toBeCloseTo(-1, 4);
    bank.dispose();
  });
  test('unrelated channels hardly correlate and lose little', () => {
    const random = createRandom(3);
    const bank = bankOf([noise(random), noise(random)]);
    expect(Math.abs(correlationOf(bank.pair(0, 1)))).toBeLessThan(0.05);
    expect(sumLossDb(bank.pair(0, 1), RATE).high).toBeLessThan(3.1);
    bank.dispose();
  });
  test('one millisecond apart, the highs lose half their energy: 3 dB (mean of 1 + cos over whole turns)', () => {
    const random = createRandom(4);
    const long = noise(random, 8 * SIZE + 48);
    const bank = bankOf([long.subarray(48), long.subarray(0, 8 * SIZE)]);
    expect(sumLossDb(bank.pair(0, 1), RATE).high).toBeCloseTo(3.01, 0);
    bank.dispose();
  });
  test('a pair read backwards is the conjugate (symmetry)', () => {
    const random = createRandom(5);
    const bank = bankOf([noise(random), noise(random)]);
    const [forth, back] = [bank.pair(0, 1), bank.pair(1, 0)];
    for (let k = 1; k < 200; k++) {
      expect(back.re[k]).toBeCloseTo(forth.re[k] as number, 5);
      expect(back.im[k]).toBeCloseTo(-(forth.im[k] as number), 5);
    }
    expect(back.powerA).toBe(forth.powerB);
    bank.dispose();
  });
});

describe('quiet windows', () => {
  test('the quietest few are kept whatever the order they come in', () => {
    const offered = [9, 2, 7, 1, 8, 3, 6, 4, 5, 10];
    const means = [offered, [...offered].reverse()].map((order) => {
      const keeper = new QuietWindows(1);
      for (const power of order) keeper.offer(power, () => Float32Array.from([power]));
      return keeper.mean()[0];
    });
    expect(means[0]).toBeCloseTo((1 + 2 + 3 + 4 + 5 + 6) / 6, 6);
    expect(means[1]).toBeCloseTo(means[0] as number, 6);
  });
  test('digital silence says nothing of the noise', () => {
    const keeper = new QuietWindows(2);
    keeper.offer(0, () => Float32Array.from([5, 5]));
    expect([...keeper.mean()]).toEqual([0, 0]);
  });
  test('noise brought to another window keeps its density', () => {
    const [wide] = noiseFor([Float32Array.from({ length: 64 }, () => 2)], 128, 48, 1024, 384);
    expect(wide).toHaveLength(512);
    for (let k = 1; k < 512; k++) expect(wide?.[k]).toBeCloseTo(2 * (384 / 48), 6);
  });
});

describe('onsets', () => {
  /** Clicks that die away, at the given frames, on a floor of noise. */
  function clicks(frames: readonly number[], length: number, gain: number, seed: number): Float32Array {
    const random = createRandom(seed);
    const out = Float32Array.from({ length }, () => 1e-4 * random.normal());
    for (const frame of frames)
      for (let i = 0; i < 3000 && frame + i < length; i++) out[frame + i] = (out[frame + i] as number) + gain * random.normal() * Math.exp(-i / 500);
    return out;
  }
  const detect = (channels: readonly Float32Array[], block = 4096) => {
    const detector = new OnsetDetector(channels.length);
    const length = channels[0]?.length ?? 0;
    for (let at = 0; at < length; at += block)
      detector.push(
        channels.map((channel) => channel.subarray(at, at + block)),
        Math.min(block, length - at),
      );
    return detector.events;
  };
  const FRAMES = [9600, 33_600, 57_600, 81_600];
  test('each stroke is one event, found within 3 ms of where it starts', () => {
    const events = detect([clicks(FRAMES, 110_592, 0.5, 1)]);
    expect(events).toHaveLength(FRAMES.length);
    events.forEach((event, i) => {
      expect(Math.abs(event.frame - (FRAMES[i] as number))).toBeLessThan(144);
    });
  });
  test('the block length does not matter (symmetry)', () => {
    const channel = clicks(FRAMES, 110_592, 0.5, 2);
    expect(detect([channel], 64).map(({ frame }) => frame)).toEqual(detect([channel], 8192).map(({ frame }) => frame));
  });
  test('a stroke heard in two channels is one event, louder in the nearer', () => {
    const [near, far] = [
      clicks(FRAMES, 110_592, 0.5, 3),
      clicks(
        FRAMES.map((frame) => frame + 140),
        110_592,
        0.1,
        3,
      ),
    ];
    const events = detect([near, far]);
    expect(events).toHaveLength(FRAMES.length);
    for (const event of events) expect(event.powers[0]).toBeGreaterThan(event.powers[1] as number);
  });
  test('silence and steady noise have no events worth the name', () => {
    expect(detect([new Float32Array(48_000)])).toEqual([]);
    const random = createRandom(6);
    expect(detect([noise(random, 96_000)]).length).toBeLessThanOrEqual(1);
  });
});

describe('more channels than can all be compared', () => {
  const strokes = [4000, 15_000, 29_000];
  const channelOf = (seed: number, gain: number): Float32Array => {
    const random = createRandom(seed);
    return Float32Array.from(
      { length: 36_000 },
      (_, i) => strokes.reduce((sum, at) => sum + (i >= at ? Math.exp((at - i) / 600) : 0), 0.001) * random.between(-gain, gain),
    );
  };
  test('40 are compared in groups: pairs by name are kept, every channel is metered, and it is said', async () => {
    const files = await Promise.all(
      Array.from({ length: 40 }, async (_, c) => {
        const opened = await openAudio(
          bytesSource(`Mic ${c >> 1} ${c % 2 ? 'R' : 'L'}.wav`, writeWav([channelOf((c >> 1) + 1, 0.3 + (c % 2) * 0.1)], 48_000)),
        );
        if (!opened.ok) throw new Error(opened.reason.code);
        return opened.file;
      }),
    );
    const report = await checkTake(files, { kernel: await loadFftKernel() });
    expect(report.channels.map(({ name }) => name)).toEqual(Array.from({ length: 40 }, (_, c) => `Mic ${c >> 1} ${c % 2 ? 'R' : 'L'}`));
    for (let m = 0; m < 20; m++) expect(report.pairs.some(({ a, b }) => a === `Mic ${m} L` && b === `Mic ${m} R`)).toBe(true);
    expect(report.pairs.length).toBeLessThan(300);
    const said = report.findings.filter(({ code }) => code === 'compared-in-groups');
    expect(said.map(({ severity, message }) => [severity, typeof message === 'object' && message.facts.channels])).toEqual([['note', 40]]);
  });
});
