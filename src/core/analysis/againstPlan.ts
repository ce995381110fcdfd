import { type Arrival, type ArrivalTable, sourceKey } from '../arrivals';
import { alongString, type Move } from '../checks';
import { type Cause, type Expected, type Explanation, explain, type Measured, type Model, SURE, type Weighed } from '../evidence';
import { dot, magnitude, normalize, subtract } from '../math';
import { isDirect } from '../microphones';
import { formatDelay, formatLength, formatNumber } from '../units';
import type { TakeReport } from './report';

/** Which microphone each channel belongs to; null where none does. */
export type Matching = Readonly<Record<string, string | null>>;

/** One measured arrival beside the planned one, both counted from the spot channel, in samples of the take. */
export interface Comparison {
  readonly sourceKey: string;
  readonly sourceName: string;
  readonly spotId: string;
  readonly microphoneId: string;
  readonly plannedSamples: number;
  readonly measuredSamples: number;
  /** Null where the plan cannot say: two ways of the sound with opposite signs are about as strong. */
  readonly plannedPolarity: 1 | -1 | null;
  readonly measuredPolarity: 1 | -1;
  readonly confidence: number;
  readonly levelDb: number;
}

/** A finding of the take with the plan beside it. Moves change the plan; a recorded file is never touched. */
export interface ProofFinding {
  readonly id: string;
  readonly severity: 'fix' | 'improve' | 'note';
  readonly code: string;
  readonly microphoneIds: readonly string[];
  readonly message: string;
  readonly move: Move | null;
  /** Posterior probability that it is so; null for what is no judgement. */
  readonly probability: number | null;
}

export interface Proof {
  readonly comparisons: readonly Comparison[];
  readonly findings: readonly ProofFinding[];
}

/** Ways weaker than the strongest by more than this are not looked for, dB. */
const WAYS_WITHIN_DB = 12;
/** Quieter in a channel than its loudest source by more than this, a source is hardly measured there, dB. */
const DROWNED_DB = 30;

/** The direct sound this far under the room is found as often as not (counted over renders of every set-up), dB. */
const LOST_IN_ROOM_DB = 6.3;

/** Chance that a measurement in a channel follows the direct sound: by how far that stands over the room, and the source over its neighbours. */
function clarityOf({ directDb, roomDb }: Arrival, channelDb: number): number {
  const overRoom = 1 / (1 + Math.exp(-(directDb - roomDb + LOST_IN_ROOM_DB)));
  const overOthers = 1 / (1 + Math.exp(-(channelDb + DROWNED_DB) / 3));
  return 0.9995 * overRoom * overOthers;
}

/** Chance that a measured sign is the model's: certain where all bands agree and the room is far below (counted over renders). */
function signClarityOf({ settledInAll, settled, directDb, roomDb }: Arrival): number {
  if (!settled) return 0.5;
  if (!settledInAll) return 0.85;
  return directDb > roomDb + 2 ? 0.9997 : 0.996;
}

function expectedOf(table: ArrivalTable, source: number, microphone: number): Expected {
  const arrival = table.rows[microphone]?.[source] as Arrival;
  const placed = table.plan.microphones[microphone];
  const loudest = arrival.paths.reduce((most, { levelDb }) => Math.max(most, levelDb), -Infinity);
  const heard = arrival.paths.filter(({ levelDb }) => levelDb >= loudest - WAYS_WITHIN_DB);
  return {
    ways: heard.map(({ delaySeconds, recordedSign, levelDb }) => ({ delaySeconds, sign: recordedSign, share: 10 ** ((levelDb - loudest) / 20) })),
    clarity: clarityOf(arrival, table.channelDb[microphone]?.[source] ?? -Infinity),
    signClarity: signClarityOf(arrival),
    levelDb: table.channelDb[microphone]?.[source] ?? -Infinity,
    away: placed ? normalize(subtract(placed.positionM, arrival.fromM)) : { x: 0, y: 0, z: 1 },
  };
}

/** The source a microphone is there for, or that its pair has in the middle; −1 for none. */
function targetOf(table: ArrivalTable, microphone: number): number {
  const placed = table.plan.microphones[microphone];
  const key = placed?.targetKey ?? centreOf(table, placed?.id ?? '');
  return table.plan.sources.findIndex((source) => sourceKey(source) === key);
}

