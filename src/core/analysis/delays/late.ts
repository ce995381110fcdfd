import { asList, asNumber, type Figure } from '../../units';
import { tell } from '../codes';
import type { SourceReport, TakeFinding, TakeReport } from '../reading/report';
import { type Role, rolesOf } from '../reading/roles';

/** Sound that arrives sooner than this is sooner, whatever the measurement's error, ms. */
const SURE_MS = 0.35;
const SURE_CONFIDENCE = 0.85;
const LEAST_EVENTS = 3;
/** A channel's own source is louder in it than any other, by this at least. */
const OWN_DB = 3;

/** How rare a track on a wrong delay is (our choice, as in the evidence of plans), and an arrival that is sure and wrong all the same (4 of 870, over carried open recordings). */
const PRIOR = 0.03;
const SLIP = 0.005;

/** Chance that a track is late, or too soon, when so many arrivals say so that nothing else explains. */
const chanceOf = (witnesses: number): number => {
  const odds = (PRIOR / (1 - PRIOR)) * ((1 - SLIP) / SLIP) ** witnesses;
  return odds / (1 + odds);
};

interface Early {
  /** The close channel whose own source it is. */
  readonly close: string;
  readonly far: string;
  /** How much sooner the far one hears it, ms; negative where it hears it later, as it should. */
  readonly byMs: number;
}

/** How loud a channel hears a source, dB; null where it hears nothing that can be measured. */
function heardDb({ spot, spotDb = 0, arrivals }: SourceReport, channel: string): number | null {
  if (spot === channel) return spotDb;
  const arrival = arrivals.find((one) => one.channel === channel);
  return arrival ? spotDb + arrival.levelDb : null;
}

/** A close channel's own source: the one that it hears loudest by far. */
function ownSource(sources: readonly SourceReport[], channel: string): SourceReport | null {
  const heard = sources
    .flatMap((source) => {
      const db = heardDb(source, channel);
      return db === null ? [] : [{ source, db }];
    })
    .sort((a, b) => b.db - a.db);
  const [first, second] = heard;
  return first && (!second || first.db - second.db >= OWN_DB) ? first.source : null;
}

/** When a channel hears a source, samples after its spot; null where that is not sure. */
function heardAt({ spot, arrivals }: SourceReport, channel: string): number | null {
  if (spot === channel) return 0;
  const arrival = arrivals.find((one) => one.channel === channel);
  return arrival && arrival.confidence >= SURE_CONFIDENCE ? arrival.delaySamples : null;
}

/** What falls together with a source lends it its own differences: less than this apart they are the same, ms. */
const SAME_MS = 0.15;
/** How sure such a difference has to be. */
const LIKELY_CONFIDENCE = 0.7;

/** When a channel hears a source, samples after its spot, as far as that is likely. */
function likelyAt({ spot, arrivals }: SourceReport, channel: string): number | null {
  if (spot === channel) return 0;
  const arrival = arrivals.find((one) => one.channel === channel);
  return arrival && arrival.confidence >= LIKELY_CONFIDENCE ? arrival.delaySamples : null;
}

/**
 * Whether a far channel that seems to hear a close one's source sooner hears something else that is struck together with it: another
 * source has the same difference between the two, or what else the close one is nearest to has not.
 */
function isAnothers(sources: readonly SourceReport[], own: SourceReport, close: string, far: string, sampleRate: number): boolean {
  const differenceOf = (source: SourceReport): number | null => {
    const [at, farAt] = [likelyAt(source, close), likelyAt(source, far)];
    return at === null || farAt === null ? null : (1000 * (at - farAt)) / sampleRate;
  };
  const seen = differenceOf(own);
  return sources.some((source) => {
    const other = source === own || seen === null ? null : differenceOf(source);
    if (other === null || seen === null) return false;
    return source.spot === close ? other < seen - SURE_MS : Math.abs(other - seen) < SAME_MS;
  });
}

