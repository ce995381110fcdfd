import type { ArrivalTable } from '../../arrivals';
import { alongString } from '../../checks';
import { type Cause, channelsOf, type Explanation, type Model, stringsAgree, type Weighed } from '../../evidence';
import { dot, magnitude, normalize, subtract } from '../../math';
import { formatDelay, formatLength, formatNumber, listed } from '../../units';
import type { TakeReport } from '../reading/report';
import { devicesOf, targetOf } from './planModel';
import type { ProofFinding } from './proof';

export const nameOf = (table: ArrivalTable, channel: number): string => table.plan.microphones[channel]?.name ?? '';
export const idOf = (table: ArrivalTable, channel: number): string => table.plan.microphones[channel]?.id ?? '';

function lateFinding(table: ArrivalTable, report: TakeReport, channel: number, seconds: number, probability: number): ProofFinding {
  const { plan } = table;
  const id = idOf(table, channel);
  const way = seconds > 0 ? 'late' : 'early';
  const whole = Math.round(Math.abs(seconds) * report.sampleRate);
  // Delays are counted in the session's own samples.
  const samples = Math.round(seconds * plan.sampleRateHz);
  return {
    id: `take-late/${id}`,
    severity: 'fix',
    code: 'channel-late',
    microphoneIds: [id],
    message: `${nameOf(table, channel)} is ${formatDelay(Math.abs(seconds), report.sampleRate, plan.speedOfSoundMps, plan.units)} ${way} on every source, which no likely place explains: look for a plug-in or converter in its way, or take it back in the mix.`,
    moves: [
      {
        kind: 'latency',
        microphoneId: id,
        bySamples: samples,
        inMix: true,
        label: `Move it ${whole} samples ${seconds > 0 ? 'earlier' : 'later'} in the mix`,
      },
      { kind: 'latency', microphoneId: id, bySamples: samples, inMix: false, label: `It is the recorder: remember ${whole} samples` },
    ],
    probability,
  };
}

/** What all channels of a device have in common is the device's, or of what is between it and the recording. */
function deviceLateFinding(table: ArrivalTable, report: TakeReport, device: number, seconds: number, probability: number): ProofFinding[] {
  const { plan } = table;
  const deviceId = devicesOf(table)[device] ?? '';
  const own = plan.microphones.filter((one) => one.device?.id === deviceId);
  const name = own[0]?.device?.name ?? '';
  const [first] = own;
  if (!first) return [];
  const whole = Math.round(Math.abs(seconds) * report.sampleRate);
  const move = {
    kind: 'device latency' as const,
    microphoneId: first.id,
    microphoneIds: own.map(({ id }) => id),
    deviceId,
    bySeconds: Math.round(seconds * plan.sampleRateHz) / plan.sampleRateHz,
  };
  return [
    {
      id: `take-device-late/${deviceId}`,
      severity: 'fix',
      code: 'device-late',
      microphoneIds: own.map(({ id }) => id),
      message: `Everything that ${name} records is ${formatDelay(Math.abs(seconds), report.sampleRate, plan.speedOfSoundMps, plan.units)} ${seconds > 0 ? 'late' : 'early'} against the rest: it is the delay of the device or of the recorder’s setting for it, no place.`,
      moves: [
        { ...move, inMix: true, label: `Move its channels ${whole} samples ${seconds > 0 ? 'earlier' : 'later'} in the mix` },
        { ...move, inMix: false, label: `It is ${name}: remember ${whole} samples` },
      ],
      probability,
    },
  ];
}

