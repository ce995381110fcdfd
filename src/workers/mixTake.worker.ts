import { loudnessOfChannels } from '../core/analysis';
import { panOf } from '../core/document';
import { matrixOf, mixDown } from '../core/listening';
import type { Jobs, MixedTake } from './protocol';
import { serveJob } from './serveJob';
import { openTake, readChannel } from './takeFiles';

/** So much of a take is enough to hear it by, s. */
const LONGEST_S = 60;

/** A take's channels by the microphones they belong to, at one rate. */
async function channelsOf({
  files,
  matching,
}: Jobs['mix-take']['input']): Promise<{ rate: number; byMicrophone: Map<string, Float32Array> } | string> {
  const channels = await openTake(files, true);
  if (typeof channels === 'string') return channels;
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

/** A take as its session mixes it, or one microphone of it, with its loudness. */
async function mix(input: Jobs['mix-take']['input']): Promise<MixedTake> {
  const { session, only } = input;
  const found = await channelsOf(input);
  if (typeof found === 'string') return { ok: false, reason: found };
  const { rate, byMicrophone } = found;
  const length = Math.max(0, ...[...byMicrophone.values()].map((samples) => samples.length));
  const microphones = session.microphones.filter(({ id }) => byMicrophone.has(id));
  if (length === 0 || (only && !byMicrophone.has(only)))
    return { ok: false, reason: 'No channel of that take belongs to a microphone: say which is which in Check.' };
  const channels = microphones.map(({ id }) => {
    const samples = byMicrophone.get(id) as Float32Array;
    const whole = new Float32Array(length);
    whole.set(samples);
    return whole;
  });
  const pairs = session.pairs.map(({ leftId, rightId, decoding, width = 1 }) => ({ leftId, rightId, decoding, width }));
  const matrix = matrixOf(
    microphones.map((placed) => ({ id: placed.id, pan: panOf(session, placed) })),
    pairs,
    new Set(microphones.map(({ id }) => id)),
    only ? { channel: only } : 'stereo',
  );
  const signed = matrix.map(([left, right], i) => {
    const turn = microphones[i]?.flipped ? -1 : 1;
    return [left * turn, right * turn] as const;
  });
  const sides = mixDown(channels, signed);
  return { ok: true, rate, sides, lufs: loudnessOfChannels(sides, rate) };
}

serveJob('mix-take', mix);
