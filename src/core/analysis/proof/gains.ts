import type { ArrivalTable } from '../../arrivals';
import type { Model } from '../../evidence';
import { median } from '../../math';
import { asNumber } from '../../units';
import { tell } from './codes';
import { idOf, nameOf } from './named';
import type { ProofFinding } from './proof';

/** One measurement of a source in two channels: by how much the first is louder against the second than planned, dB. */
interface LouderBy {
  readonly channel: number;
  readonly against: number;
  readonly db: number;
}

interface HeardCluster {
  readonly spot: number;
  /** Strokes that it was measured from. */
  readonly events: number;
  readonly arrivals: readonly { readonly channel: number; readonly confidence: number; readonly levelDb: number }[];
}

/** Measurements less clear than these say nothing of a level. */
const CLEAR = { clarity: 0.9, confidence: 0.6 };
/** A gain is worth a word from here on, dB: less is how people set it. Two sides of a pair are set alike. */
const WORTH_DB = 12;
const WORTH_IN_PAIR_DB = 6;
/** Measurements of a channel that a word stands on, and how far they may lie apart in the middle, dB. */
const LEAST = 2;
const SPREAD_DB = 4;
/** So many strokes of one source stand on their own. */
const MANY = 3;
const ROUNDS = 30;

function measuredOf(model: Model, clusters: readonly HeardCluster[], sources: readonly number[]): LouderBy[] {
  return clusters.flatMap((cluster, i) => {
    const source = sources[i] ?? -1;
    if (source < 0) return [];
    const from = model.at(source, cluster.spot);
    return cluster.arrivals.flatMap(({ channel, confidence, levelDb }): LouderBy[] => {
      const to = model.at(source, channel);
      if (confidence < CLEAR.confidence || to.clarity * from.clarity < CLEAR.clarity) return [];
      const one = { channel, against: cluster.spot, db: levelDb - (to.levelDb - from.levelDb) };
      // Where there is one source alone, its strokes are what agrees.
      return cluster.events >= MANY ? [one, one] : [one];
    });
  });
}

/** By how much each channel's gain differs from what the plan takes it to be, dB, in the middle of all none; null where too little says so. */
export function gainsOf(channels: number, measured: readonly LouderBy[]): (number | null)[] {
  const gains = new Array<number>(channels).fill(0);
  const told = (channel: number): number[] =>
    measured.flatMap(({ channel: one, against, db }) =>
      one === channel ? [db + (gains[against] as number)] : against === channel ? [(gains[one] as number) - db] : [],
    );
  const heard = gains.map((_, channel) => told(channel).length >= LEAST);
  if (!heard.includes(true)) return gains.map(() => null);
  for (let round = 0; round < ROUNDS; round++) {
    for (const [channel, isHeard] of heard.entries()) if (isHeard) gains[channel] = median(told(channel));
    const middle = median(gains.filter((_, channel) => heard[channel]));
    for (const channel of gains.keys()) gains[channel] = heard[channel] ? (gains[channel] as number) - middle : 0;
  }
  return gains.map((gain, channel) => {
    if (!heard[channel]) return null;
    const apart = median(told(channel).map((one) => Math.abs(one - gain)));
    return apart <= SPREAD_DB ? gain : null;
  });
}

/**
 * Channels whose gain is far from the others' by what the take holds, and sides of a pair that are not alike: notes, for it may be meant so.
 * @param elsewhere channels that something else explains: a microphone that stands elsewhere is softer for that
 */
export function gainFindings(
  table: ArrivalTable,
  model: Model,
  clusters: readonly HeardCluster[],
  sources: readonly number[],
  elsewhere: ReadonlySet<number>,
): ProofFinding[] {
  const { plan } = table;
  const gains = gainsOf(plan.microphones.length, measuredOf(model, clusters, sources)).map((gain, channel) => (elsewhere.has(channel) ? null : gain));
  const note = (channel: number, message: ProofFinding['message']): ProofFinding => ({
    id: `take-gain/${idOf(table, channel)}`,
    severity: 'note',
    code: 'gain-differs',
    microphoneIds: [idOf(table, channel)],
    message,
    moves: [],
    probability: null,
  });
  const far = gains.flatMap((gain, channel) =>
    gain !== null && Math.abs(gain) >= WORTH_DB && gains.filter((one) => one !== null).length > 2
      ? [
          note(
            channel,
            tell('its-gain-is-far-from-the-others', {
              name: nameOf(table, channel),
              db: asNumber(Math.abs(gain), 0),
              lower: gain < 0 ? 'yes' : 'no',
            }),
          ),
        ]
      : [],
  );
  const told = new Set(far.flatMap(({ microphoneIds }) => microphoneIds));
  const pairs = plan.pairs.flatMap(({ leftId, rightId }): ProofFinding[] => {
    const [left, right] = [leftId, rightId].map((id) => plan.microphones.findIndex((one) => one.id === id)) as [number, number];
    const [a, b] = [gains[left] ?? null, gains[right] ?? null];
    if (a === null || b === null || Math.abs(a - b) < WORTH_IN_PAIR_DB || told.has(leftId) || told.has(rightId)) return [];
    const [softer, louder] = a < b ? [left, right] : [right, left];
    const facts = { name: nameOf(table, softer), other: nameOf(table, louder), db: asNumber(Math.abs(a - b), 0) };
    return [note(softer, tell('a-side-of-a-pair-is-softer', facts))];
  });
  return [...far, ...pairs];
}