/** A millisecond later counts as this much quieter where the nearest channel is looked for, dB. */
const LATE_COST_DB_PER_MS = 2;
/** The model's levels leave this open, dB; and this share any channel may be taken for the nearest. */
const SPOT_SIGMA_DB = 3;
const ANY_SPOT = 0.02;

/** Chance of each microphone to be taken for the one nearest a source: loud for its own standards, and early. */
function spotShares({ channelDb, rows }: ArrivalTable, source: number): number[] {
  const scores = rows.map((row, m) => (channelDb[m]?.[source] ?? -Infinity) - LATE_COST_DB_PER_MS * 1000 * (row[source]?.delaySeconds ?? 0));
  const best = Math.max(...scores);
  const weights = scores.map((score) => Math.exp((score - best) / SPOT_SIGMA_DB));
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  return weights.map((weight) => (1 - ANY_SPOT) * (weight / total) + ANY_SPOT / rows.length);
}

/** A plan as the engine of evidence wants it. */
function modelOf(table: ArrivalTable): Model {
  const { plan } = table;
  const known = new Map<number, Expected>();
  const shares = plan.sources.map((_, source) => spotShares(table, source));
  return {
    sources: plan.sources.length,
    microphones: plan.microphones.length,
    speedOfSoundMps: plan.speedOfSoundMps,
    at: (source, microphone) => {
      const key = source * 1000 + microphone;
      const found = known.get(key) ?? expectedOf(table, source, microphone);
      known.set(key, found);
      return found;
    },
    spotShare: (source, microphone) => shares[source]?.[microphone] ?? 0,
    fixed: (microphone) => isDirect(plan.microphones[microphone]?.model.kind ?? 'moving-coil'),
  };
}

/** One source of a take by the plan's microphones. */
interface Heard {
  readonly cluster: { readonly spot: number; readonly arrivals: readonly (Measured & { readonly levelDb: number })[] };
  readonly events: number;
}

/** Sources of a take whose spot and channels belong to planned microphones, in seconds. */
function clustersOf(table: ArrivalTable, report: TakeReport, matching: Matching): Heard[] {
  const indexOf = (channel: string): number => table.plan.microphones.findIndex(({ id }) => id === matching[channel]);
  return report.sources.flatMap((source) => {
    const spot = indexOf(source.spot);
    if (spot < 0) return [];
    const arrivals = source.arrivals.flatMap(({ channel, delaySamples, polarity, confidence, levelDb }) => {
      const to = indexOf(channel);
      return to < 0 ? [] : [{ channel: to, lateSeconds: delaySamples / report.sampleRate, sign: polarity, confidence, levelDb }];
    });
    return [{ cluster: { spot, arrivals }, events: source.events }];
  });
}

/** Planned arrivals beside measured ones: of the ways that count, those nearest to what was measured. */
function comparisonsOf(table: ArrivalTable, report: TakeReport, model: Model, { cluster }: Heard, source: number): Comparison[] {
  const { plan } = table;
  const planned = plan.sources[source];
  const spot = table.rows[cluster.spot]?.[source];
  if (!planned || !spot) return [];
  const from = model.at(source, cluster.spot);
  return cluster.arrivals.map(({ channel, lateSeconds, sign, confidence, levelDb }): Comparison => {
    const to = model.at(source, channel);
    const arrival = table.rows[channel]?.[source] as Arrival;
    const differences = to.ways.flatMap((a) => from.ways.flatMap((b) => (a.share * b.share > 0.4 ? [a.delaySeconds - b.delaySeconds] : [])));
    const first = arrival.delaySeconds - spot.delaySeconds;
    const nearest = differences.reduce((best, seconds) => (Math.abs(seconds - lateSeconds) < Math.abs(best - lateSeconds) ? seconds : best), first);
    return {
      sourceKey: sourceKey(planned),
      sourceName: planned.name,
      spotId: plan.microphones[cluster.spot]?.id ?? '',
      microphoneId: plan.microphones[channel]?.id ?? '',
      plannedSamples: nearest * report.sampleRate,
      measuredSamples: lateSeconds * report.sampleRate,
      plannedPolarity: arrival.settledInAll && spot.settledInAll ? ((arrival.polarity * spot.polarity) as 1 | -1) : null,
      measuredPolarity: sign,
      confidence,
      levelDb,
    };
  });
}

