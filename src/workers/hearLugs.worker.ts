import { hearLugs } from '../core/analysis';
import { loadFftKernel } from '../core/math';
import { sayJobs } from '../words/jobs.page.en';
import { openSound } from './openSound';
import type { LugAnswer, TakeFile } from './protocol';
import { serveJob } from './serveJob';

async function hear(file: TakeFile): Promise<LugAnswer> {
  const sound = await openSound(file, 1, 60, sayJobs('a-tap-a-lug'));
  if (!sound.ok) return sound;
  const lugs = hearLugs(sound.samples, sound.rate, await loadFftKernel());
  if (lugs.meanHz === null) return { ok: false, reason: sayJobs('no-drum-heard', { name: file.name }) };
  return { ok: true, lugs };
}

serveJob('hear-lugs', hear);
