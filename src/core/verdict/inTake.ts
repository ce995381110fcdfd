import type { SourceReport } from '../analysis';
import { type Pair, pairOf } from '../document';
import type { MicrophoneId } from '../ids';
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

/** What bleeds most into a channel beside its own source, measured: K-weighted energy of the strokes. */
function bleed(heard: Heard, channel: string): Told | null {
  const { sources } = heard.report;
  const levels = sources.flatMap((one, i) => {
    const db = one.loudnessDb?.[channel];
    return db === undefined ? [] : [{ i, db, isOwn: one.spot === channel, spot: one.spot }];
  });
  const louder = (a: (typeof levels)[number] | undefined, b: (typeof levels)[number]) => (a && a.db >= b.db ? a : b);
  const own = levels.filter(({ isOwn }) => isOwn).reduce(louder, undefined as (typeof levels)[number] | undefined);
  const other = levels.filter(({ isOwn }) => !isOwn).reduce(louder, undefined as (typeof levels)[number] | undefined);
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
  const channel = Object.keys(heard.matching).find((name) => heard.matching[name] === microphoneId);
  if (channel === undefined) return null;
  if (complaint === 'narrow') {
    const pair = heard.session && pairOf(heard.session, microphoneId);
    return pair ? width(heard, pair) : null;
  }
  if (complaint === 'bleed') return bleed(heard, channel);
  const bands = BANDS_OF[complaint];
  return bands ? tone(heard, channel, bands) : null;
}
