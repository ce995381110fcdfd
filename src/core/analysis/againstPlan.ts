import { type Arrival, type ArrivalTable, sourceKey } from '../arrivals';
import { alongString, type Move } from '../checks';
import { median, solveLinear } from '../math';
import { isDirect } from '../microphones';
import { formatDelay, formatLength } from '../units';
import type { SourceReport, TakeReport } from './report';

/** Which microphone each channel belongs to; null where none does. */
export type Matching = Readonly<Record<string, string | null>>;

/** One measured arrival beside the planned one, both counted from the spot channel, samples. */
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
  /** Whether the plan says enough there to be met by a measurement: not drowned in the room, all parts of the source as late. */
  readonly met: boolean;
  /** Whether the first arrival is the only way that counts, so that its lateness is a place's. */
  readonly clear: boolean;
}

/** A finding of the take with the plan beside it. Moves change the plan; a recorded file is never touched. */
export interface ProofFinding {
  readonly id: string;
  readonly severity: 'fix' | 'improve' | 'note';
  readonly code: string;
  readonly microphoneIds: readonly string[];
  readonly message: string;
  readonly move: Move | null;
}

export interface Proof {
  readonly comparisons: readonly Comparison[];
  readonly findings: readonly ProofFinding[];
}

/** Measurements less sure than this are shown but judge nothing. */
const SURE = 0.25;
/** An offset shorter than this, alike on every source, is more likely a stand than a delay in the channel, metres. */
const LATE_M = 0.2;
/** Spread over sources below which an offset belongs to the channel and not to the place, samples. */
const STEADY_SAMPLES = 8;
/** Tape and temperature explain this much, metres. */
const TAPE_M = 0.03;

/** Nobody puts a microphone farther from its place than this, metres; what is later still is an echo, and says nothing of a place (our choice). */
const ELSEWHERE_M = 1;

/** The planned source that a measured one stands for: the target of its spot microphone. */
function plannedSource(table: ArrivalTable, spotId: string): number {
  const spot = table.plan.microphones.find((microphone) => microphone.id === spotId);
  return table.plan.sources.findIndex((source) => sourceKey(source) === spot?.targetKey);
}

/** The first arrival is the strongest path or within this of it, dB; later ways are weaker by as much. */
const CLEAR_DB = 6;
/** The room may be louder than the direct sound by this much, dB: correlation still finds it. */
const DROWNED_DB = 3;

const isHeard = ({ directDb, roomDb }: Arrival): boolean => directDb > roomDb - DROWNED_DB;

function hasOneWay({ paths, delaySeconds }: Arrival): boolean {
  const first = paths.find((path) => path.delaySeconds === delaySeconds);
  return first !== undefined && paths.every((path) => path === first || path.levelDb < first.levelDb - CLEAR_DB);
}

/** Parts of one instrument are told apart by nobody: what they differ by may be at most this, seconds. */
const PARTS_WITHIN_S = 1e-4;
/** A part quieter than the loudest by more than this does not count, dB. */
const PART_HEARD_DB = 15;

/** Whether every part of the source's group that sounds in both channels would be as late: a string's stroke is no other than the box's. */
function ofOneMind(table: ArrivalTable, s: number, planned: Arrival, spot: Arrival): boolean {
  const source = table.plan.sources[s];
  const [to, from] = [planned, spot].map(({ microphoneId }) => table.plan.microphones.findIndex(({ id }) => id === microphoneId));
  const late = planned.delaySeconds - spot.delaySeconds;
  return table.plan.sources.every((other, o) => {
    if (other.instrumentId !== source?.instrumentId) return true;
    const [a, b] = [table.rows[to ?? -1]?.[o], table.rows[from ?? -1]?.[o]];
    if (!a || !b || b.levelDb < spot.levelDb - PART_HEARD_DB) return true;
    return other.groupId === source.groupId ? Math.abs(a.delaySeconds - b.delaySeconds - late) < PARTS_WITHIN_S : true;
  });
}

