import type { ArrivalTable } from '../../arrivals';
import { alongString } from '../../checks';
import { type Cause, type Explanation, type Model, stringsAgree } from '../../evidence';
import { dot, magnitude, normalize, subtract } from '../../math';
import { asDelay, asLength, asMidway } from '../../units';
import type { TakeReport } from '../reading/report';
import { tell } from './codes';
import { IN_PLACE_M, idOf, instrumentName, nameOf } from './named';
import { devicesOf, targetOf } from './planModel';
import type { ProofFinding } from './proof';
import { question } from './questions';

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
      source: asMidway(plan.sources[source]?.name ?? ''),
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