const nameOf = (table: ArrivalTable, channel: number): string => table.plan.microphones[channel]?.name ?? '';
const idOf = (table: ArrivalTable, channel: number): string => table.plan.microphones[channel]?.id ?? '';

function lateFinding(table: ArrivalTable, report: TakeReport, channel: number, seconds: number, probability: number): ProofFinding {
  const { plan } = table;
  const id = idOf(table, channel);
  const way = seconds > 0 ? 'late' : 'early';
  const whole = Math.round(Math.abs(seconds) * report.sampleRate);
  // Delays of the mix are counted in the session's own samples.
  const samples = -Math.round(seconds * plan.sampleRateHz);
  return {
    id: `take-late/${id}`,
    severity: 'fix',
    code: 'channel-late',
    microphoneIds: [id],
    message: `${nameOf(table, channel)} is ${formatDelay(Math.abs(seconds), report.sampleRate, plan.speedOfSoundMps, plan.units)} ${way} on every source, as no place in the room could make it: slide its track ${whole} samples ${seconds > 0 ? 'earlier' : 'later'}, and look for a plug-in or converter in its way.`,
    move: { kind: 'align', microphoneId: id, samples, label: `Slide it ${whole} samples` },
    probability,
  };
}

function reversedFinding(table: ArrivalTable, channel: number, probability: number): ProofFinding {
  const id = idOf(table, channel);
  return {
    id: `take-reversed/${id}`,
    severity: 'fix',
    code: 'polarity-reversed',
    microphoneIds: [id],
    message: `${nameOf(table, channel)} is upside down: flip it, or check the cable.`,
    move: { kind: 'flip', microphoneId: id, label: 'Flip it' },
    probability,
  };
}

function swappedFinding(table: ArrivalTable, channel: number, other: number, probability: number): ProofFinding {
  const ids = [idOf(table, channel), idOf(table, other)];
  return {
    id: `take-swapped/${ids.join('/')}`,
    severity: 'fix',
    code: 'channels-swapped',
    microphoneIds: ids,
    message: `${nameOf(table, channel)} and ${nameOf(table, other)} are each in the other’s place: exchange their cables, or say below which channel is which.`,
    move: null,
    probability,
  };
}

/** Less than this from its place a microphone is where it should be, metres: tape, marks and stand together. */
const IN_PLACE_M = 0.04;

/** A microphone that stands elsewhere: told by the string that changed most, its centre's first. */
function movedFinding(
  table: ArrivalTable,
  report: TakeReport,
  cause: Cause & { kind: 'moved' },
  heard: readonly number[],
  probability: number,
): ProofFinding | null {
  const { plan } = table;
  const placed = plan.microphones[cause.channel];
  const row = table.rows[cause.channel];
  if (!placed || !row || magnitude(cause.byM) < IN_PLACE_M) return null;
  const longerBy = (source: number): number => dot(normalize(subtract(placed.positionM, row[source]?.fromM ?? placed.positionM)), cause.byM);
  const target = targetOf(table, cause.channel);
  const [most] = [...heard].sort((a, b) => Math.abs(longerBy(b)) - Math.abs(longerBy(a)));
  const source = target >= 0 && heard.includes(target) && Math.abs(longerBy(target)) > 0.6 * Math.abs(longerBy(most ?? target)) ? target : most;
  const arrival = source === undefined ? undefined : row[source];
  if (source === undefined || !arrival) return null;
  const metres = longerBy(source);
  if (Math.abs(metres) < IN_PLACE_M / 2) return null;
  const far = metres > 0;
  const delay = formatDelay(Math.abs(metres) / plan.speedOfSoundMps, report.sampleRate, plan.speedOfSoundMps, plan.units);
  return {
    id: `take-place/${placed.id}/${arrival.sourceKey}`,
    severity: Math.abs(metres) > 0.1 ? 'improve' : 'note',
    code: 'distance-differs',
    microphoneIds: [placed.id],
    message: `${placed.name} hears the ${plan.sources[source]?.name.toLowerCase()} ${delay} ${far ? 'later' : 'earlier'} than planned: bring it ${formatLength(Math.abs(metres), plan.units)} ${far ? 'closer along its string' : 'farther along its string'}, or take the measured place into the plan.`,
    move: placed.locked
      ? null
      : { kind: 'place', microphoneId: placed.id, positionM: alongString(placed, arrival, metres), label: 'Plan it where it is' },
    probability,
  };
}

