import { PairOverTime } from '../core/analysis';
import { sayJobs } from '../words/jobs.page.en';
import type { Jobs } from './protocol';
import { serveJob } from './serveJob';
import { openTake, readChannel } from './takeFiles';

const PIECE = 262_144;

/** Two channels of a take beside each other, stretch by stretch. */
async function pairOverTime({ files, left, right }: Jobs['pair-over-time']['input']): Promise<Jobs['pair-over-time']['output']> {
  const opened = await openTake(files, true);
  if (typeof opened === 'string') return { ok: false, reason: opened };
  const [l, r] = [left, right].map((name) => opened.find((channel) => channel.name === name));
  if (!l || !r) return { ok: false, reason: sayJobs('is-gone', { name: l ? right : left }) };
  const meter = new PairOverTime(l.file.info.sampleRateHz);
  const frames = Math.min(l.file.info.frameCount, r.file.info.frameCount);
  for (let at = 0; at < frames; at += PIECE) {
    const count = Math.min(PIECE, frames - at);
    meter.push(await readChannel(l, at, count), await readChannel(r, at, count));
  }
  return { ok: true, moments: meter.moments };
}

serveJob('pair-over-time', pairOverTime);
