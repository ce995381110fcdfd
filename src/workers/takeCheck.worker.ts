import { checkTake, linedUp, strokePictures } from '../core/analysis';
import { type AudioFile, blobSource, channelNames, openAudio } from '../core/audio';
import { loadFftKernel } from '../core/math';
import type { ChannelPeaks, TakeAnswer, TakeFile } from './protocol';
import { serveJob } from './serveJob';

const BUCKETS = 600;
const CHUNK = 65_536;

async function waveform(file: AudioFile): Promise<ChannelPeaks[]> {
  const { channelCount, frameCount, sampleRateHz } = file.info;
  const buffers = Array.from({ length: channelCount }, () => new Float32Array(CHUNK));
  const peaks = buffers.map(() => new Float32Array(2 * BUCKETS));
  for (let start = 0; start < frameCount; start += CHUNK) {
    const got = await file.read(start, CHUNK, buffers);
    buffers.forEach((buffer, c) => {
      const own = peaks[c] as Float32Array;
      for (let i = 0; i < got; i++) {
        const at = 2 * Math.min(BUCKETS - 1, Math.floor(((start + i) / frameCount) * BUCKETS));
        const value = buffer[i] as number;
        if (value < (own[at] as number)) own[at] = value;
        if (value > (own[at + 1] as number)) own[at + 1] = value;
      }
    });
  }
  return channelNames(file).map((name, c) => ({ name, peaks: peaks[c] as Float32Array, durationSeconds: frameCount / sampleRateHz }));
}

async function check(files: readonly TakeFile[], onProgress: (share: number) => void): Promise<TakeAnswer> {
  const kernel = await loadFftKernel().catch(() => {
    throw new Error('part of the program could not be loaded, your files are not at fault: load the page again');
  });
  const opened = await Promise.all(files.map((file) => openAudio(blobSource(file.name, file.blob))));
  const good = opened.flatMap((result) => (result.ok ? [result.file] : []));
  const refused = opened.flatMap((result) => (result.ok ? [] : [result.reason]));
  if (good.length === 0) return { ok: false, reason: refused[0] ?? 'No file was chosen.' };
  try {
    const report = await checkTake(good, { kernel, onProgress });
    return {
      ok: true,
      report,
      waveforms: (await Promise.all(linedUp(good).files.map(waveform))).flat(),
      strokes: await strokePictures(good, report),
      refused,
    };
  } catch (error) {
    const why = error instanceof Error ? error.message : 'unknown trouble';
    return { ok: false, reason: `The take could not be read to its end (${why}): copy the files to this machine and try again.` };
  }
}

serveJob('take-check', check);