/** A cause in a few words, for a question. */
function inWords(table: ArrivalTable, cause: Cause): string {
  const name = nameOf(table, cause.channel);
  const { plan } = table;
  switch (cause.kind) {
    case 'reversed':
      return `${name} is upside down`;
    case 'late':
      return `${name} is ${formatNumber(Math.abs(cause.seconds) * 1000, 2)} ms ${cause.seconds > 0 ? 'late' : 'early'}`;
    case 'moved':
      return `${name} stands ${formatLength(magnitude(cause.byM), plan.units)} from its place`;
    case 'swapped':
      return `${name} and ${nameOf(table, cause.other)} are swapped`;
  }
}

/** What would settle it. */
function settleWords(open: readonly Weighed[]): string {
  const kinds = new Set(open.map(({ cause }) => cause.kind));
  if (kinds.size === 1 && kinds.has('reversed')) return 'Look at their cables and switches, or tap each alone: the first swing tells.';
  if (kinds.has('moved')) return 'Hold the tape to them, or play more sources one after another.';
  return 'Play every source alone, one after another.';
}

const MOST_NAMED = 3;

/** Several explanations as good as one another: asked, never told. */
function question(table: ArrivalTable, open: readonly Weighed[]): ProofFinding[] {
  // A stand within its tolerance is no question.
  const grave = open.filter(({ cause }) => cause.kind !== 'moved' || magnitude(cause.byM) >= IN_PLACE_M);
  if (grave.length === 0) return [];
  const named = grave.slice(0, MOST_NAMED).map(({ cause }) => inWords(table, cause));
  const ids = [...new Set(grave.slice(0, MOST_NAMED).flatMap(({ cause }) => [cause.channel, ...(cause.kind === 'swapped' ? [cause.other] : [])]))];
  const listed = named.length === 1 ? `perhaps ${named[0]}` : `${named.slice(0, -1).join(', ')} or ${named[named.length - 1]}`;
  return [
    {
      id: `take-question/${ids.join('/')}`,
      severity: 'note',
      code: 'question',
      microphoneIds: ids.map((channel) => idOf(table, channel)),
      message: `The take differs from the plan, and it does not settle how: ${listed}. ${settleWords(grave)}`,
      move: null,
      probability: grave.slice(0, MOST_NAMED).reduce((sum, { probability }) => sum + probability, 0),
    },
  ];
}

function causeFindings(table: ArrivalTable, report: TakeReport, { sure, open, sources }: Explanation): ProofFinding[] {
  const heard = [...new Set(sources.filter((source) => source >= 0))];
  const told = sure.flatMap(({ cause, probability }): ProofFinding[] => {
    switch (cause.kind) {
      case 'reversed':
        return [reversedFinding(table, cause.channel, probability)];
      case 'late':
        return [lateFinding(table, report, cause.channel, cause.seconds, probability)];
      case 'swapped':
        return [swappedFinding(table, cause.channel, cause.other, probability)];
      case 'moved': {
        const finding = movedFinding(table, report, cause, heard, probability);
        return finding ? [finding] : [];
      }
    }
  });
  return [...told, ...open.flatMap((alternatives) => question(table, alternatives))];
}

/** The source in the middle of the pair a microphone belongs to. */
const centreOf = (table: ArrivalTable, id: string): string | null =>
  table.plan.pairs.find((pair) => pair.leftId === id || pair.rightId === id)?.centreKey ?? null;

