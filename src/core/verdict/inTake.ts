import type { SourceReport } from '../analysis';
import { type Pair, pairOf } from '../document';
import type { MicrophoneId, SourceKey } from '../ids';
import { expectedBands, type HeardMargins } from '../planning';
import type { Complaint } from '../setups';
import { asNumber, type Told } from '../units';
import { tell } from './codes';
import type { Heard } from './verdicts';

/** Of the four bands, what a complaint of tone is about: the first against the second, and whether there is too much of it or too little. */
const BANDS_OF: Partial<Readonly<Record<Complaint, readonly [one: number, other: number, tooMuch: 1 | -1]>>> = {
  boomy: [0, 1, 1],
  thin: [0, 1, -1],
  boxy: [1, 2, 1],
  harsh: [3, 2, 1],
  dull: [3, 2, -1],
  'no attack': [2, 0, -1],
};
/** What nearness does to the low end the plan knows; what is above is the instrument's own, which no plan knows well enough. */
const KNOWN: readonly Complaint[] = ['boomy', 'thin'];
/** So much more than the plan expects, and than the next microphone has, says which one a complaint of tone is about, dB (our choice: bands of one and the same drum differ by less from stroke to stroke). */
const CLEARLY_DB = 3;
/** The bands' names as a message selects them. */
const NAMES = ['low', 'body', 'presence', 'top'] as const;

const nameOf = ({ proof }: Heard, source: number, spot: string): string =>
  proof?.comparisons.find(({ heard }) => heard === source)?.sourceName ?? spot;

/** A source of the take as a channel has it: K-weighted energy of its strokes, dB. */
interface InChannel {
  readonly i: number;
  readonly db: number;
  readonly spot: string;
}

/** A channel's own source and the others in it, the loudest first; null where it has none of its own, or nothing else. */
function inChannel({ report: { sources } }: Heard, channel: string): { readonly own: InChannel; readonly others: readonly InChannel[] } | null {
  const levels = sources
    .flatMap(({ loudnessDb, spot }, i): InChannel[] => (loudnessDb?.[channel] === undefined ? [] : [{ i, db: loudnessDb[channel], spot }]))
    .sort((a, b) => b.db - a.db);
  const own = levels.find(({ spot }) => spot === channel);
  const others = levels.filter(({ spot }) => spot !== channel);
  return own && others.length > 0 ? { own, others } : null;
}

const channelOf = ({ matching }: Heard, microphoneId: MicrophoneId): string | undefined =>
  Object.keys(matching).find((name) => matching[name] === microphoneId);

/** How far a microphone's own source stands above each other one that the take shows, dB; empty where it shows none, or none of the plan's. */
export function marginsInTake(heard: Heard, microphoneId: MicrophoneId): HeardMargins {
  const channel = channelOf(heard, microphoneId);
  const found = channel === undefined ? null : inChannel(heard, channel);
  const keyOf = (source: number): SourceKey | undefined => heard.proof?.comparisons.find((one) => one.heard === source)?.sourceKey;
  const margins = new Map<SourceKey, number>();
  for (const { i, db } of found?.others ?? []) {
    const key = keyOf(i);
    if (found && key !== undefined) margins.set(key, Math.min(margins.get(key) ?? Infinity, found.own.db - db));
  }
  return margins;
}

/**
 * The microphone whose own source has most of a tone that is complained of, against what the plan expects there; null where none
 * stands out. Every source has a tone of its own, so that they cannot be held against each other as they are.
 */
function worstTone(heard: Heard, complaint: Complaint): MicrophoneId | null {
  const bands = BANDS_OF[complaint];
  if (!bands || !heard.session || !KNOWN.includes(complaint)) return null;
  const [one, other, tooMuch] = bands;
  const excess = [...expectedBands(heard.session)].flatMap(([id, expected]) => {
    const over = overInTake(heard, channelOf(heard, id) ?? '', bands);
    return over === null ? [] : [{ id, db: tooMuch * (over - ((expected[one] ?? 0) - (expected[other] ?? 0))) }];
  });
  const [most, next] = excess.sort((a, b) => b.db - a.db);
  return most && next && most.db > CLEARLY_DB && most.db - next.db > CLEARLY_DB ? most.id : null;
}

