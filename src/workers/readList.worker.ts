import { type Listed, matchByName, readList } from '../core/analysis';
import { guidedList, inputNamesInUse, resolvePlan } from '../core/planning';
import type { Jobs } from './protocol';
import { serveJob } from './serveJob';
import { wholeChannels } from './takeFiles';

/** A recording of the list of a guided take, each channel named by the microphone that its file is called after. */
async function listRead({ session, files }: Jobs['read-list']['input']): Promise<Jobs['read-list']['output']> {
  const read = await wholeChannels(files);
  if (typeof read === 'string') return { ok: false, reason: read };
  const matching = matchByName(
    read.channels.map(({ name }) => name),
    resolvePlan(session).microphones,
    inputNamesInUse(session),
  );
  const channels = read.channels.flatMap(({ name, samples }) => (matching[name] ? [{ name: matching[name], samples }] : []));
  if (channels.length < 2) return { ok: false, unmatched: true };
  const noises = read.noises.filter((_, c) => matching[read.channels[c]?.name ?? '']);
  const list = guidedList(session).flatMap(({ tap, click }): Listed[] => (tap !== undefined ? [{ tap }] : click !== undefined ? [{ click }] : []));
  const heard = readList(list, channels, read.rate, noises);
  return 'taps' in heard ? { ok: true, guided: heard } : { ok: false, missed: heard };
}

serveJob('read-list', listRead);
