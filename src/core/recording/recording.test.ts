import { walks } from '../../../scripts/walks';
import { createRandom } from '../math';
import { addDelayed } from '../render';
import { clickTrack, feelOf, hearLoopback, minutesToWavEnd, roundTripOf, storageFor } from './index';

test('a round trip is measured within a sample at both rates, under noise, either way up, whole and by fractions (seeded)', () => {
  const random = createRandom(12);
  for (let n = 0; n < walks(8, 60); n++) {
    const rate = n % 2 === 0 ? 48_000 : 44_100;
    const out = clickTrack(4, rate);
    const delay = random.between(60, 4000);
    const sign = random.uniform() < 0.5 ? -1 : 1;
    const gain = random.between(0.05, 1);
    const back = new Float32Array(out.length);
    addDelayed(back, out, delay, sign * gain);
    const noise = gain * 10 ** (-random.between(30, 70) / 20);
    for (let i = 0; i < back.length; i++) back[i] = (back[i] as number) + noise * random.normal() * 0.5;
    const heard = hearLoopback(out, back, rate);
    if (!heard.ok) throw new Error(heard.code);
    const { loopback } = heard;
    expect(Math.abs(loopback.roundTripSamples - delay)).toBeLessThan(1);
    expect(loopback.isReversed).toBe(sign < 0);
    expect(Math.abs(loopback.lossDb + 20 * Math.log10(gain))).toBeLessThan(1);
    expect(Math.abs(loopback.driftPpm)).toBeLessThan(8);
    expect(loopback.roundTripS).toBeCloseTo(delay / rate, 4);
  }
});

test('a device that runs off is told by how much', () => {
  const rate = 48_000;
  const out = clickTrack(20, rate);
  const back = new Float32Array(out.length);
  // Every click a little later than the one before: 100 parts in a million.
  const clicks = Array.from({ length: 39 }, (_, k) => Math.round(0.25 * rate) + k * Math.round(0.5 * rate));
  const one = clickTrack(0.5, rate).subarray(Math.round(0.25 * rate), Math.round(0.26 * rate));
  for (const click of clicks) addDelayed(back, one, click + 300 + click * 100e-6, 0.5);
  const heard = hearLoopback(out, back, rate);
  expect(heard.ok && Math.abs(heard.loopback.driftPpm - 100)).toBeLessThan(5);
});

test('no clicks, and clicks that do not come back, are each told', () => {
  const rate = 48_000;
  const random = createRandom(3);
  const quiet = Float32Array.from({ length: 4 * rate }, () => 0.001 * random.normal());
  expect(hearLoopback(new Float32Array(rate), quiet, rate)).toEqual({ ok: false, code: 'no-clicks' });
  expect(hearLoopback(clickTrack(4, rate), quiet, rate)).toEqual({ ok: false, code: 'not-back' });
});

test.each([
  // Worked by hand: 48,000 · 3 · 8 · 60 = 69.12 MB a minute.
  [48_000, 24, 8, 100, 69_120_000, 1446.8],
  // The compact disc: 44,100 · 2 · 2 · 60 = 10.584 MB.
  [44_100, 16, 2, 1, 10_584_000, 94.5],
  [96_000, 32, 10, 64, 230_400_000, 277.8],
])('%d Hz, %d bit, %d channels on %d GB', (rate, depth, channels, free, bytes, minutes) => {
  const found = storageFor(rate, depth, channels, free);
  expect(found.bytesPerMinute).toBe(bytes);
  expect(found.minutesLeft).toBeCloseTo(minutes, 1);
});

test('a plain WAV of ten channels at 96 kHz and 24 bit ends after 24.9 minutes (2³² bytes)', () => {
  expect(minutesToWavEnd(96_000, 24, 10)).toBeCloseTo(4_294_967_296 / (60 * 96_000 * 3 * 10), 6);
});

test.each([
  [64, 48_000, 5.67, 'hardly-noticed'],
  [256, 48_000, 13.67, 'throws-off'],
  [128, 44_100, 8.8, 'noticed'],
])('a buffer of %d at %d Hz: %d ms there and back', (buffer, rate, ms, words) => {
  const { totalS } = roundTripOf(buffer, rate);
  expect(1000 * totalS).toBeCloseTo(ms, 1);
  expect(feelOf(totalS)).toBe(words);
});
