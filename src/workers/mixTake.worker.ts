import { loudnessOfChannels, type TakeChannel } from '../core/analysis';
import type { MixNote } from '../core/chain';
import { panOf } from '../core/document';
import { matrixOf, mixDown } from '../core/listening';
import type { Jobs, MixedTake } from './protocol';
import { serveJob } from './serveJob';
import { openTake, readChannel } from './takeFiles';

/** So much of a take is enough to hear it by, s. */
const LONGEST_S = 60;

/** One channel as its file has it. */
function alone(channels: readonly TakeChannel[], name: string): Promise<Float32Array> | null {
  const channel = channels.find((one) => one.name === name);
  return channel ? readChannel(channel, 0, Math.min(channel.file.info.frameCount, LONGEST_S * channel.file.info.sampleRateHz)) : null;
}

/** Channels by the microphones they belong to, at one rate. */
async function channelsOf(
  channels: readonly TakeChannel[],
  matching: Jobs['mix-take']['input']['matching'],
): Promise<{ rate: number; byMicrophone: Map<string, Float32Array> } | string> {
  const rate = channels[0]?.file.info.sampleRateHz ?? 0;
  const byMicrophone = new Map<string, Float32Array>();
  for (const channel of channels) {
    const { frameCount, sampleRateHz } = channel.file.info;
    const id = matching[channel.name];
    if (!id) continue;
    if (sampleRateHz !== rate) return `${channel.name} is at ${sampleRateHz} Hz and another file at ${rate}: bring them to one rate first.`;
    byMicrophone.set(id, await readChannel(channel, 0, Math.min(frameCount, LONGEST_S * sampleRateHz)));
  }
  return { rate, byMicrophone };
}

/** A channel turned and moved as the mix has it. */
function asMixed(samples: Float32Array, { flipped, alignSamples }: MixNote, perSample: number, length: number): Float32Array {
  const by = Math.round(alignSamples * perSample);
  const out = new Float32Array(length);
  for (let i = Math.max(0, by); i < length; i++) out[i] = (flipped ? -1 : 1) * (samples[i - by] ?? 0);
  return out;
}

/** A take as its session mixes it, or one microphone of it, with its loudness. */
async function mix({ files, matching, session, only }: Jobs['mix-take']['input']): Promise<MixedTake> {
  const opened = await openTake(files, true);
  if (typeof opened === 'string') return { ok: false, reason: opened };
  if (only && 'channel' in only) {
    const samples = await alone(opened, only.channel);
    const rate = opened.find(({ name }) => name === only.channel)?.file.info.sampleRateHz ?? 0;
    if (!samples) return { ok: false, reason: `${only.channel} is not among the files any more: choose them again.` };
    const sides = [samples, samples.slice()] as const;
    return { ok: true, rate, sides, lufs: loudnessOfChannels(sides, rate) };
  }
  const found = await channelsOf(opened, matching);
  if (typeof found === 'string') return { ok: false, reason: found };
  const { rate, byMicrophone } = found;
  const length = Math.max(0, ...[...byMicrophone.values()].map((samples) => samples.length));
  const microphones = session.microphones.filter(({ id }) => byMicrophone.has(id));
  if (length === 0 || (only && !byMicrophone.has(only.microphoneId)))
    return { ok: false, reason: 'No channel of that take belongs to a microphone: say which is which in Check.' };
  const channels = microphones.map((placed) => asMixed(byMicrophone.get(placed.id) as Float32Array, placed, rate / session.sampleRateHz, length));
  const pairs = session.pairs.map(({ leftId, rightId, decoding, width = 1 }) => ({ leftId, rightId, decoding, width }));
  const matrix = matrixOf(
    microphones.map((placed) => ({ id: placed.id, pan: panOf(session, placed) })),
    pairs,
    new Set(microphones.map(({ id }) => id)),
    only ? { channel: only.microphoneId } : 'stereo',
  );
  const sides = mixDown(channels, matrix);
  return { ok: true, rate, sides, lufs: loudnessOfChannels(sides, rate) };
}

serveJob('mix-take', mix);
