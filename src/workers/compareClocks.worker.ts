import { compareClocks } from '../core/analysis';
import { loadFftKernel } from '../core/math';
import { sayJobs } from '../words/jobs.page.en';
import type { ClockAnswer, Jobs } from './protocol';
import { serveJob } from './serveJob';
import { openTake, readChannel } from './takeFiles';

async function compare({ files, first, second }: Jobs['compare-clocks']['input']): Promise<ClockAnswer> {
  const channels = await openTake(files, true);
  if (typeof channels === 'string') return { ok: false, reason: channels };
  const [a, b] = [first, second].map((wanted) => channels.find(({ name }) => name === wanted));
  if (!a || !b) return { ok: false, reason: sayJobs('one-is-gone') };
  const rate = a.file.info.sampleRateHz;
  if (b.file.info.sampleRateHz !== rate)
    return { ok: false, reason: sayJobs('two-rates', { first, rate: `${rate}`, second, otherRate: `${b.file.info.sampleRateHz}` }) };
  const clock = await compareClocks(
    { frames: a.file.info.frameCount, read: (start, count) => readChannel(a, start, count) },
    { frames: b.file.info.frameCount, read: (start, count) => readChannel(b, start, count) },
    rate,
    await loadFftKernel(),
  );
  return clock
    ? { ok: true, clock, sampleRateHz: rate }
    : {
        ok: false,
        reason: sayJobs('share-too-little', { first, second }),
      };
}

serveJob('compare-clocks', compare);
