import type { ArrivalTable } from '../../arrivals';
import { alongString } from '../../checks';
import { type Cause, channelsOf, type Explanation, type Model, stringsAgree, type Weighed } from '../../evidence';
import { dot, magnitude, normalize, subtract } from '../../math';
import { asDelay, asLength, asList, asNumber, asTime, type Told } from '../../units';
import type { TakeReport } from '../reading/report';
import { tell } from './codes';
import { devicesOf, targetOf } from './planModel';
import type { ProofFinding } from './proof';

export const nameOf = (table: ArrivalTable, channel: number): string => table.plan.microphones[channel]?.name ?? '';
export const idOf = (table: ArrivalTable, channel: number): string => table.plan.microphones[channel]?.id ?? '';

function lateFinding(table: ArrivalTable, report: TakeReport, channel: number, seconds: number, probability: number): ProofFinding {
  const { plan } = table;
  const id = idOf(table, channel);
  const whole = Math.round(Math.abs(seconds) * report.sampleRate);
  // Delays are counted in the session's own samples.
  const samples = Math.round(seconds * plan.sampleRateHz);
  return {
    id: `take-late/${id}`,
    severity: 'fix',
    code: 'channel-late',
    microphoneIds: [id],
    message: tell('is-on-every-source-which-no', {
      of: nameOf(table, channel),
      seconds: asDelay(Math.abs(seconds), report.sampleRate, plan.speedOfSoundMps),
      late: seconds > 0 ? 'yes' : 'no',
    }),
    moves: [
      {
        kind: 'latency',
        microphoneId: id,
        bySamples: samples,
        inMix: true,
        label: tell('move-it-samples-seconds-earlier-later', { whole, seconds: seconds > 0 ? 'yes' : 'no' }),
      },
      { kind: 'latency', microphoneId: id, bySamples: samples, inMix: false, label: tell('it-is-the-recorder-remember-samples', { whole }) },
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
      message: tell('everything-that-records-is-seconds2-late', {
        name,
        seconds: asDelay(Math.abs(seconds), report.sampleRate, plan.speedOfSoundMps),
        seconds2: seconds > 0 ? 'yes' : 'no',
      }),
      moves: [
        { ...move, inMix: true, label: tell('move-its-channels-samples-seconds-earlier', { whole, seconds: seconds > 0 ? 'yes' : 'no' }) },
        { ...move, inMix: false, label: tell('it-is-remember-samples', { name, whole }) },
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
    message: tell('the-polarity-of-is-reversed-check', { of: nameOf(table, channel) }),
    moves: [
      { kind: 'cable changed', microphoneId: id, label: tell('i-changed-the-cable') },
      ...(inverts ? [{ kind: 'invert' as const, where: 'input' as const, microphoneId: id, label: tell('invert-it-at-input', { inverts }) }] : []),
      { kind: 'invert', where: 'mix', microphoneId: id, label: tell('invert-it-in-the-mix') },
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
    message: tell('and-are-each-in-the-others', { of: nameOf(table, channel), of2: nameOf(table, other) }),
    moves: [{ kind: 'cables exchanged', microphoneId: ids[0] as string, otherId: ids[1] as string, label: tell('i-exchanged-the-cables') }],
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
  const byDelay = asDelay(Math.abs(metres) / plan.speedOfSoundMps, report.sampleRate, plan.speedOfSoundMps);
  return {
    id: `take-place/${placed.id}/${arrival.sourceKey}`,
    severity: Math.abs(metres) > 0.1 ? 'improve' : 'note',
    code: 'distance-differs',
    microphoneIds: [placed.id],
    message: tell('hears-otherwise-than-planned', {
      name: placed.name,
      source: plan.sources[source]?.name.toLowerCase() ?? '',
      delay: byDelay,
      far: far ? 'yes' : 'no',
      length: asLength(Math.abs(metres)),
      taped: stringsAgree(model.strings(cause.channel), cause) ? 'yes' : 'no',
    }),
    moves: placed.locked
      ? []
      : [{ kind: 'place', microphoneId: placed.id, positionM: alongString(placed, arrival, metres), label: tell('plan-it-where-it-is') }],
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
    message: tell('the-stands-some-from-its-place', { name, metres: asLength(metres) }),
    moves: [],
    probability,
  };
}

/** The instrument in a sentence; where there are several, by the first of its sources. */
function instrumentName({ plan }: ArrivalTable, instrument: number): Told {
  const ids = [...new Set(plan.sources.map(({ instrumentId }) => instrumentId))];
  const first = plan.sources.find(({ instrumentId }) => instrumentId === ids[instrument]);
  return ids.length > 1 && first ? tell('instrument-with-the', { first: first.name.toLowerCase() }) : tell('instrument');
}

/** A cause in a few words, for a question. */
function inWords(table: ArrivalTable, cause: Cause): Told {
  switch (cause.kind) {
    case 'reversed':
      return tell('the-polarity-of-is-reversed', { of: nameOf(table, cause.channel) });
    case 'late':
      return tell('is-ms-seconds2-late-early', {
        of: nameOf(table, cause.channel),
        seconds: asNumber(Math.abs(cause.seconds) * 1000, 2),
        seconds2: cause.seconds > 0 ? 'yes' : 'no',
      });
    case 'device late': {
      const id = devicesOf(table)[cause.device];
      const name = table.plan.microphones.find(({ device }) => device?.id === id)?.device?.name ?? '';
      return tell('all-of-is-ms-seconds2-late', {
        name,
        seconds: asNumber(Math.abs(cause.seconds) * 1000, 2),
        seconds2: cause.seconds > 0 ? 'yes' : 'no',
      });
    }
    case 'moved':
      return tell('stands-from-its-place', { of: nameOf(table, cause.channel), magnitude: asLength(magnitude(cause.byM)) });
    case 'swapped':
      return tell('and-are-swapped', { of: nameOf(table, cause.channel), of2: nameOf(table, cause.other) });
    case 'elsewhere':
      return tell('the-stands-from-its-place', {
        instrumentName: instrumentName(table, cause.instrument),
        magnitude: asLength(magnitude(cause.byM)),
      });
  }
}

/** What would settle it. */
function settleWords(open: readonly Weighed[]): Told {
  const kinds = new Set(open.map(({ cause }) => cause.kind));
  if (kinds.size === 1 && kinds.has('reversed')) return tell('look-at-their-cables-and-switches');
  if (kinds.has('moved') || kinds.has('elsewhere')) return tell('hold-the-tape-to-them-or');
  return tell('play-every-source-alone-one-after');
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
    message: tell('some-of-have-reversed-polarity-against', {
      listed: asList(channels.map((channel) => nameOf(table, channel))),
      settleWords: settleWords(open),
    }),
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
  const by = causes.map(({ seconds }) => asTime(Math.abs(seconds)));
  const ids = channelsOf(first).map((channel) => idOf(table, channel));
  return {
    id: `take-question/late/${ids.join('/')}`,
    severity: 'note',
    code: 'question',
    microphoneIds: ids,
    message: tell('kind-is-one-device-is-seconds', {
      kind: first.kind === 'late' ? 'yes' : 'no',
      of: first.kind === 'late' ? nameOf(table, first.channel) : '',
      seconds: first.seconds > 0 ? 'yes' : 'no',
      listed: asList(by, 'or'),
    }),
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
      message: tell('the-take-differs-from-the-plan', { named: named.length, listed: asList(named, 'or'), settleWords: settleWords(grave) }),
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
