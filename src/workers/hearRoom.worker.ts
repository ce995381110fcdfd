import { hearClap, hearQuiet } from '../core/analysis';
import { loadFftKernel } from '../core/math';
import { openSound } from './openSound';
import type { Jobs, RoomAnswer } from './protocol';
import { serveJob } from './serveJob';

const WANTED = {
  clap: { leastS: 0.7, mostS: 15, words: 'a clap and a second of quiet after it' },
  quiet: { leastS: 5, mostS: 120, words: 'ten seconds of quiet at least, a minute is better' },
} as const;

async function hear({ file, what, speedOfSoundMps }: Jobs['hear-room']['input']): Promise<RoomAnswer> {
  const { leastS, mostS, words } = WANTED[what];
  const sound = await openSound(file, leastS, mostS, words);
  if (!sound.ok) return sound;
  return what === 'clap'
    ? { ok: true, clap: hearClap(sound.samples, sound.rate, speedOfSoundMps) }
    : { ok: true, quiet: hearQuiet(sound.samples, sound.rate, await loadFftKernel()) };
}

serveJob('hear-room', hear);