function compareSource(table: ArrivalTable, source: SourceReport, matching: Matching): Comparison[] {
  const { plan } = table;
  const spotId = matching[source.spot];
  if (!spotId) return [];
  const s = plannedSource(table, spotId);
  const spot = table.rows[plan.microphones.findIndex((m) => m.id === spotId)]?.[s];
  if (s < 0 || !spot) return [];
  return source.arrivals.flatMap((measured): Comparison[] => {
    const id = matching[measured.channel];
    const planned = table.rows[plan.microphones.findIndex((m) => m.id === id)]?.[s];
    if (!id || !planned) return [];
    return [
      {
        sourceKey: planned.sourceKey,
        sourceName: plan.sources[s]?.name ?? '',
        spotId,
        microphoneId: id,
        plannedSamples: (planned.delaySeconds - spot.delaySeconds) * plan.sampleRateHz,
        measuredSamples: measured.delaySamples,
        plannedPolarity: planned.settledInAll && spot.settledInAll ? ((planned.polarity * spot.polarity) as 1 | -1) : null,
        met: isHeard(planned) && isHeard(spot) && ofOneMind(table, s, planned, spot),
        clear: hasOneWay(planned) && hasOneWay(spot),
        measuredPolarity: measured.polarity,
        confidence: measured.confidence,
        levelDb: measured.levelDb,
      },
    ];
  });
}

/** Residuals below this count alike, samples: the measurement's own error. */
const MEASURED_WITHIN = 1.5;

/**
 * Per microphone the lateness that explains the comparisons with the fewest wrong ones: least absolute deviations by
 * reweighted least squares (each round a small linear system), counted from the median microphone.
 */
function channelOffsets(comparisons: readonly Comparison[], ids: readonly string[]): Map<string, number> {
  const n = ids.length;
  let offsets: number[] = ids.map(() => 0);
  const terms = comparisons.map((c) => ({
    to: ids.indexOf(c.microphoneId),
    from: ids.indexOf(c.spotId),
    excess: c.measuredSamples - c.plannedSamples,
  }));
  for (let round = 0; round < 30; round++) {
    const a = ids.map((_, i) => ids.map((__, j) => (i === j ? 1e-6 : 0)));
    const b = ids.map(() => 0);
    for (const { to, from, excess } of terms) {
      const residual = excess - (offsets[to] as number) + (offsets[from] as number);
      const weight = 1 / Math.max(MEASURED_WITHIN, Math.abs(residual));
      const add = (i: number, j: number, value: number): void => {
        const row = a[i] as number[];
        row[j] = (row[j] as number) + value;
      };
      add(to, to, weight);
      add(from, from, weight);
      add(to, from, -weight);
      add(from, to, -weight);
      b[to] = (b[to] as number) + weight * excess;
      b[from] = (b[from] as number) - weight * excess;
    }
    offsets = (n && solveLinear(a, b)) || offsets;
  }
  const middle = n ? median(offsets) : 0;
  return new Map(ids.map((id, i) => [id, (offsets[i] as number) - middle]));
}

/** Signs that explain the measured polarities with the fewest microphones reversed; exhaustive, so ids must be few. */
function reversedMicrophones(comparisons: readonly Comparison[], ids: readonly string[]): Set<string> {
  const disagreement = (reversed: ReadonlySet<string>): number =>
    comparisons.reduce((sum, c) => {
      if (c.plannedPolarity === null) return sum;
      const flips = Number(reversed.has(c.microphoneId)) + Number(reversed.has(c.spotId));
      const expected = c.plannedPolarity * (flips % 2 ? -1 : 1);
      return sum + (expected === c.measuredPolarity ? 0 : c.confidence);
    }, 0) +
    1e-3 * reversed.size;
  let best = new Set<string>();
  for (let round = 0; round < ids.length; round++) {
    const tries = ids.map((id) => {
      const next = new Set(best);
      if (!next.delete(id)) next.add(id);
      return next;
    });
    const winner = tries.reduce((a, b) => (disagreement(b) < disagreement(a) ? b : a), best);
    if (winner === best) break;
    best = winner;
  }
  const inverse = new Set(ids.filter((id) => !best.has(id)));
  return disagreement(inverse) < disagreement(best) ? inverse : best;
}

function lateFinding(table: ArrivalTable, id: string, samples: number): ProofFinding {
  const { plan } = table;
  const name = plan.microphones.find((m) => m.id === id)?.name ?? id;
  const seconds = Math.abs(samples) / plan.sampleRateHz;
  const way = samples > 0 ? 'late' : 'early';
  const whole = Math.round(Math.abs(samples));
  return {
    id: `take-late/${id}`,
    severity: 'fix',
    code: 'channel-late',
    microphoneIds: [id],
    message: `${name} is ${formatDelay(seconds, plan.sampleRateHz, plan.speedOfSoundMps, plan.units)} ${way} on every source, as no place in the room could make it: slide its track ${whole} samples ${samples > 0 ? 'earlier' : 'later'}, and look for a plug-in or converter in its way.`,
    move: { kind: 'align', microphoneId: id, samples: -Math.round(samples), label: `Slide it ${whole} samples` },
  };
}

