import { hearLugs } from '../core/analysis';
import { loadFftKernel } from '../core/math';
import { openSound } from './openSound';
import type { LugAnswer, TakeFile } from './protocol';
import { serveJob } from './serveJob';

async function hear(file: TakeFile): Promise<LugAnswer> {
  const sound = await openSound(file, 1, 60, 'a tap beside each lug, one a second');
  if (!sound.ok) return sound;
  const lugs = hearLugs(sound.samples, sound.rate, await loadFftKernel());
  if (lugs.meanHz === null)
    return { ok: false, reason: `No drum was heard in ${file.name}: tap close to each lug, one a second, the head not damped.` };
  return { ok: true, lugs };
}

serveJob('hear-lugs', hear);
