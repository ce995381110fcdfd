import type { ArrivalTable, PlanMicrophone } from '../../arrivals';
import type { Model } from '../../evidence';
import { dot, magnitude, median, normalize, subtract, type Vec3 } from '../../math';
import { patternGain } from '../../microphones';
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
/** Where claps say it too, a pad of ten is told apart, dB. */
const WORTH_CLAPPED_DB = 8;
/** A channel is set by a source's direct sound where that stands this far over the room, dB. */
const OVER_ROOM_DB = 3;
/** Off its sides a microphone takes this much all the same, as a ratio (our choice). */
const FAINTEST_SHARE = 0.1;
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

/** Sound of a plan's loudest source in a microphone, dB: to it a channel's gain is set. */
const loudestDb = (table: ArrivalTable, microphone: number): number =>
  Math.max(-Infinity, ...(table.rows[microphone] ?? []).map(({ directDb, roomDb }) => 10 * Math.log10(10 ** (directDb / 10) + 10 ** (roomDb / 10))));

/** How loud a microphone takes a sound from a place, re a metre in front, dB. */
function takenDb({ positionM, axis, pattern }: PlanMicrophone, from: Vec3): number {
  const way = subtract(from, positionM);
  const share = Math.abs(patternGain(pattern, dot(normalize(way), axis)));
  return 20 * Math.log10(Math.max(FAINTEST_SHARE, share)) - 20 * Math.log10(Math.max(0.03, magnitude(way)));
}

/** Whether a microphone hears mostly the room: its gain is set by what a clap's first moments do not have. */
const isOfRoom = (table: ArrivalTable, microphone: number): boolean =>
  (table.rows[microphone] ?? []).every(({ directDb, roomDb }) => directDb < roomDb + OVER_ROOM_DB);

/** What claps before the microphones say of gains: each was as loud wherever it was heard, but for its way and the patterns. */
function clappedOf(table: ArrivalTable, { taps = [], claps }: Model, isCounted: (channel: number) => boolean): LouderBy[] {
  const { microphones } = table.plan;
  return taps.flatMap(({ microphone, channel, arrivals = [] }) => {
    const from = claps?.clapM(microphone);
    const own = microphones[channel];
    if (!claps || !from || !own || microphone !== channel || !isCounted(channel)) return [];
    return arrivals.flatMap((heard): LouderBy[] => {
      const other = microphones[heard.channel];
      if (heard.levelDb === null || !other || !claps.reaches(microphone, heard.channel) || !isCounted(heard.channel)) return [];
      const planned = takenDb(other, from) - loudestDb(table, heard.channel) - (takenDb(own, from) - loudestDb(table, channel));
      return [{ channel: heard.channel, against: channel, db: heard.levelDb - planned }];
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
  const clapped = clappedOf(table, model, (channel) => !isOfRoom(table, channel));
  const worthDb = clapped.length > 0 ? WORTH_CLAPPED_DB : WORTH_DB;
  const gains = gainsOf(plan.microphones.length, [...measuredOf(model, clusters, sources), ...clapped]).map((gain, channel) =>
    elsewhere.has(channel) ? null : gain,
  );
  const note = (channel: number, message: ProofFinding['message']): ProofFinding => ({
    id: `take-gain/${idOf(table, channel)}`,
    severity: 'note',
    code: 'gain-differs',
    microphoneIds: [idOf(table, channel)],
    message,
    moves: [],
    probability: null,
  });
  const known = gains.filter((gain) => gain !== null);
  // Of two channels the middle is half way: what they differ by is told of the softer one, where claps say it too.
  const farBy = (gain: number | null): number =>
    gain === null || known.length < 2 ? 0 : known.length > 2 ? gain : clapped.length > 0 ? Math.min(0, 2 * gain) : 0;
  const far = gains.flatMap((gain, channel) => {
    const by = farBy(gain);
    const facts = { name: nameOf(table, channel), db: asNumber(Math.abs(by), 0), lower: by < 0 ? 'yes' : 'no' };
    return Math.abs(by) >= worthDb ? [note(channel, tell('its-gain-is-far-from-the-others', facts))] : [];
  });
  const told = new Set(far.flatMap(({ microphoneIds }) => microphoneIds));
  const pairs = plan.pairs.flatMap(({ leftId, rightId }): ProofFinding[] => {
    const [left, right] = [leftId, rightId].map((id) => plan.microphones.findIndex((one) => one.id === id)) as [number, number];
    // Claps before both say it between the two alone, how far they were made from either falls out.
    const between = clappedOf(table, model, (channel) => (channel === left || channel === right) && !elsewhere.has(channel));
    const [over, under] = [left, right].map((own) => between.filter(({ against }) => against === own).map(({ db }) => db)) as [number[], number[]];
    const rightOver = over.length > 0 && under.length > 0 ? (median(over) - median(under)) / 2 : null;
    const [a, b] = rightOver === null ? [gains[left] ?? null, gains[right] ?? null] : [0, rightOver];
    if (a === null || b === null || Math.abs(a - b) < WORTH_IN_PAIR_DB || told.has(leftId) || told.has(rightId)) return [];
    const [softer, louder] = a < b ? [left, right] : [right, left];
    const facts = { name: nameOf(table, softer), other: nameOf(table, louder), db: asNumber(Math.abs(a - b), 0) };
    return [note(softer, tell('a-side-of-a-pair-is-softer', facts))];
  });
  return [...far, ...pairs];
}
