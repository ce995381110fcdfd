import { blobSource, channelNames, openAudio, writeWav } from '../core/audio';
import { decodeMidSide, encodeMidSide, widened } from '../core/stereo';
import type { Jobs, MidSideAnswer } from './protocol';
import { serveJob } from './serveJob';

/** Longer files are left to a program that is made for them, s. */
const LONGEST_S = 20 * 60;

type Found = { readonly samples: Float32Array; readonly rate: number };

async function channelOf(files: Jobs['mid-side']['input']['files'], wanted: string): Promise<Found | string> {
  for (const file of files) {
    const opened = await openAudio(blobSource(file.name, file.blob));
    if (!opened.ok) continue;
    const c = channelNames(opened.file).indexOf(wanted);
    if (c < 0) continue;
    const { channelCount, frameCount, sampleRateHz } = opened.file.info;
    if (frameCount > LONGEST_S * sampleRateHz) return `${wanted} is longer than 20 minutes: cut it into parts first.`;
    const channels = Array.from({ length: channelCount }, () => new Float32Array(frameCount));
    await opened.file.read(0, frameCount, channels);
    return { samples: channels[c] as Float32Array, rate: sampleRateHz };
  }
  return `${wanted} is not among the files any more: choose them again.`;
}

async function make({ files, first, second, what, width }: Jobs['mid-side']['input']): Promise<MidSideAnswer> {
  const [a, b] = [await channelOf(files, first), await channelOf(files, second)];
  if (typeof a === 'string') return { ok: false, reason: a };
  if (typeof b === 'string') return { ok: false, reason: b };
  if (a.rate !== b.rate) return { ok: false, reason: `${first} is at ${a.rate} Hz and ${second} at ${b.rate}: bring both to one rate first.` };
  const length = Math.max(a.samples.length, b.samples.length);
  // What ends sooner goes on in silence.
  const whole = ({ samples }: Found): Float32Array => {
    if (samples.length === length) return samples;
    const out = new Float32Array(length);
    out.set(samples);
    return out;
  };
  const sides = [whole(a), whole(b)] as const;
  const made = what === 'decode' ? decodeMidSide(sides, width) : what === 'encode' ? encodeMidSide(sides) : widened(sides, width);
  return { ok: true, file: { name: `${what}.wav`, blob: new Blob([writeWav(made, a.rate, 'f32')], { type: 'audio/wav' }) } };
}

serveJob('mid-side', make);
