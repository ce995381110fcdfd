import { expose } from 'comlink';
import { checkTake, TakeCheckCancelled } from '../core/analysis';
import { type AudioFile, blobSource, channelNames, openAudio, writeWav } from '../core/audio';
import { loadFftKernel } from '../core/math';
import { renderTake } from '../core/render';
import { resolvePlan } from '../core/session';
import type { ChannelPeaks, TakeFile, TakeJob } from './protocol';

let cancelled = false;
const BUCKETS = 600;
const CHUNK = 65_536;

async function waveform(file: AudioFile): Promise<ChannelPeaks[]> {
  const { channelCount, frameCount, sampleRateHz } = file.info;
  const buffers = Array.from({ length: channelCount }, () => new Float32Array(CHUNK));
  const peaks = buffers.map(() => new Float32Array(2 * BUCKETS));
  for (let start = 0; start < frameCount && !cancelled; start += CHUNK) {
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

const job: TakeJob = {
  async check(files, onProgress) {
    cancelled = false;
    const opened = await Promise.all(files.map((file) => openAudio(blobSource(file.name, file.blob))));
    const good = opened.flatMap((result) => (result.ok ? [result.file] : []));
    const refused = opened.flatMap((result) => (result.ok ? [] : [result.reason]));
    if (good.length === 0) return { ok: false, cancelled: false, reason: refused[0] ?? 'No file was chosen.' };
    try {
      const report = await checkTake(good, { kernel: await loadFftKernel(), onProgress, isCancelled: () => cancelled });
      const waveforms = (await Promise.all(good.map(waveform))).flat();
      return { ok: true, report, waveforms, refused };
    } catch (error) {
      if (error instanceof TakeCheckCancelled) return { ok: false, cancelled: true, reason: 'The take check was stopped; nothing was changed.' };
      return {
        ok: false,
        cancelled: false,
        reason: `The take could not be read to its end (${error instanceof Error ? error.message : 'unknown trouble'}): copy the files to this machine and try again.`,
      };
    }
  },
  cancel() {
    cancelled = true;
  },
  async render(session, seed, faults) {
    const take = renderTake(resolvePlan(session), { seed, faults });
    return take.channels.map(
      (channel): TakeFile => ({ name: `${channel.name}.wav`, blob: new Blob([writeWav([channel.samples], take.sampleRateHz)]) }),
    );
  },
};

expose(job);
