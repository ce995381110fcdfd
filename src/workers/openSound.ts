import { sayJobs } from '../words/jobs.page.en';
import { openFile } from './openFile';
import type { TakeFile } from './protocol';

export type Sound = { readonly ok: true; readonly samples: Float32Array; readonly rate: number } | { readonly ok: false; readonly reason: string };

/** The one channel of a file that was meant: of several the loudest. Longer than `mostS` is left unread; what is too short or silent is told. */
export async function openSound(file: TakeFile, leastS: number, mostS: number, wanted: string): Promise<Sound> {
  const opened = await openFile(file);
  if (!opened.ok) return opened;
  const { sampleRateHz: rate, channelCount, frameCount } = opened.file.info;
  if (frameCount < leastS * rate) return { ok: false, reason: sayJobs('too-short', { name: file.name, wanted }) };
  const count = Math.min(frameCount, Math.round(mostS * rate));
  const channels = Array.from({ length: channelCount }, () => new Float32Array(count));
  await opened.file.read(0, count, channels);
  const energy = (samples: Float32Array): number => samples.reduce((sum, x) => sum + x * x, 0);
  const samples = channels.reduce((best, channel) => (energy(channel) > energy(best) ? channel : best));
  return energy(samples) === 0 ? { ok: false, reason: sayJobs('is-silent', { name: file.name }) } : { ok: true, samples, rate };
}
