import { type Guided, nextAsk, readClick, readTap } from '../core/analysis';
import { arrivalTable } from '../core/arrivals';
import { askStep, resolveFiles, type TakeStep } from '../core/planning';
import type { Jobs, TakeFile } from './protocol';
import { serveJob } from './serveJob';
import { wholeChannels } from './takeFiles';

/** What was heard before, and what a recording of one step adds to it; the same where it adds nothing. */
async function heardIn(files: readonly TakeFile[], { tap, click }: TakeStep, heard: Guided): Promise<Guided> {
  const read = await wholeChannels(files);
  if (typeof read === 'string') return heard;
  const { channels, rate, noises } = read;
  const tapped = tap === undefined ? null : readTap(tap, channels, rate, noises);
  const clicked = click === undefined ? null : readClick(click, channels, rate, noises);
  if (!tapped && !clicked) return heard;
  return { taps: tapped ? [...heard.taps, tapped] : heard.taps, clicks: clicked ? [...heard.clicks, clicked] : heard.clicks };
}

/** Hears what was done last for a guided take, and asks for the one next thing: the same once more where nothing was heard of it. */
async function guide({ session, heard, done, last, tracks }: Jobs['guide']['input']): Promise<Jobs['guide']['output']> {
  const now = last ? await heardIn(last.files, last.step, heard) : heard;
  const isMissed = last !== null && now === heard && !last.isAgain;
  if (isMissed) return { heard, done, next: last.step, isAgain: true };
  const all = last ? [...done, last.step.id] : done;
  const matching = Object.fromEntries(tracks.map(({ name, microphoneId }) => [name, microphoneId]));
  const recorded = session.microphones.filter(({ id }) => tracks.some(({ microphoneId }) => microphoneId === id));
  const ask = nextAsk(arrivalTable(resolveFiles({ ...session, microphones: recorded })), now, new Set(all), matching);
  return { heard: now, done: all, next: ask && askStep(session, ask), isAgain: false };
}

serveJob('guide', guide);