function missingFindings(table: ArrivalTable, report: TakeReport, matching: Matching): ProofFinding[] {
  const matched = new Set(Object.values(matching));
  const missing = table.plan.microphones.filter((microphone) => !matched.has(microphone.id));
  const strays = report.channels.filter((channel) => !matching[channel.name]);
  return [
    ...missing.map(
      (microphone): ProofFinding => ({
        id: `take-missing/${microphone.id}`,
        severity: 'fix',
        code: 'channel-missing',
        microphoneIds: [microphone.id],
        message: `No channel of the take belongs to ${microphone.name}: add its file, or say below which channel it is.`,
        move: null,
        probability: null,
      }),
    ),
    ...strays.map(
      (channel): ProofFinding => ({
        id: `take-stray/${channel.name}`,
        severity: 'note',
        code: 'channel-unmatched',
        microphoneIds: [],
        message: `The channel “${channel.name}” belongs to no planned microphone: say below which one it is, or leave it out.`,
        move: null,
        probability: null,
      }),
    ),
  ];
}

/** What was heard and belongs to nothing planned is said, never passed over. */
function strayFindings(table: ArrivalTable, clusters: readonly Heard[], sources: readonly number[]): ProofFinding[] {
  const measured = clusters.filter(({ cluster }) => cluster.arrivals.some(({ confidence }) => confidence >= SURE));
  const strays = clusters.filter(({ cluster }, i) => sources[i] === -1 && measured.some((one) => one.cluster === cluster));
  if (table.plan.microphones.length > 1 && measured.length === 0)
    return [
      {
        id: 'take-nothing',
        severity: 'note',
        code: 'nothing-matched',
        microphoneIds: [],
        message:
          'No stroke was heard clearly enough in two channels to be held against the plan: play single strokes or notes, a second apart, on every source.',
        move: null,
        probability: null,
      },
    ];
  return strays.map(({ cluster, events }): ProofFinding => {
    const id = idOf(table, cluster.spot);
    return {
      id: `take-unmatched/${id}/${events}`,
      severity: 'note',
      code: 'source-unmatched',
      microphoneIds: [id],
      message: `${events} strokes nearest to ${nameOf(table, cluster.spot)} fit nothing that is planned: something else in the room, or a plan that differs.`,
      move: null,
      probability: null,
    };
  });
}

/** A measurement that clear, of a source that clear in both channels, proves them. */
const PROVES = { clarity: 0.9, confidence: 0.5 };

/** Channels that nothing in the take could prove are named: silence about them is no praise. */
function unprovenFindings(table: ArrivalTable, model: Model, clusters: readonly Heard[], sources: readonly number[]): ProofFinding[] {
  const proven = new Set<number>();
  clusters.forEach(({ cluster }, i) => {
    const source = sources[i] ?? -1;
    if (source < 0) return;
    for (const { channel, confidence } of cluster.arrivals)
      if (confidence >= PROVES.confidence && model.at(source, channel).clarity * model.at(source, cluster.spot).clarity >= PROVES.clarity)
        proven.add(channel).add(cluster.spot);
  });
  const present = new Set(clusters.flatMap(({ cluster }) => [cluster.spot, ...cluster.arrivals.map(({ channel }) => channel)]));
  const open = [...present].filter((channel) => !proven.has(channel));
  if (open.length === 0) return [];
  return [
    {
      id: 'take-unproven',
      severity: 'note',
      code: 'unproven',
      microphoneIds: open.map((channel) => idOf(table, channel)),
      message: `Nothing in the take proves ${open.map((channel) => nameOf(table, channel)).join(' and ')}: what it shares with other channels is drowned in the room. Tap each alone, and look.`,
      move: null,
      probability: null,
    },
  ];
}

/**
 * Holds a take report against the plan: every measured arrival is weighed against all the ways that its sound could have come, and what
 * is left is explained by the fewest causes, each with its probability. All in seconds, so that a take at any rate can be held against
 * any session.
 */
export function proveTake(table: ArrivalTable, report: TakeReport, matching: Matching): Proof {
  if (table.plan.microphones.length === 0) return { comparisons: [], findings: [] };
  const model = modelOf(table);
  const clusters = clustersOf(table, report, matching);
  const explanation = explain(
    model,
    clusters.map(({ cluster }) => cluster),
  );
  const comparisons = clusters.flatMap((heard, i) => comparisonsOf(table, report, model, heard, explanation.sources[i] ?? -1));
  return {
    comparisons,
    findings: [
      ...missingFindings(table, report, matching),
      ...causeFindings(table, report, explanation),
      ...strayFindings(table, clusters, explanation.sources),
      ...unprovenFindings(table, model, clusters, explanation.sources),
    ],
  };
}
