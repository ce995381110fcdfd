import { checkTake, strokePictures } from '../core/analysis';
import { loadFftKernel } from '../core/math';
import { sayJobs } from '../words/jobs.page.en';
import { findingInWords } from '../words/takes';
import { meterInWorker } from './meterInWorker';
import { openFileAhead } from './openFile';
import type { TakeAnswer, TakeFile } from './protocol';
import { serveJob } from './serveJob';
import { meterAndDraw } from './waveform';

async function check(files: readonly TakeFile[], onProgress: (share: number) => void): Promise<TakeAnswer> {
  const kernel = await loadFftKernel().catch(() => {
    throw new Error(sayJobs('part-not-loaded'));
  });
  const opened = await Promise.all(files.map(openFileAhead));
  const good = opened.flatMap((result) => (result.ok ? [result.file] : []));
  const usable = files.filter((_, i) => opened[i]?.ok);
  const refused = opened.flatMap((result) => (result.ok ? [] : [result.reason]));
  if (good.length === 0) return { ok: false, reason: refused[0] ?? sayJobs('no-file') };
  try {
    // What had to be unpacked would be unpacked twice. A second worker that fails costs time and nothing else.
    const beside = good.some(({ info }) => info.unpacked) ? null : meterInWorker(usable);
    const alone = beside?.catch(() => meterAndDraw(good)) ?? meterAndDraw(good);
    alone.catch(() => undefined);
    const report = await checkTake(good, { kernel, onProgress, meter: async () => (await alone).readings });
    return {
      ok: true,
      report: { ...report, findings: report.findings.map(findingInWords) },
      waveforms: (await alone).waveforms,
      strokes: await strokePictures(good, report),
      refused,
      usable: opened.flatMap((result, i) => (result.ok ? [i] : [])),
    };
  } catch (error) {
    const why = error instanceof Error ? error.message : sayJobs('not-known-why');
    return { ok: false, reason: sayJobs('not-read-to-its-end', { why }) };
  }
}

serveJob('take-check', check);