function reversedFinding(table: ArrivalTable, id: string): ProofFinding {
  const microphone = table.plan.microphones.find((m) => m.id === id);
  return {
    id: `take-reversed/${id}`,
    severity: 'fix',
    code: 'polarity-reversed',
    microphoneIds: [id],
    message: `${microphone?.name ?? id} is upside down: flip it, or check the cable.`,
    move: { kind: 'flip', microphoneId: id, label: 'Flip it' },
  };
}

/** A microphone that stands elsewhere than planned: its string to one source is longer or shorter. */
function placeFinding(table: ArrivalTable, c: Comparison, offset: number): ProofFinding | null {
  const { plan } = table;
  const metres = ((c.measuredSamples - c.plannedSamples - offset) / plan.sampleRateHz) * plan.speedOfSoundMps;
  if (Math.abs(metres) < TAPE_M || Math.abs(metres) > ELSEWHERE_M) return null;
  const microphone = plan.microphones.find((m) => m.id === c.microphoneId);
  const arrival = table.rows[plan.microphones.findIndex((m) => m.id === c.microphoneId)]?.find((a) => a.sourceKey === c.sourceKey);
  if (!microphone || !arrival || isDirect(microphone.model.kind)) return null;
  const far = metres > 0;
  const delay = formatDelay(Math.abs(metres) / plan.speedOfSoundMps, plan.sampleRateHz, plan.speedOfSoundMps, plan.units);
  return {
    id: `take-place/${c.microphoneId}/${c.sourceKey}`,
    severity: Math.abs(metres) > 0.1 ? 'improve' : 'note',
    code: 'distance-differs',
    microphoneIds: [c.microphoneId],
    message: `${microphone.name} hears the ${c.sourceName.toLowerCase()} ${delay} ${far ? 'later' : 'earlier'} than planned: bring it ${formatLength(Math.abs(metres), plan.units)} ${far ? 'closer along its string' : 'farther along its string'}, or take the measured place into the plan.`,
    move: microphone.locked
      ? null
      : { kind: 'place', microphoneId: microphone.id, positionM: alongString(microphone, arrival, metres), label: 'Plan it where it is' },
  };
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
      }),
    ),
  ];
}

/**
 * Holds a take report against the plan: per source the measured arrivals beside the planned ones, and what explains the
 * difference with the fewest faults: a channel reversed, a channel late as a whole, a microphone out of its place.
 */
export function proveTake(table: ArrivalTable, report: TakeReport, matching: Matching): Proof {
  const comparisons = report.sources.flatMap((source) => compareSource(table, source, matching));
  const sure = comparisons.filter((c) => c.confidence >= SURE && c.met);
  const ids = [...new Set(sure.flatMap((c) => [c.spotId, c.microphoneId]))];
  const reversed = reversedMicrophones(sure, ids);
  const offsets = channelOffsets(sure, ids);
  const findings: ProofFinding[] = [...reversed].map((id) => reversedFinding(table, id));
  for (const id of ids) {
    const offset = offsets.get(id) ?? 0;
    const own = sure.filter((c) => c.microphoneId === id || c.spotId === id);
    const spread = own.map((c) => Math.abs(c.measuredSamples - c.plannedSamples - (offsets.get(c.microphoneId) ?? 0) + (offsets.get(c.spotId) ?? 0)));
    const offsetM = (Math.abs(offset) / table.plan.sampleRateHz) * table.plan.speedOfSoundMps;
    if (offsetM >= LATE_M && median(spread) <= STEADY_SAMPLES) findings.push(lateFinding(table, id, offset));
  }
  const late = new Set(findings.filter((f) => f.code === 'channel-late').flatMap((f) => f.microphoneIds));
  const lateOf = (id: string): number => (late.has(id) ? (offsets.get(id) ?? 0) : 0);
  for (const id of ids) {
    const own = sure.filter((c) => c.microphoneId === id && c.clear);
    const c = own.find((candidate) => candidate.sourceKey === centreOf(table, id)) ?? own.sort((a, b) => b.confidence - a.confidence)[0];
    const finding = c && placeFinding(table, c, lateOf(c.microphoneId) - lateOf(c.spotId));
    if (finding) findings.push(finding);
  }
  return { comparisons, findings: [...missingFindings(table, report, matching), ...findings] };
}
