import { hearLoopback } from '../core/recording';
import { sayJobs } from '../words/jobs.page.en';
import { openFile } from './openFile';
import type { Jobs } from './protocol';
import { serveJob } from './serveJob';

/** Longer than this says no more, s. */
const LONGEST_S = 60;

async function hear(files: Jobs['loopback']['input']): Promise<Jobs['loopback']['output']> {
  const channels: Float32Array[] = [];
  let rate = 0;
  for (const file of files) {
    const opened = await openFile(file);
    if (!opened.ok) return opened;
    const { channelCount, frameCount, sampleRateHz } = opened.file.info;
    if (rate !== 0 && rate !== sampleRateHz)
      return { ok: false, reason: sayJobs('two-rates-recorded', { name: file.name, rate: `${sampleRateHz}`, otherRate: `${rate}` }) };
    rate = sampleRateHz;
    const count = Math.min(frameCount, LONGEST_S * rate);
    const own = Array.from({ length: channelCount }, () => new Float32Array(count));
    await opened.file.read(0, count, own);
    channels.push(...own);
  }
  const [out, back] = channels;
  if (!out || !back) return { ok: false, reason: sayJobs('one-channel-alone') };
  return hearLoopback(out, back, rate);
}

serveJob('loopback', hear);
