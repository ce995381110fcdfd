import { compareClocks } from '../core/analysis';
import { loadFftKernel } from '../core/math';
import type { ClockAnswer, Jobs } from './protocol';
import { serveJob } from './serveJob';
import { openTake, readChannel } from './takeFiles';

async function compare({ files, first, second }: Jobs['compare-clocks']['input']): Promise<ClockAnswer> {
  const channels = await openTake(files, true);
  if (typeof channels === 'string') return { ok: false, reason: channels };
  const [a, b] = [first, second].map((wanted) => channels.find(({ name }) => name === wanted));
  if (!a || !b) return { ok: false, reason: 'One of the two is not among the files any more: choose them again.' };
  const rate = a.file.info.sampleRateHz;
  if (b.file.info.sampleRateHz !== rate)
    return { ok: false, reason: `${first} is at ${rate} Hz and ${second} at ${b.file.info.sampleRateHz}: bring both to one rate first.` };
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
        reason: `${first} and ${second} share too little to compare their clocks: choose two that hear the same, over ten seconds and more.`,
      };
}

serveJob('compare-clocks', compare);
