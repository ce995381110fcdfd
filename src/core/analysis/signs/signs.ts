import { SAID } from '../../evidence';
import { asList } from '../../units';
import { asPercent, tell } from '../codes';
import { nameWords } from '../reading/nameWords';
import type { TakeFinding, TakeReport } from '../reading/report';
import { type Role, rolesOf } from '../reading/roles';

/** One channel's sign on one source, and the chance that it is wrong. */
interface Sign {
  readonly channel: number;
  readonly sign: 1 | -1;
  readonly slip: number;
}

/** How rare a reversed cable is (our choice). */
const PRIOR = 0.02;
/** Asked from these odds on. */
const ASKED = 0.5;
/** Strokes heard once may be anything. */
const LEAST_EVENTS = 2;
/** Chance that a close microphone hears its own source the other way up by nature: a drum's from above never, another's now and then. */
const NATURE = { drum: 0.001, other: 0.04 };
const DRUMS = /snare|tom|conga|bongo|djembe|tumba/;

/** Chance that a sign is wrong, by the confidence of its measurement (counted over carried open recordings). */
function slipOf(confidence: number): number | null {
  if (confidence >= 0.85) return 0.01;
  if (confidence >= 0.7) return 0.08;
  return confidence >= 0.55 ? 0.18 : null;
}

/**
 * Who may be judged on a source: the far channels, that hear every source from where everyone hears it, and the close one on its own;
 * a kick, and what is under, behind or inside, is excused: nature may turn it.
 */
function signsOn(source: TakeReport['sources'][number], names: readonly string[], roles: readonly Role[]): Sign[] {
  const far = source.arrivals.flatMap(({ channel, polarity, confidence }): Sign[] => {
    const index = names.indexOf(channel);
    const slip = slipOf(confidence);
    return index >= 0 && slip !== null && (roles[index] === 'far' || roles[index] === 'unknown') ? [{ channel: index, sign: polarity, slip }] : [];
  });
  const spot = names.indexOf(source.spot);
  const role = roles[spot];
  const own: Sign[] =
    role === 'kick' || role === 'other side' || spot < 0
      ? []
      : [{ channel: spot, sign: 1, slip: role === 'close' ? NATURE[DRUMS.test(nameWords(source.spot).join(' ')) ? 'drum' : 'other'] : 0.02 }];
  return [...own, ...far];
}

/**
 * What is heard in one channel first is one witness, in however many sources it was sorted: a source that a drifting clock or an uneven player
 * splits in four says four times the same. Each says what its sources say in the mean.
 */
function witnessesOf(
  report: Pick<TakeReport, 'sources'>,
  said: (source: TakeReport['sources'][number]) => readonly Sign[],
): (readonly (readonly Sign[])[])[] {
  const bySpot = new Map<string, (readonly Sign[])[]>();
  for (const source of report.sources) {
    if (source.events < LEAST_EVENTS) continue;
    const signs = said(source);
    if (signs.length > 1) bySpot.set(source.spot, [...(bySpot.get(source.spot) ?? []), signs]);
  }
  return [...bySpot.values()];
}

/** Log likelihood of a source's signs with some channels reversed: whichever way up the source itself is. */
function logOf(signs: readonly Sign[], reversed: ReadonlySet<number>): number {
  const given = (way: 1 | -1): number =>
    signs.reduce((product, { channel, sign, slip }) => product * (sign * (reversed.has(channel) ? -1 : 1) === way ? 1 - slip : slip), 0.5);
  return Math.log(given(1) + given(-1));
}

export interface SignVerdict {
  /** Channels that are reversed beyond doubt, with the probability and the number of sources that say so. */
  readonly reversed: readonly { readonly channel: string; readonly probability: number; readonly sources: number }[];
  /** Channels of which one is, where the take does not settle which. */
  readonly oneOf: readonly { readonly channel: string; readonly probability: number }[];
}

/** Sets of up to two channels: two reversed cables in one take are rare enough. */
function setsOf(channels: readonly number[]): ReadonlySet<number>[] {
  const single = channels.map((a) => new Set([a]));
  const double = channels.flatMap((a, i) => channels.slice(i + 1).map((b) => new Set([a, b])));
  return [new Set<number>(), ...single, ...double];
}

