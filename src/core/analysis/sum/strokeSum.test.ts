import { createRandom } from '../../math';
import type { StrokePicture } from '../index';
import { strokeSum } from '../index';

const RATE = 48_000;
const LENGTH = 1152;

/** The same short noise in two channels, the second later by whole samples and turned or not. */
function picture(lateSamples: number, sign: 1 | -1): StrokePicture {
  const random = createRandom(7);
  const sound = Float32Array.from({ length: 300 }, () => random.normal());
  const at = (start: number, gain: number) => {
    const out = new Float32Array(LENGTH);
    sound.forEach((value, i) => {
      out[start + i] = gain * value;
    });
    return out;
  };
  return {
    source: 0,
    spot: 'A',
    channels: ['A', 'B'],
    sampleRate: RATE,
    leadSamples: 192,
    strokes: [[at(200, 1), at(200 + lateSamples, sign)]],
  };
}

const heard = (delaySamples: number, polarity: 1 | -1) => [
  { channel: 'A', delaySamples: 0, polarity: 1 as const },
  { channel: 'B', delaySamples, polarity },
];

const nearest = (hz: Float64Array, wanted: number): number =>
  hz.reduce((best, value, i) => (Math.abs(value - wanted) < Math.abs((hz[best] as number) - wanted) ? i : best), 0);

// Two equal copies τ apart cancel at odd multiples of 1/(2τ) and add to 6 dB between (the comb of any textbook).
test('two copies a millisecond apart: in step 6 dB everywhere, as they are hollow about 500 Hz and whole about 1 kHz', () => {
  const sum = strokeSum(picture(48, 1), heard(48, 1));
  if (!sum) throw new Error('no sum');
  expect(Math.max(...sum.inStepDb.map((db) => Math.abs(db - 6.02)))).toBeLessThan(0.1);
  const at = (hz: number): number => sum.sumDb[nearest(sum.frequenciesHz, hz)] as number;
  expect(at(500)).toBeLessThan(-3);
  expect(at(1000)).toBeGreaterThan(4);
  // Above, where a third of an octave holds several dips, what is left is the energy of both.
  expect(at(15_000)).toBeGreaterThan(1.5);
  expect(at(15_000)).toBeLessThan(4.5);
});

test('the other way up and at once there is nothing in the sum, and all of it in step', () => {
  const sum = strokeSum(picture(0, -1), heard(0, -1));
  expect(Math.max(...(sum?.sumDb ?? []))).toBeLessThan(-60);
  expect(Math.min(...(sum?.inStepDb ?? []))).toBeCloseTo(6.02, 1);
});

test('one channel is no sum, nor is what the picture lacks', () => {
  expect(strokeSum(picture(0, 1), heard(0, 1).slice(0, 1))).toBeNull();
  expect(strokeSum(picture(0, 1), [{ channel: 'C', delaySamples: 0, polarity: 1 }, ...heard(0, 1).slice(0, 1)])).toBeNull();
});
