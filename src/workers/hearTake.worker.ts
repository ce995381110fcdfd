import { loudnessOfChannels, type TakeChannel } from '../core/analysis';
import { heardTogether } from '../core/listening';
import { sayJobs } from '../words/jobs.page.en';
import type { Jobs, MixedTake } from './protocol';
import { serveJob } from './serveJob';
import { openTake, readChannel } from './takeFiles';

/** So much of a take is enough to hear it by, s. */
const LONGEST_S = 60;

const [LEFT, RIGHT, MIDDLE] = [
  [1, 0],
  [0, 1],
  [Math.SQRT1_2, Math.SQRT1_2],
] as const;

/** How much later than a take an earlier part begins, by the time stamps of both; 0 where one has none. */
function laterByStamps(earlier: TakeChannel | undefined, take: TakeChannel | undefined): number {
  const [a, b] = [earlier?.file.info, take?.file.info];
  if (a?.timeReference == null || b?.timeReference == null) return 0;
  return (a.timeReference - b.timeReference) / b.sampleRateHz;
}

/** Channels of a take through their gains, a stretch of it, each as it is or turned and moved. */
async function hear({ files, channels, moment, earlier }: Jobs['hear-take']['input']): Promise<MixedTake> {
  const opened = await openTake(files, true);
  if (typeof opened === 'string') return { ok: false, reason: opened };
  if (channels.length === 0) return { ok: false, reason: sayJobs('nobodys-channels') };
  const found = channels.map((wish) => ({ wish, channel: opened.find(({ name }) => name === wish.channel) }));
  const missing = found.find(({ channel }) => !channel)?.wish.channel;
  if (missing !== undefined) return { ok: false, reason: sayJobs('is-gone', { name: missing }) };
  const there = found.flatMap(({ wish, channel }) => (channel ? [{ wish, channel }] : []));
  const rate = there[0]?.channel.file.info.sampleRateHz ?? 0;
  const other = there.find(({ channel }) => channel.file.info.sampleRateHz !== rate);
  if (other)
    return {
      ok: false,
      reason: sayJobs('rate-of-another', { name: other.wish.channel, rate: `${other.channel.file.info.sampleRateHz}`, otherRate: `${rate}` }),
    };
  const before = earlier && (await openTake([earlier.file], false));
  if (typeof before === 'string') return { ok: false, reason: before };
  const otherRate = before?.[0]?.file.info.sampleRateHz ?? rate;
  if (otherRate !== rate)
    return { ok: false, reason: sayJobs('rate-of-the-take', { name: earlier?.file.name ?? '', rate: `${otherRate}`, otherRate: `${rate}` }) };
  const longest = Math.max(0, ...there.map(({ channel }) => channel.file.info.frameCount));
  const from = moment ? Math.round(moment.fromS * rate) : 0;
  const count = Math.min(moment ? Math.round((moment.toS - moment.fromS) * rate) : longest, LONGEST_S * rate);
  const sides = await heardTogether(
    there.map(({ wish, channel }) => ({ ...wish, read: (at: number, length: number) => readChannel(channel, at, length) })),
    rate,
    { from, count },
  );
  const lufs = loudnessOfChannels(sides, rate);
  if (!before || before.length === 0) return { ok: true, rate, sides, lufs };
  const seconds = earlier?.seconds ?? laterByStamps(before[0], there[0]?.channel);
  const beside = await heardTogether(
    before.slice(0, 2).map((channel, side) => ({
      gains: before.length === 1 ? MIDDLE : side === 0 ? LEFT : RIGHT,
      flip: false,
      seconds,
      read: (at: number, length: number) => readChannel(channel, at, length),
    })),
    rate,
    { from, count },
  );
  const both = sides.map((side, c) => side.map((x, i) => x + (beside[c]?.[i] ?? 0))) as [Float32Array, Float32Array];
  return {
    ok: true,
    rate,
    sides: both,
    lufs: loudnessOfChannels(both, rate),
    earlier: { ownLufs: lufs, lufs: loudnessOfChannels(beside, rate), seconds },
  };
}

serveJob('hear-take', hear);
