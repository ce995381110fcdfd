import { checkTake, linedUp, strokePictures } from '../core/analysis';
import { blobSource, openAudio } from '../core/audio';
import { loadFftKernel } from '../core/math';
import { meterInWorker } from './meterInWorker';
import type { TakeAnswer, TakeFile } from './protocol';
import { serveJob } from './serveJob';
import { waveform } from './waveform';

async function check(files: readonly TakeFile[], onProgress: (share: number) => void): Promise<TakeAnswer> {
  const kernel = await loadFftKernel().catch(() => {
    throw new Error('part of the program could not be loaded, your files are not at fault: load the page again');
  });
  const opened = await Promise.all(files.map((file) => openAudio(blobSource(file.name, file.blob))));
  const good = opened.flatMap((result) => (result.ok ? [result.file] : []));
  const usable = files.filter((_, i) => opened[i]?.ok);
  const refused = opened.flatMap((result) => (result.ok ? [] : [result.reason]));
  if (good.length === 0) return { ok: false, reason: refused[0] ?? 'No file was chosen.' };
  try {
    // What had to be unpacked would be unpacked twice.
    const beside = good.some(({ info }) => info.unpacked) ? null : meterInWorker(usable);
    beside?.catch(() => undefined);
    const report = await checkTake(good, { kernel, onProgress, ...(beside && { meter: async () => (await beside).readings }) });
    return {
      ok: true,
      report,
      waveforms: beside ? (await beside).waveforms : (await Promise.all(linedUp(good).files.map(waveform))).flat(),
      strokes: await strokePictures(good, report),
      refused,
    };
  } catch (error) {
    const why = error instanceof Error ? error.message : 'unknown trouble';
    return { ok: false, reason: `The take could not be read to its end (${why}): copy the files to this machine and try again.` };
  }
}

serveJob('take-check', check);