/**
 * Which channels of a take are reversed, from the channels alone: signs judged as one set, each source giving its own sign away. The
 * probability of a channel is that of all sets which hold it.
 */
export function judgeSigns(report: Pick<TakeReport, 'sources' | 'channels'>, corrected: Readonly<Record<string, Role>> = {}): SignVerdict {
  const names = report.channels.map(({ name }) => name);
  const roles = Object.values(rolesOf(names, corrected));
  const witnesses = witnessesOf(report, (source) => signsOn(source, names, roles));
  const channels = [...new Set(witnesses.flat(2).map(({ channel }) => channel))];
  if (channels.length < 2) return { reversed: [], oneOf: [] };
  const weighed = setsOf(channels).map((set) => ({
    set,
    log: witnesses.reduce((sum, said) => sum + said.reduce((own, signs) => own + logOf(signs, set), 0) / said.length, set.size * Math.log(PRIOR)),
  }));
  const most = Math.max(...weighed.map(({ log }) => log));
  const total = weighed.reduce((sum, { log }) => sum + Math.exp(log - most), 0);
  const probability = (of: (set: ReadonlySet<number>) => boolean): number =>
    weighed.reduce((sum, { set, log }) => (of(set) ? sum + Math.exp(log - most) / total : sum), 0);
  const each = channels.map((channel) => ({
    channel: names[channel] ?? '',
    probability: probability((set) => set.has(channel)),
    sources: witnesses.filter((said) => said.some((signs) => signs.some((sign) => sign.channel === channel))).length,
  }));
  const reversed = each.filter((one) => one.probability >= SAID);
  const something = 1 - probability((set) => set.size === 0);
  const open = each.filter((one) => one.probability < SAID && one.probability > 0.15).sort((a, b) => b.probability - a.probability);
  return { reversed, oneOf: reversed.length === 0 && something >= ASKED ? open : [] };
}

/** Under a drum everything is the other way up: an under that swings with its top was flipped already, or is reversed. */
function underFindings(report: Pick<TakeReport, 'sources' | 'channels'>): TakeFinding[] {
  return report.channels.flatMap(({ name }): TakeFinding[] => {
    const words = nameWords(name);
    if (!words.includes('under')) return [];
    const drum = words.filter((word) => word !== 'under');
    const top = report.sources
      .filter(({ spot, events }) => events >= LEAST_EVENTS && spot !== name && nameWords(spot).some((word) => drum.includes(word)))
      .sort((a, b) => b.events - a.events)[0];
    const arrival = top?.arrivals.find(({ channel }) => channel === name);
    if (!top || !arrival || arrival.polarity === -1 || arrival.confidence < 0.85) return [];
    return [
      {
        severity: 'note',
        code: 'question',
        channels: [name, top.spot],
        message: tell('swings-as-its-top', { name, top: top.spot }),
        probability: 1 - (slipOf(arrival.confidence) ?? 1),
        evidence: [tell('share-agrees', { percent: asPercent(arrival.confidence) })],
      },
    ];
  });
}

/** What is told of signs without a plan: faults where they are sure, else questions. */
export function signFindings(report: Pick<TakeReport, 'sources' | 'channels'>, corrected: Readonly<Record<string, Role>> = {}): TakeFinding[] {
  const { reversed, oneOf } = judgeSigns(report, corrected);
  const faults = reversed.map(
    ({ channel, probability, sources }): TakeFinding => ({
      severity: 'fix',
      code: 'polarity-reversed',
      channels: [channel],
      message: tell('reversed-against-others', { name: channel, sources }),
      probability,
      evidence: [tell('disagrees-on', { sources }), tell('so-sure', { percent: asPercent(probability) })],
    }),
  );
  const under = underFindings(report);
  if (oneOf.length === 0) return [...faults, ...under];
  const names = oneOf.map(({ channel }) => channel);
  return [
    ...faults,
    ...under,
    {
      severity: 'note',
      code: 'question',
      channels: names,
      message: tell('one-may-be-reversed', { names: asList(names), count: names.length }),
      probability: Math.min(
        1,
        oneOf.reduce((sum, one) => sum + one.probability, 0),
      ),
      evidence: oneOf.map(({ channel, probability }) => tell('channel-so-sure', { name: channel, percent: asPercent(probability) })),
    },
  ];
}
