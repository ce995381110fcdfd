import { reportOf } from '../../../../scripts/reportOf';
import { createRandom, type FftKernel, loadFftKernel } from '../../math';
import { NOISE_OCTAVES_HZ } from '../index';

let kernel: FftKernel;
beforeAll(async () => {
  kernel = await loadFftKernel();
});

// White noise has the same power in every hertz: 3.01 dB more in each octave, and in an octave its share of half the sample rate.
test.each([1, 2])('white noise, seed %i: every octave has its share of the power, at three rates', async (seed) => {
  const random = createRandom(seed);
  for (const rate of [44_100, 48_000, 96_000]) {
    const noise = Float32Array.from({ length: 4 * rate }, () => 0.01 * random.normal());
    const { channels } = await reportOf(kernel, rate, { A: noise, B: noise.map((x, i) => x + (i % 2 ? 1e-3 : -1e-3)) });
    const told = channels[0]?.noiseOctavesDbfs ?? [];
    expect(told).toHaveLength(NOISE_OCTAVES_HZ.length);
    // The quietest windows are a little quieter than the whole, and few of them have few bins below.
    NOISE_OCTAVES_HZ.forEach((hertz, i) => {
      const width = Math.min(hertz * Math.SQRT2, rate / 2) - hertz / Math.SQRT2;
      const expected = -40 + 10 * Math.log10(width / (rate / 2));
      expect(Math.abs((told[i] as number) - expected)).toBeLessThan(hertz < 200 ? 6 : hertz < 1000 ? 3 : 1.5);
    });
  }
});

test('a hum in the gaps stands in its own octave, as loud as it is', async () => {
  const rate = 48_000;
  const hum = Float32Array.from({ length: 4 * rate }, (_, i) => 0.01 * Math.sin((2 * Math.PI * 250 * i) / rate));
  const { channels } = await reportOf(kernel, rate, { A: hum, B: hum.map((x) => 0.5 * x) });
  // A sine of 0.01 has -43.0 dBFS rms.
  expect(channels[0]?.noiseOctavesDbfs?.[2]).toBeCloseTo(-43.01, 0);
  expect(channels[1]?.noiseOctavesDbfs?.[2]).toBeCloseTo(-49.03, 0);
  expect(channels[0]?.noiseOctavesDbfs?.[6]).toBeLessThan(-80);
});
