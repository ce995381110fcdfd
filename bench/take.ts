import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import FFT from 'fft.js';
import { withAudioFiles } from '../src/cli/files';
import { meterBeside } from '../src/cli/meterBeside';
import { checkTake } from '../src/core/analysis';
import { hann } from '../src/core/analysis/meters/spectra';
import { truePeakPlain } from '../src/core/analysis/meters/truePeak';
import type { AudioFile } from '../src/core/audio';
import { loadFftKernel } from '../src/core/math';
import { inPage } from './inPage';
import { makeTake } from './makeTake';

const RATE = 48_000;
const PORT = 4397;
const ROUNDS = 4;

/** From the choice of the files to the report on the page, ms, the middle of some rounds after a first one that loads what is needed. */
async function checkInPage(paths: readonly string[]): Promise<number | null> {
  let middle: number | null = null;
  await inPage('take check', PORT, async (page) => {
    await page.goto('/demo');
    await page.waitForURL(/session/);
    await page
      .getByRole('navigation', { name: 'Stations' })
      .getByRole('link', { name: /^Check/ })
      .click();
    const chooser = page.getByLabel('Take files');
    const times: number[] = [];
    for (let round = 0; round <= ROUNDS; round++) {
      const done = page.evaluate<number>(`new Promise((done) => {
        let start = 0;
        document.addEventListener('change', () => { start = performance.now(); }, { capture: true, once: true });
        const busy = () => document.querySelector('progress[aria-label="Take check"]') !== null;
        let begun = false;
        const seen = new MutationObserver(() => {
          if (busy()) begun = true;
          else if (begun) { seen.disconnect(); done(performance.now() - start); }
        });
        seen.observe(document.body, { childList: true, subtree: true });
      })`);
      await chooser.setInputFiles([...paths]);
      times.push(await done);
    }
    middle = times.slice(1).sort((a, b) => a - b)[ROUNDS >> 1] ?? null;
  });
  return middle;
}

/** Naive: the whole take in memory, every sample oversampled, all pairs multiplied bin by bin in plain JavaScript. */
async function naiveCheck(files: readonly AudioFile[], seconds: number): Promise<number> {
  const start = performance.now();
  const channels = await Promise.all(
    files.map(async (file) => {
      const samples = new Float32Array(seconds * RATE);
      await file.read(0, samples.length, [samples]);
      return samples;
    }),
  );
  channels.forEach(truePeakPlain);
  const fft = new FFT(16_384);
  const window = hann(16_384);
  const sums = new Map<string, Float64Array>();
  for (let at = 0; at + 16_384 <= seconds * RATE; at += 16_384) {
    const spectra = channels.map((samples) => {
      const out = fft.createComplexArray() as number[];
      fft.realTransform(
        out,
        Array.from(samples.subarray(at, at + 16_384), (v, i) => v * (window[i] as number)),
      );
      return out;
    });
    for (let a = 0; a < channels.length; a++)
      for (let b = a + 1; b < channels.length; b++) {
        const sum = sums.get(`${a}/${b}`) ?? new Float64Array(16_384);
        const [x, y] = [spectra[a] as number[], spectra[b] as number[]];
        for (let k = 0; k < 16_384; k += 2) {
          sum[k] = (sum[k] as number) + (x[k] as number) * (y[k] as number) + (x[k + 1] as number) * (y[k + 1] as number);
          sum[k + 1] = (sum[k + 1] as number) + (x[k] as number) * (y[k + 1] as number) - (x[k + 1] as number) * (y[k] as number);
        }
        sums.set(`${a}/${b}`, sum);
      }
  }
  return performance.now() - start;
}

export async function benchTake(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'shuttlecraft-bench-'));
  try {
    const kernel = await loadFftKernel();
    const paths = makeTake(folder, 60);
    const check = () => withAudioFiles(paths, (files) => checkTake(files, { kernel, meter: () => meterBeside(paths) }));
    await check();
    const times: number[] = [];
    for (let i = 0; i < 5; i++) {
      const start = performance.now();
      await check();
      times.push(performance.now() - start);
    }
    const ours = times.sort((a, b) => a - b)[2] as number;
    const naive = await withAudioFiles(paths, (files) => naiveCheck(files, 60));
    console.log(
      `take of 10 channels, 60 s, 24 bit: ${(ours / 1000).toFixed(2)} s median (wanted: under 1.5); naive without sources, loudness or events ${(naive / 1000).toFixed(2)} s; ${(naive / ours).toFixed(1)} times faster (wanted: 5)`,
    );
    const there = await checkInPage(paths);
    if (there !== null)
      console.log(
        `the same in the page, from the choice of the files to the report, waveforms and strokes too: ${(there / 1000).toFixed(2)} s, ${(there / ours).toFixed(2)} times Node (wanted: under 1.5)`,
      );
  } finally {
    rmSync(folder, { recursive: true });
  }
}