function reversedFinding(table: ArrivalTable, channel: number, probability: number): ProofFinding {
  const id = idOf(table, channel);
  const inverts = table.plan.microphones[channel]?.invertingInput;
  return {
    id: `take-reversed/${id}`,
    severity: 'fix',
    code: 'polarity-reversed',
    microphoneIds: [id],
    message: `The polarity of ${nameOf(table, channel)} is reversed: check its cable, and the polarity switch in its way.`,
    moves: [
      { kind: 'cable changed', microphoneId: id, label: 'I changed the cable' },
      ...(inverts ? [{ kind: 'invert' as const, where: 'input' as const, microphoneId: id, label: `Invert it at input ${inverts}` }] : []),
      { kind: 'invert', where: 'mix', microphoneId: id, label: 'Invert it in the mix' },
    ],
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
    message: `${nameOf(table, channel)} and ${nameOf(table, other)} are each in the other’s place: exchange their cables, or their files are named crosswise.`,
    moves: [{ kind: 'cables exchanged', microphoneId: ids[0] as string, otherId: ids[1] as string, label: 'I exchanged the cables' }],
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
  model: Model,
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
    message: `${placed.name} hears the ${plan.sources[source]?.name.toLowerCase()} ${delay} ${far ? 'later' : 'earlier'} than planned: bring it ${formatLength(Math.abs(metres), plan.units)} ${far ? 'closer along its string' : 'farther along its string'}, or take the measured place into the plan.${stringsAgree(model.strings(cause.channel), cause) ? ' Its tape readings say so too.' : ''}`,
    moves: placed.locked
      ? []
      : [{ kind: 'place', microphoneId: placed.id, positionM: alongString(placed, arrival, metres), label: 'Plan it where it is' }],
    probability,
  };
}

/** An instrument that is not where it is planned. */
function elsewhereFinding(table: ArrivalTable, cause: Cause & { kind: 'elsewhere' }, probability: number): ProofFinding | null {
  const metres = magnitude(cause.byM);
  if (metres < IN_PLACE_M) return null;
  const name = instrumentName(table, cause.instrument);
  return {
    id: `take-instrument/${cause.instrument}`,
    severity: metres > 0.1 ? 'improve' : 'note',
    code: 'instrument-elsewhere',
    microphoneIds: [],
    message: `The ${name} stands some ${formatLength(metres, table.plan.units)} from its place in the plan, as all microphones hear it: hold the tape to its marks, and move it, or plan it where it is.`,
    moves: [],
    probability,
  };
}

/** The instrument in a sentence; where there are several, by the first of its sources. */
function instrumentName({ plan }: ArrivalTable, instrument: number): string {
  const ids = [...new Set(plan.sources.map(({ instrumentId }) => instrumentId))];
  const first = plan.sources.find(({ instrumentId }) => instrumentId === ids[instrument]);
  return ids.length > 1 && first ? `instrument with the ${first.name.toLowerCase()}` : 'instrument';
}

/** A cause in a few words, for a question. */
function inWords(table: ArrivalTable, cause: Cause): string {
  const { plan } = table;
  switch (cause.kind) {
    case 'reversed':
      return `the polarity of ${nameOf(table, cause.channel)} is reversed`;
    case 'late':
      return `${nameOf(table, cause.channel)} is ${formatNumber(Math.abs(cause.seconds) * 1000, 2)} ms ${cause.seconds > 0 ? 'late' : 'early'}`;
    case 'device late': {
      const id = devicesOf(table)[cause.device];
      const name = table.plan.microphones.find(({ device }) => device?.id === id)?.device?.name ?? '';
      return `all of ${name} is ${formatNumber(Math.abs(cause.seconds) * 1000, 2)} ms ${cause.seconds > 0 ? 'late' : 'early'}`;
    }
    case 'moved':
      return `${nameOf(table, cause.channel)} stands ${formatLength(magnitude(cause.byM), plan.units)} from its place`;
    case 'swapped':
      return `${nameOf(table, cause.channel)} and ${nameOf(table, cause.other)} are swapped`;
    case 'elsewhere':
      return `the ${instrumentName(table, cause.instrument)} stands ${formatLength(magnitude(cause.byM), plan.units)} from its place`;
  }
}

/** What would settle it. */
function settleWords(open: readonly Weighed[]): string {
  const kinds = new Set(open.map(({ cause }) => cause.kind));
  if (kinds.size === 1 && kinds.has('reversed')) return 'Look at their cables and switches, or tap each alone: the first swing tells.';
  if (kinds.has('moved') || kinds.has('elsewhere')) return 'Hold the tape to them, or play more sources one after another.';
  return 'Play every source alone, one after another.';
}

const MOST_NAMED = 3;

