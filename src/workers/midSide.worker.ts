import type { TakeChannel } from '../core/analysis';
import { writeWav } from '../core/audio';
import { decodeMidSide, encodeMidSide, widened } from '../core/stereo';
import { sayJobs } from '../words/jobs.page.en';
import type { Jobs, MidSideAnswer } from './protocol';
import { serveJob } from './serveJob';
import { openTake, readChannel } from './takeFiles';

/** Longer files are left to a program that is made for them, s. */
const LONGEST_S = 20 * 60;

type Found = { readonly samples: Float32Array; readonly rate: number };

async function channelOf(channels: readonly TakeChannel[], wanted: string): Promise<Found | string> {
  const channel = channels.find(({ name }) => name === wanted);
  if (!channel) return sayJobs('is-gone', { name: wanted });
  const { frameCount, sampleRateHz } = channel.file.info;
  if (frameCount > LONGEST_S * sampleRateHz) return sayJobs('longer-than-minutes', { name: wanted, minutes: LONGEST_S / 60 });
  return { samples: await readChannel(channel, 0, frameCount), rate: sampleRateHz };
}

async function make({ files, first, second, what, width }: Jobs['mid-side']['input']): Promise<MidSideAnswer> {
  const channels = await openTake(files, true);
  if (typeof channels === 'string') return { ok: false, reason: channels };
  const [a, b] = [await channelOf(channels, first), await channelOf(channels, second)];
  if (typeof a === 'string') return { ok: false, reason: a };
  if (typeof b === 'string') return { ok: false, reason: b };
  if (a.rate !== b.rate) return { ok: false, reason: sayJobs('two-rates', { first, rate: `${a.rate}`, second, otherRate: `${b.rate}` }) };
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
