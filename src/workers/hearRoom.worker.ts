import { hearClap, hearQuiet } from '../core/analysis';
import { loadFftKernel } from '../core/math';
import { sayJobs } from '../words/jobs.page.en';
import { openSound } from './openSound';
import type { Jobs, RoomAnswer } from './protocol';
import { serveJob } from './serveJob';

const WANTED = {
  clap: { leastS: 0.7, mostS: 15, wanted: sayJobs('a-clap-and-quiet') },
  quiet: { leastS: 5, mostS: 120, wanted: sayJobs('ten-quiet-seconds') },
} as const;

async function hear({ file, what, speedOfSoundMps }: Jobs['hear-room']['input']): Promise<RoomAnswer> {
  const { leastS, mostS, wanted } = WANTED[what];
  const sound = await openSound(file, leastS, mostS, wanted);
  if (!sound.ok) return sound;
  return what === 'clap'
    ? { ok: true, clap: hearClap(sound.samples, sound.rate, speedOfSoundMps) }
    : { ok: true, quiet: hearQuiet(sound.samples, sound.rate, await loadFftKernel()) };
}

serveJob('hear-room', hear);
