import { loudnessOfChannels } from '../core/analysis';
import { heardTogether } from '../core/listening';
import type { Jobs, MixedTake } from './protocol';
import { serveJob } from './serveJob';
import { openTake, readChannel } from './takeFiles';

/** So much of a take is enough to hear it by, s. */
const LONGEST_S = 60;

/** Channels of a take through their gains, a stretch of it, each as it is or turned and moved. */
async function hear({ files, channels, moment }: Jobs['hear-take']['input']): Promise<MixedTake> {
  const opened = await openTake(files, true);
  if (typeof opened === 'string') return { ok: false, reason: opened };
  if (channels.length === 0) return { ok: false, reason: 'No channel of that take belongs to a microphone: say which is which in Check.' };
  const found = channels.map((wish) => ({ wish, channel: opened.find(({ name }) => name === wish.channel) }));
  const missing = found.find(({ channel }) => !channel)?.wish.channel;
  if (missing !== undefined) return { ok: false, reason: `${missing} is not among the files any more: choose them again.` };
  const there = found.flatMap(({ wish, channel }) => (channel ? [{ wish, channel }] : []));
  const rate = there[0]?.channel.file.info.sampleRateHz ?? 0;
  const other = there.find(({ channel }) => channel.file.info.sampleRateHz !== rate);
  if (other)
    return {
      ok: false,
      reason: `${other.wish.channel} is at ${other.channel.file.info.sampleRateHz} Hz and another file at ${rate}: bring them to one rate first.`,
    };
  const longest = Math.max(0, ...there.map(({ channel }) => channel.file.info.frameCount));
  const from = moment ? Math.round(moment.fromS * rate) : 0;
  const count = Math.min(moment ? Math.round((moment.toS - moment.fromS) * rate) : longest, LONGEST_S * rate);
  const sides = await heardTogether(
    there.map(({ wish, channel }) => ({ ...wish, read: (at: number, length: number) => readChannel(channel, at, length) })),
    rate,
    { from, count },
  );
  return { ok: true, rate, sides, lufs: loudnessOfChannels(sides, rate) };
}

serveJob('hear-take', hear);
