import { hearClap, hearQuiet } from '../core/analysis';
import { blobSource, openAudio } from '../core/audio';
import { loadFftKernel } from '../core/math';
import type { Jobs, RoomAnswer } from './protocol';
import { serveJob } from './serveJob';

/** Longer than any clap or quiet minute that is asked for; the rest is left unread. */
const MOST_S = { clap: 15, quiet: 120 } as const;
const LEAST_S = { clap: 0.7, quiet: 5 } as const;

async function hear({ file, what, speedOfSoundMps }: Jobs['hear-room']['input']): Promise<RoomAnswer> {
  const opened = await openAudio(blobSource(file.name, file.blob));
  if (!opened.ok) return { ok: false, reason: opened.reason };
  const { sampleRateHz, channelCount, frameCount } = opened.file.info;
  if (frameCount < LEAST_S[what] * sampleRateHz)
    return {
      ok: false,
      reason: `${file.name} is too short for this: ${what === 'clap' ? 'a clap and a second of quiet after it' : 'ten seconds of quiet at least, a minute is better'}.`,
    };
  const count = Math.min(frameCount, MOST_S[what] * sampleRateHz);
  const channels = Array.from({ length: channelCount }, () => new Float32Array(count));
  await opened.file.read(0, count, channels);
  // Of several channels the loudest is the one that was meant.
  const energy = (samples: Float32Array): number => samples.reduce((sum, x) => sum + x * x, 0);
  const samples = channels.reduce((best, channel) => (energy(channel) > energy(best) ? channel : best));
  if (energy(samples) === 0) return { ok: false, reason: `${file.name} is silent: check the cable, the input and its gain.` };
  return what === 'clap'
    ? { ok: true, clap: hearClap(samples, sampleRateHz, speedOfSoundMps) }
    : { ok: true, quiet: hearQuiet(samples, sampleRateHz, await loadFftKernel()) };
}

serveJob('hear-room', hear);