/** The microphone of which a complaint is truest by the take: where most bleeds in, the most alike pair, or the low end that is least what the plan expects; null where the take cannot say. */
export function worstInTake(heard: Heard, complaint: Complaint): MicrophoneId | null {
  const { report, matching, session } = heard;
  if (complaint === 'bleed') {
    // What is there for a whole instrument is meant to hear all of it.
    const isClose = (id: MicrophoneId | null): id is MicrophoneId =>
      session?.microphones.some((placed) => placed.id === id && placed.target !== null) === true && !(id && session && pairOf(session, id));
    const margins = Object.entries(matching).flatMap(([channel, id]) => {
      const found = isClose(id) ? inChannel(heard, channel) : null;
      return id !== null && found ? [{ id, db: found.own.db - (found.others[0]?.db ?? 0) }] : [];
    });
    return margins.sort((a, b) => a.db - b.db)[0]?.id ?? null;
  }
  if (complaint !== 'narrow') return worstTone(heard, complaint);
  const pairs = (session?.pairs ?? []).flatMap(({ leftId, rightId }) => {
    const [left, right] = [leftId, rightId].map((id) => channelOf(heard, id));
    const pair = report.pairs.find(({ a, b }) => (a === left && b === right) || (a === right && b === left));
    return pair ? [{ id: leftId, correlation: pair.correlation }] : [];
  });
  return pairs.sort((a, b) => b.correlation - a.correlation)[0]?.id ?? null;
}

/** What bleeds most into a channel beside its own source, measured. */
function bleed(heard: Heard, channel: string): Told | null {
  const found = inChannel(heard, channel);
  const [own, other] = [found?.own, found?.others[0]];
  if (!own || !other) return null;
  const under = own.db - other.db;
  return tell('take-bleed', {
    channel,
    other: nameOf(heard, other.i, other.spot),
    own: nameOf(heard, own.i, own.spot),
    amount: asNumber(Math.abs(under), 0),
    under: under >= 0 ? 'yes' : 'no',
  });
}

/** How far one band of a channel's own source stands above another there, dB; null where the take has no such source. */
function overInTake({ report: { sources } }: Heard, channel: string, [one, other]: readonly [number, number, 1 | -1]): number | null {
  const most = sources
    .filter(({ spot, colourDb }) => spot === channel && colourDb)
    .reduce<SourceReport | null>((a, b) => (a && a.events >= b.events ? a : b), null);
  return most?.colourDb ? (most.colourDb[one] as number) - (most.colourDb[other] as number) : null;
}

/** A channel's own source as it sounds there: one band against the next. */
function tone(heard: Heard, channel: string, bands: readonly [number, number, 1 | -1]): Told | null {
  const over = overInTake(heard, channel, bands);
  if (over === null) return null;
  const [one, other] = bands;
  return tell('take-tone', {
    channel,
    band: NAMES[one] as string,
    other: NAMES[other] as string,
    amount: asNumber(Math.abs(over), 0),
    over: over >= 0 ? 'yes' : 'no',
  });
}

function width({ report, matching }: Heard, { leftId, rightId, name }: Pair): Told | null {
  const [left, right] = [leftId, rightId].map((id) => Object.keys(matching).find((channel) => matching[channel] === id));
  const pair = report.pairs.find(({ a, b }) => (a === left && b === right) || (a === right && b === left));
  return pair ? tell('take-width', { name, correlation: asNumber(pair.correlation, 2) }) : null;
}

/**
 * What a take has to say of a complaint about one microphone.
 *
 * @returns null where the take does not show it: no channel is that microphone's, nothing was heard alone, or it is no matter of figures
 */
export function inTake(heard: Heard, microphoneId: MicrophoneId, complaint: Complaint): Told | null {
  const channel = channelOf(heard, microphoneId);
  if (channel === undefined) return null;
  if (complaint === 'narrow') {
    const pair = heard.session && pairOf(heard.session, microphoneId);
    return pair ? width(heard, pair) : null;
  }
  if (complaint === 'bleed') return bleed(heard, channel);
  const bands = BANDS_OF[complaint];
  return bands ? tone(heard, channel, bands) : null;
}

/**
 * What a move that answers a complaint makes of what the take measured of it: the take's own figure, carried along by what the model
 * gives for the move.
 * @param gainDb what the model gives
 * @returns null where the take has no figure for it, or the model none of the same kind
 */
export function thenInTake(heard: Heard, microphoneId: MicrophoneId, complaint: Complaint, gainDb: number | null): Told | null {
  const channel = channelOf(heard, microphoneId);
  const bands = BANDS_OF[complaint];
  // What is boxy the model judges by the bands on both sides, the take by one.
  if (channel === undefined || gainDb === null || !bands || complaint === 'boxy') return null;
  const over = overInTake(heard, channel, bands);
  if (over === null) return null;
  const [one, other, tooMuch] = bands;
  const then = over - tooMuch * gainDb;
  return tell('take-tone-then', {
    band: NAMES[one] as string,
    other: NAMES[other] as string,
    amount: asNumber(Math.abs(then), 0),
    over: then >= 0 ? 'yes' : 'no',
  });
}
