import type { SourceReport } from '../analysis';
import { type Pair, pairOf } from '../document';
import type { MicrophoneId, SourceKey } from '../ids';
import type { HeardMargins } from '../planning';
import type { Complaint } from '../setups';
import { asNumber, type Told } from '../units';
import { tell } from './codes';
import type { Heard } from './verdicts';

/** Of the four bands, what a complaint of tone is about: the first against the second. */
const BANDS_OF: Partial<Readonly<Record<Complaint, readonly [number, number]>>> = {
  boomy: [0, 1],
  thin: [0, 1],
  boxy: [1, 2],
  harsh: [3, 2],
  dull: [3, 2],
  'no attack': [2, 0],
};
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

/** The microphone of which a complaint is truest by the take: where most bleeds in, or of the most alike pair; null where the take cannot say. */
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
  if (complaint !== 'narrow') return null;
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

/** A channel's own source as it sounds there: one band against the next. */
function tone({ report: { sources } }: Heard, channel: string, [one, other]: readonly [number, number]): Told | null {
  const most = sources
    .filter(({ spot, colourDb }) => spot === channel && colourDb)
    .reduce<SourceReport | null>((a, b) => (a && a.events >= b.events ? a : b), null);
  if (!most?.colourDb) return null;
  const over = (most.colourDb[one] as number) - (most.colourDb[other] as number);
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
