import type { ArrivalTable } from '../../arrivals';
import { type Cluster, type Explanation, limitsOf, type Model } from '../../evidence';
import { asLength, asList, type Several } from '../../units';
import { tell } from './codes';
import { idOf, nameOf } from './named';
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
  const named = (channels: readonly number[]): Several => asList(channels.map((channel) => nameOf(table, channel)));
  const ids = (channels: readonly number[]): string[] => channels.map((channel) => idOf(table, channel));
  const out: TakeLimit[] = [];
  if (sign.length > 0)
    out.push({
      kind: 'reversed',
      microphoneIds: ids(sign),
      message: tell('the-polarity-of-tap-sign-each', { named: named(sign), sign: sign.length > 1 ? 'yes' : 'no' }),
    });
  if (time.length > 0)
    out.push({
      kind: 'late',
      microphoneIds: ids(time),
      message: tell('whether-time-are-is-late-clap', { named: named(time), time: time.length > 1 ? 'yes' : 'no' }),
    });
  if (names.length > 0)
    out.push({
      kind: 'swapped',
      microphoneIds: ids([...new Set(names.flat())]),
      message: tell('whether-names-and-others-are-exchanged', {
        listed: asList(names.slice(0, 3).map(([a, b]) => tell('two', { a: nameOf(table, a), b: nameOf(table, b) }))),
        names: names.length > 3 ? 'yes' : 'no',
      }),
    });
  if (place.length > 0)
    out.push({
      kind: 'moved',
      microphoneIds: ids(place.map(({ channel }) => channel)),
      message: tell('where-place-stand-sideways-of-what', {
        named: named(place.map(({ channel }) => channel)),
        place: place.length > 1 ? 'yes' : 'no',
        value: asLength(Math.max(...place.map(({ sigmaM }) => sigmaM))),
      }),
    });
  return out;
}