/** Every pair of a close channel and a far one on the close one's own source. */
function pairsOf(
  { sources, sampleRate, channels }: Pick<TakeReport, 'sources' | 'sampleRate' | 'channels'>,
  roles: Readonly<Record<string, Role>>,
): Early[] {
  const names = channels.map(({ name }) => name);
  return names
    .filter((name) => roles[name] === 'close' || roles[name] === 'kick')
    .flatMap((close) => {
      const own = ownSource(
        sources.filter(({ events }) => events >= LEAST_EVENTS),
        close,
      );
      const at = own && heardAt(own, close);
      if (own === null || at === null) return [];
      return names.flatMap((far) => {
        const farAt = roles[far] === 'far' ? heardAt(own, far) : null;
        return farAt === null || (at - farAt > 0 && isAnothers(sources, own, close, far, sampleRate))
          ? []
          : [{ close, far, byMs: (1000 * (at - farAt)) / sampleRate }];
      });
    });
}

const ms = (value: number): Figure => asNumber(value, 1);
const mostOf = (list: readonly Early[]): number => Math.max(...list.map(({ byMs }) => byMs));

/** A far microphone that is sooner on every source than those which stand nearer, while others are not: its track starts too soon. */
function earlyFinding(pairs: readonly Early[], name: string): TakeFinding[] {
  const heard = pairs.filter((one) => one.far === name);
  const sooner = heard.filter(({ byMs }) => byMs > SURE_MS);
  const others = pairs.some((one) => one.far !== name && sooner.some(({ close }) => close === one.close) && one.byMs <= SURE_MS);
  if (sooner.length < 2 || sooner.length < heard.length || !others) return [];
  return [
    {
      severity: 'improve',
      code: 'early',
      channels: [name],
      message: tell('early-everywhere', {
        name,
        others: asList(
          sooner.map(({ close }) => close),
          'comma',
        ),
        by: ms(mostOf(sooner)),
      }),
      probability: chanceOf(sooner.length),
      evidence: sooner.map(({ close, byMs }) => tell('sooner-by', { name: close, by: ms(byMs) })),
    },
  ];
}

/** A close microphone that hears its own source after some that stand farther away, by those that are not told to start too soon. */
function lateFinding(pairs: readonly Early[], close: string, sooner: readonly Early[]): TakeFinding {
  // Its far ones must be right on other sources: else it may be they.
  const trusted = sooner.filter(({ far: name }) => pairs.some((one) => one.far === name && one.close !== close && one.byMs <= SURE_MS));
  const evidence = sooner.map((one) => tell('sooner-by', { name: one.far, by: ms(one.byMs) }));
  const facts = { name: close, by: ms(mostOf(sooner)), others: asList(sooner.map((one) => one.far)), count: sooner.length };
  return sooner.length >= 2 && trusted.length > 0
    ? {
        severity: 'improve',
        code: 'late',
        channels: [close],
        message: tell('late-on-its-own', facts),
        probability: chanceOf(sooner.length),
        evidence,
      }
    : {
        severity: 'note',
        code: 'question',
        channels: [close, ...sooner.map((one) => one.far)],
        message: tell('late-or-they-early', facts),
        probability: chanceOf(1),
        evidence,
      };
}

/**
 * What is late in time where geometry alone proves it: a close microphone cannot hear its own source after one that stands farther away.
 * All far ones that are sooner on one source: the close one is late, by as much at least. One far one sooner on all sources: its track
 * starts too soon. Anything between is a question.
 */
export function lateFindings(
  report: Pick<TakeReport, 'sources' | 'sampleRate' | 'channels'>,
  corrected: Readonly<Record<string, Role>> = {},
): TakeFinding[] {
  const pairs = pairsOf(
    report,
    rolesOf(
      report.channels.map(({ name }) => name),
      corrected,
    ),
  );
  const early = pairs.filter(({ byMs }) => byMs > SURE_MS);
  const tooSoon = [...new Set(early.map(({ far }) => far))].flatMap((name) => earlyFinding(pairs, name));
  const told = new Set(tooSoon.flatMap(({ channels }) => channels));
  const late = [...new Set(early.map(({ close }) => close))].flatMap((close) => {
    const sooner = early.filter((one) => one.close === close && !told.has(one.far));
    return sooner.length > 0 ? [lateFinding(pairs, close, sooner)] : [];
  });
  return [...tooSoon, ...late];
}