/** Signs tell which channels differ, and not which of them are upside down: all are named. */
function halves(table: ArrivalTable, open: readonly Weighed[]): ProofFinding {
  const channels = open.flatMap(({ cause }) => channelsOf(cause));
  const ids = channels.map((channel) => idOf(table, channel));
  return {
    id: `take-question/${channels.join('/')}`,
    severity: 'note',
    code: 'question',
    microphoneIds: ids,
    message: `Some of ${listed(channels.map((channel) => nameOf(table, channel)))} have reversed polarity against the others, and the take does not settle which. ${settleWords(open)}`,
    moves: [],
    probability: null,
  };
}

/** One channel or device that is late for certain, and the take does not settle by how much. */
function latenesses(table: ArrivalTable, open: readonly Weighed[]): ProofFinding | null {
  const causes = open.flatMap(({ cause }) => (cause.kind === 'late' || cause.kind === 'device late' ? [cause] : []));
  const [first] = causes;
  const ofOne = (one: (typeof causes)[number]): string => (one.kind === 'late' ? `channel ${one.channel}` : `device ${one.device}`);
  if (!first || causes.length < open.length || causes.length < 2 || causes.some((one) => ofOne(one) !== ofOne(first))) return null;
  const by = causes.map(({ seconds }) => `${formatNumber(Math.abs(seconds) * 1000, 2)} ms`);
  const ids = channelsOf(first).map((channel) => idOf(table, channel));
  return {
    id: `take-question/late/${ids.join('/')}`,
    severity: 'note',
    code: 'question',
    microphoneIds: ids,
    message: `${first.kind === 'late' ? `${nameOf(table, first.channel)} is` : 'One device is'} ${first.seconds > 0 ? 'late' : 'early'}, and the take does not settle by how much: ${listed(by, 'or')}. Play every source alone, one after another.`,
    moves: [],
    probability: open.reduce((sum, { probability }) => sum + probability, 0),
  };
}

/** Several explanations as good as one another: asked, never told. */
function question(table: ArrivalTable, open: readonly Weighed[]): ProofFinding[] {
  // A stand within its tolerance is no question.
  const grave = open.filter(({ cause }) => (cause.kind !== 'moved' && cause.kind !== 'elsewhere') || magnitude(cause.byM) >= IN_PLACE_M);
  if (grave.length === 0) return [];
  const named = grave.slice(0, MOST_NAMED).map(({ cause }) => inWords(table, cause));
  const late = latenesses(table, grave);
  if (late) return [late];
  if (grave.length > 2 && grave.every(({ cause }) => cause.kind === 'reversed')) return [halves(table, grave)];
  const ids = [...new Set(grave.slice(0, MOST_NAMED).flatMap(({ cause }) => channelsOf(cause)))];
  return [
    {
      id: `take-question/${ids.join('/')}`,
      severity: 'note',
      code: 'question',
      microphoneIds: ids.map((channel) => idOf(table, channel)),
      message: `The take differs from the plan, and it does not settle how: ${named.length === 1 ? 'perhaps ' : ''}${listed(named, 'or')}. ${settleWords(grave)}`,
      moves: [],
      probability: grave.slice(0, MOST_NAMED).reduce((sum, { probability }) => sum + probability, 0),
    },
  ];
}

export function causeFindings(table: ArrivalTable, report: TakeReport, { sure, open, sources }: Explanation, model: Model): ProofFinding[] {
  const heard = [...new Set(sources.filter((source) => source >= 0))];
  const told = sure.flatMap(({ cause, probability }): ProofFinding[] => {
    switch (cause.kind) {
      case 'reversed':
        return [reversedFinding(table, cause.channel, probability)];
      case 'late':
        return [lateFinding(table, report, cause.channel, cause.seconds, probability)];
      case 'device late':
        return deviceLateFinding(table, report, cause.device, cause.seconds, probability);
      case 'swapped':
        return [swappedFinding(table, cause.channel, cause.other, probability)];
      case 'elsewhere': {
        const finding = elsewhereFinding(table, cause, probability);
        return finding ? [finding] : [];
      }
      case 'moved': {
        const finding = movedFinding(table, report, cause, heard, model, probability);
        return finding ? [finding] : [];
      }
    }
  });
  return [...told, ...open.flatMap((alternatives) => question(table, alternatives))];
}
