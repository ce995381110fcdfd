import type { Arrival, ArrivalTable } from '../../arrivals';
import { type Cluster, explain, type Model, SURE } from '../../evidence';
import { sourceKey } from '../../ids';
import { asList, type Told } from '../../units';
import type { TakeReport } from '../reading/report';
import { causeFindings } from './causeFindings';
import { tell } from './codes';
import { gainFindings } from './gains';
import { takeLimits } from './limits';
import { idOf, nameOf } from './named';
import { clicksOf, modelOf, type Taped, tapsOf } from './planModel';
import type { Comparison, Matching, Proof, ProofFinding } from './proof';

/** One source of a take by the plan's microphones. */
interface Heard {
  /** Which of the report's sources. */
  readonly index: number;
  readonly cluster: Cluster;
  readonly events: number;
}

/** Sources of a take whose spot and channels belong to planned microphones, in seconds. */
function clustersOf(table: ArrivalTable, report: TakeReport, matching: Matching): Heard[] {
  const indexOf = (channel: string): number => table.plan.microphones.findIndex(({ id }) => id === matching[channel]);
  return report.sources.flatMap((source, index) => {
    const spot = indexOf(source.spot);
    if (spot < 0) return [];
    const arrivals = source.arrivals.flatMap(({ channel, delaySamples, polarity, confidence, levelDb }) => {
      const to = indexOf(channel);
      return to < 0 ? [] : [{ channel: to, lateSeconds: delaySamples / report.sampleRate, sign: polarity, confidence, levelDb }];
    });
    return [{ index, cluster: { spot, colourDb: source.colourDb, arrivals }, events: source.events }];
  });
}

/** Planned arrivals beside measured ones: of the ways that count, those nearest to what was measured. */
function comparisonsOf(table: ArrivalTable, report: TakeReport, model: Model, { index, cluster }: Heard, source: number): Comparison[] {
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
      heard: index,
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

function missingFindings(table: ArrivalTable, report: TakeReport, matching: Matching): ProofFinding[] {
  const matched = new Set(Object.values(matching));
  const missing = table.plan.microphones.filter((microphone) => !matched.has(microphone.id));
  const strays = report.channels.filter((channel) => !matching[channel.name]);
  const say = (id: string, severity: ProofFinding['severity'], code: string, microphoneIds: readonly string[], message: Told): ProofFinding => ({
    id,
    severity,
    code,
    microphoneIds,
    message,
    moves: [],
    probability: null,
  });
  // Names that do not tell are asked for, and nobody is accused of being missing.
  if (missing.length > 0 && strays.length > 0)
    return [
      say(
        'take-which',
        'note',
        'which-file',
        missing.map(({ id }) => id),
        tell('which-file-is-which-missing-has', {
          listed: asList(missing.map(({ name }) => name)),
          missing: missing.length,
          listed2: asList(strays.map(({ name }) => `“${name}”`)),
          strays: strays.length,
        }),
      ),
    ];
  return [
    ...missing.map((microphone) =>
      say(
        `take-missing/${microphone.id}`,
        'fix',
        'channel-missing',
        [microphone.id],
        tell('no-channel-of-the-take-belongs', { microphone: microphone.name }),
      ),
    ),
    ...strays.map((channel) =>
      say(`take-stray/${channel.name}`, 'note', 'channel-unmatched', [], tell('the-channel-belongs-to-no-planned', { channel: channel.name })),
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
        message: tell('no-stroke-was-heard-clearly-enough'),
        moves: [],
        probability: null,
      },
    ];
  return strays.map(({ cluster, events, index }): ProofFinding => {
    const id = idOf(table, cluster.spot);
    return {
      id: `take-unmatched/${id}/${index}`,
      severity: 'note',
      code: 'source-unmatched',
      microphoneIds: [id],
      message: tell('nearest-to-events-fits-fit-nothing', { of: nameOf(table, cluster.spot), events }),
      moves: [],
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
  // One channel has nothing to be held against.
  const present = new Set(clusters.flatMap(({ cluster }) => [cluster.spot, ...cluster.arrivals.map(({ channel }) => channel)]));
  const open = [...present].filter((channel) => !proven.has(channel));
  if (open.length === 0 || present.size < 2) return [];
  return [
    {
      id: 'take-unproven',
      severity: 'note',
      code: 'unproven',
      microphoneIds: open.map((channel) => idOf(table, channel)),
      message: tell('nothing-in-the-take-proves-what', { listed: asList(open.map((channel) => nameOf(table, channel))) }),
      moves: [],
      probability: null,
    },
  ];
}

/**
 * Holds a take report against the plan: every measured arrival is weighed against all the ways that its sound could have come, and what
 * is left is explained by the fewest causes, each with its probability, tape readings weighed with them. All in seconds, so that a take at any rate can be held against
 * any session.
 */
export function proveTake(table: ArrivalTable, report: TakeReport, matching: Matching, taped: Taped = new Map()): Proof {
  if (table.plan.microphones.length === 0) return { comparisons: [], findings: [], limits: [] };
  const model = modelOf(table, taped, tapsOf(table, report.taps ?? [], matching), clicksOf(table, report.clicks ?? [], matching));
  const clusters = clustersOf(table, report, matching);
  const explanation = explain(
    model,
    clusters.map(({ cluster }) => cluster),
  );
  const comparisons = clusters.flatMap((heard, i) => comparisonsOf(table, report, model, heard, explanation.sources[i] ?? -1));
  // What may stand elsewhere or be another channel is as loud as it is for that, also where it is only asked.
  const elsewhere = new Set(
    [...explanation.causes, ...explanation.open.flatMap((open) => open.map(({ cause }) => cause))].flatMap((cause) =>
      cause.kind === 'moved' ? [cause.channel] : cause.kind === 'swapped' ? [cause.channel, cause.other] : [],
    ),
  );
  // Channels in one another's place shift the middle of all gains: first things first.
  const isSwapped = explanation.causes.some(({ kind }) => kind === 'swapped');
  const unproven = unprovenFindings(table, model, clusters, explanation.sources);
  return {
    comparisons,
    limits: takeLimits(
      table,
      model,
      clusters.map(({ cluster }) => cluster),
      explanation,
      unproven.flatMap(({ microphoneIds }) => microphoneIds),
    ),
    findings: [
      ...missingFindings(table, report, matching),
      ...causeFindings(table, report, explanation, model),
      ...(isSwapped
        ? []
        : gainFindings(
            table,
            model,
            clusters.map(({ cluster, events }) => ({ ...cluster, events })),
            explanation.sources,
            elsewhere,
          )),
      ...strayFindings(table, clusters, explanation.sources),
      ...unproven,
    ],
  };
}
