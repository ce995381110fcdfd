import type { ArrivalTable } from '../../arrivals';
import { type Cluster, type Explanation, limitsOf, type Model } from '../../evidence';
import { formatLength, listed } from '../../units';
import { idOf, nameOf } from './causeFindings';
import type { TakeLimit } from './proof';

/**
 * What a take leaves unshown of its plan, one sentence for each kind of thing.
 * @param told microphones of which it is told already that nothing proves them: of their sign and time nothing more is said
 */
export function takeLimits(
  table: ArrivalTable,
  model: Model,
  clusters: readonly Cluster[],
  { causes }: Explanation,
  told: readonly string[],
): TakeLimit[] {
  if (!clusters.some(({ arrivals }) => arrivals.length > 0)) return [];
  const { names, place, ...all } = limitsOf(model, clusters, causes);
  const [sign, time] = [all.sign, all.time].map((channels) => channels.filter((channel) => !told.includes(idOf(table, channel)))) as [
    number[],
    number[],
  ];
  const named = (channels: readonly number[]): string => listed(channels.map((channel) => nameOf(table, channel)));
  const ids = (channels: readonly number[]): string[] => channels.map((channel) => idOf(table, channel));
  const out: TakeLimit[] = [];
  if (sign.length > 0)
    out.push({
      kind: 'reversed',
      microphoneIds: ids(sign),
      message: `The polarity of ${named(sign)}: tap ${sign.length > 1 ? 'each' : 'it'} alone, and look at its first swing.`,
    });
  if (time.length > 0)
    out.push({
      kind: 'late',
      microphoneIds: ids(time),
      message: `Whether ${named(time)} ${time.length > 1 ? 'are' : 'is'} late: clap once in the middle of all microphones, and look whether the claps stand under one another.`,
    });
  if (names.length > 0)
    out.push({
      kind: 'swapped',
      microphoneIds: ids([...new Set(names.flat())]),
      message: `Whether ${listed(names.slice(0, 3).map(([a, b]) => `${nameOf(table, a)} and ${nameOf(table, b)}`))}${names.length > 3 ? ' and others' : ''} are exchanged: tap one of them alone.`,
    });
  if (place.length > 0)
    out.push({
      kind: 'moved',
      microphoneIds: ids(place.map(({ channel }) => channel)),
      message: `Where ${named(place.map(({ channel }) => channel))} ${place.length > 1 ? 'stand sideways of what they hear' : 'stands sideways of what it hears'}: ${formatLength(Math.max(...place.map(({ sigmaM }) => sigmaM)), table.plan.units)} and more would not be heard. The tape shows it.`,
    });
  return out;
}
