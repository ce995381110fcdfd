import {
  type Comparison,
  type Matching,
  type Proof,
  type ProofFinding,
  type Role,
  type TakeFinding,
  type TakeReport,
  TOGETHER_CODES,
  togetherFindings,
} from '../analysis';
import { type Chain, changedLinks } from '../chain';
import { gravestFirst, type Move, type Severity } from '../checks';
import { chainIn, deviceOf, type PlacedMicrophone, type Session } from '../document';
import { isOneSplit } from '../planning';
import { asList, type Told, type Words } from '../units';
import { tell } from './codes';

/** Chains as they were when a take was recorded, by microphone id. */
export type Chains = Readonly<Record<string, Chain>>;

/** A take as it was read, with the plan that it is held against where there is one. */
export interface Heard {
  readonly report: TakeReport;
  /** Held against the plan; null without one. */
  readonly proof: Proof | null;
  readonly session: Session | null;
  readonly matching: Matching;
  /** What a person corrected of the channels' roles. */
  readonly roles?: Readonly<Record<string, Role>>;
  /** What it was recorded through; where it is not known, the chain as it stands. */
  readonly chains?: Chains;
}

/** One thing that is said of a take, wherever it is said. */
export interface Verdict {
  /** Stable while the same thing is said of the same channels. */
  readonly id: string;
  readonly code: string;
  readonly severity: Severity;
  readonly microphoneIds: readonly string[];
  readonly channels: readonly string[];
  readonly message: Words;
  /** What can be done in the world, or in the mix; each is one step of undo. */
  readonly moves: readonly Move[];
  /** Files that are named crosswise: who belongs to whom then. It changes nothing of the session. */
  readonly rematch?: { readonly matching: Matching; readonly label: Told };
  readonly probability: number | null;
  /** What it stands on, in short. */
  readonly evidence: readonly Words[];
}

/** What is judged of channels against each other without a plan: the proof says it better. */
const BETTER_SAID = new Set(['polarity-reversed', 'question', 'late', 'early']);

/** Faults that a change of the chain answers. */
const ANSWERED: Readonly<Record<string, readonly ('cable' | 'input' | 'latency')[]>> = {
  'polarity-reversed': ['cable', 'input'],
  'channels-swapped': ['cable'],
  'channel-late': ['latency'],
  'device-late': ['latency'],
};

/** What was changed since a take, by the chain as it stands. */
function changeWords(link: 'cable' | 'input' | 'latency', name: string, { cable }: Chain): Told {
  if (link === 'latency') return tell('the-delay-of-was-known', { name });
  if (link === 'input') return tell('was-inverted-at-its-input', { name });
  return cable === 'reversed' ? tell('the-cable-of-was-known-to', { name }) : tell('the-cable-of-was-changed', { name });
}

const exchangeWords = ({ microphoneIds }: Verdict, session: Session | null): Told =>
  tell('the-cables-of-were-exchanged', {
    microphoneIds: asList(microphoneIds.map((id) => session?.microphones.find((one) => one.id === id)?.name ?? '')),
  });

/** Chains of all microphones as they stand. */
export const chainsOf = (session: Pick<Session, 'microphones' | 'shelf' | 'patch' | 'sampleRateHz'>): Chains =>
  Object.fromEntries(session.microphones.map((placed) => [placed.id, chainIn(session, placed)]));

const signWords = (sign: 1 | -1): Told => (sign === 1 ? tell('same-polarity') : tell('opposite-polarity'));

/** Measured beside planned, for one microphone. */
const comparedWords = ({ sourceName, plannedSamples, measuredSamples, measuredPolarity, plannedPolarity }: Comparison): Told =>
  tell('samples-measured-planned-as-measured-planned', {
    sourceName,
    measuredSamples: measuredSamples.toFixed(1),
    plannedSamples: plannedSamples.toFixed(1),
    signWords: signWords(measuredPolarity),
    plannedPolarity: plannedPolarity === null ? 'yes' : 'no',
    signWords2: signWords(plannedPolarity ?? 1),
  });

/** Two microphones' channels, each given to the other. */
export const crosswise = (matching: Matching, [one, other]: readonly string[]): Matching =>
  Object.fromEntries(Object.entries(matching).map(([name, id]) => [name, id === one ? (other ?? null) : id === other ? (one ?? null) : id]));

/** What knocks said of these microphones: in whose channel they were, and how the clap swung. */
const knockWords = ({ report, session }: Heard, ids: readonly string[]): Told[] =>
  (report.taps ?? []).flatMap(({ microphoneId, channel, clapSign }) =>
    ids.includes(microphoneId)
      ? [
          tell('knocked-on', {
            microphone: session?.microphones.find(({ id }) => id === microphoneId)?.name ?? '',
            channel,
            clap: clapSign === null ? 'none' : clapSign === 1 ? 'up' : 'down',
          }),
        ]
      : [],
  );

function ofProof(heard: Heard, finding: ProofFinding): Verdict {
  const { proof, matching, session } = heard;
  const { id, code, severity, microphoneIds, message, moves, probability } = finding;
  const channels = Object.keys(matching).filter((name) => microphoneIds.includes(matching[name] ?? ''));
  // What the plan says a sign of is told first.
  const compared = (proof?.comparisons ?? [])
    .filter((one) => microphoneIds.includes(one.microphoneId) && one.spotId !== one.microphoneId)
    .sort((a, b) => Number(b.plannedPolarity !== null) - Number(a.plannedPolarity !== null));
  return {
    id,
    code,
    severity,
    microphoneIds,
    channels,
    message,
    moves: moves.map((move) => withSwitch(move, session)),
    ...(code === 'channels-swapped'
      ? { rematch: { matching: crosswise(matching, microphoneIds), label: tell('the-files-are-named-crosswise') } }
      : {}),
    probability,
    evidence: probability === null ? [] : [...knockWords(heard, microphoneIds), ...compared.map(comparedWords)],
  };
}

const ofReport = ({ matching }: Heard, { code, severity, channels, message, probability, evidence }: TakeFinding): Verdict => ({
  id: `${code}/${channels.join('/')}`,
  code,
  severity,
  microphoneIds: channels.flatMap((name) => matching[name] ?? []),
  channels,
  message,
  moves: [],
  probability: probability ?? 1,
  evidence: evidence ?? [],
});

/** What of the report itself stands beside the proof. */
function beside({ report, proof, session, matching, roles = {} }: Heard): readonly TakeFinding[] {
  if (!session || !proof || session.microphones.length === 0) {
    const alone = report.findings.filter(({ code }) => !TOGETHER_CODES.has(code));
    return [...togetherFindings(report, roles), ...alone];
  }
  return report.findings.filter((finding) => !BETTER_SAID.has(finding.code) && !isOneSplit(session, matching, finding));
}

/** A fault that was answered in the world since: the take is of before, and asks for another. */
function superseded(verdict: Verdict, { session, chains }: Heard): Verdict {
  const links = ANSWERED[verdict.code] ?? [];
  const placed = session?.microphones.find(({ id }) => id === verdict.microphoneIds[0]);
  if (!session || !placed) return verdict;
  const now = chainIn(session, placed);
  const link = changedLinks(chains?.[placed.id] ?? now, now).find((one) => links.includes(one));
  if (!link) return verdict;
  const { rematch: _, ...said } = verdict;
  return {
    ...said,
    id: `chain-changed/${verdict.id}`,
    code: 'chain-changed',
    severity: 'improve',
    message: tell('recorded-before-record-another-ten-seconds', {
      code:
        verdict.code === 'channels-swapped'
          ? exchangeWords(verdict, session)
          : changeWords(link, verdict.code === 'device-late' ? (deviceOf(session, placed.id)?.name ?? '') : placed.name, placed),
    }),
    moves: [],
    probability: null,
  };
}

/** Who changes a cable that was mended at the input has a switch to put back as well. */
function withSwitch(move: Move, session: Session | null): Move {
  const placed = session?.microphones.find(({ id }) => id === move.microphoneId);
  return move.kind === 'cable changed' && placed?.cable === 'reversed' && (placed.madeUp ?? (placed.inputInverted ? 'input' : 'mix')) === 'input'
    ? { ...move, label: tell('i-changed-the-cable-and-put') }
    : move;
}

/** Faults of the world that are known and mended in the mix: said as long as they are so. */
function mended({ name, id, cable, madeUp, inputInverted, flipped, latencySamples = 0, alignSamples }: PlacedMicrophone): Verdict[] {
  const say = (what: string, message: Told): Verdict => ({
    id: `mended-${what}/${id}`,
    code: 'mended',
    severity: 'note',
    microphoneIds: [id],
    channels: [],
    message,
    moves: [],
    probability: null,
    evidence: [],
  });
  return [
    ...(cable === 'reversed' && (madeUp || inputInverted || flipped)
      ? [
          say(
            'polarity',
            tell('the-cable-of-is-reversed-madeup', { name, madeUp: (madeUp ?? (inputInverted ? 'input' : 'mix')) === 'input' ? 'yes' : 'no' }),
          ),
        ]
      : []),
    ...(latencySamples !== 0
      ? [
          say(
            'latency',
            tell('comes-samples-latencysamples2-late-early-by', {
              name,
              latencySamples: Math.abs(latencySamples),
              latencySamples2: latencySamples > 0 ? 'yes' : 'no',
              alignSamples: alignSamples === -latencySamples ? 'yes' : 'no',
            }),
          ),
        ]
      : []),
  ];
}

/** Devices whose delay is known: said once, not for each of their channels. */
function lateDevices({ shelf, patch, microphones, sampleRateHz }: Session): Verdict[] {
  return shelf.devices.flatMap(({ id, name, latencySeconds = 0 }): Verdict[] => {
    const own = microphones.filter((placed) => deviceOf({ shelf, patch }, placed.id)?.id === id);
    const samples = Math.round(latencySeconds * sampleRateHz);
    if (samples === 0 || own.length === 0) return [];
    const back = own.every(({ alignSamples, latencySamples = 0 }) => alignSamples === -samples - latencySamples);
    return [
      {
        id: `mended-device/${id}`,
        code: 'mended',
        severity: 'note',
        microphoneIds: own.map((placed) => placed.id),
        channels: [],
        message: tell('everything-that-records-comes-samples-sample', {
          name,
          samples: Math.abs(samples),
          samples2: samples > 0 ? 'yes' : 'no',
          back: back ? 'yes' : 'no',
        }),
        moves: [],
        probability: null,
        evidence: [],
      },
    ];
  });
}

/** Faults by which a channel's sign or time is wrong: what is worked out on the raw files of such a take is no offer. */
const FAULTS = new Set(['polarity-reversed', 'channel-late', 'device-late', 'channels-swapped', 'chain-changed', 'late', 'early']);

/** Everything that is said of a take, the gravest first: page, command line, CSV and JSON read this list and word nothing themselves. */
export function verdictsOf(heard: Heard): readonly Verdict[] {
  const { proof, session } = heard;
  const proven =
    session && session.microphones.length > 0 ? (proof?.findings ?? []).map((finding) => superseded(ofProof(heard, finding), heard)) : [];
  const others = beside(heard).map((finding) => ofReport(heard, finding));
  const faulty = isFaulty([...proven, ...others]);
  const known = proof && session ? [...session.microphones.flatMap(mended), ...lateDevices(session)] : [];
  return gravestFirst([...proven, ...others.filter(({ code }) => !(faulty && code === 'sum-fuller')), ...known]);
}

/** Nothing is to be done: what is left are offers, and what was mended. */
export const isFine = (verdicts: readonly Verdict[]): boolean => verdicts.every(({ code }) => code === 'sum-fuller' || code === 'mended');

/** A channel's sign or time is wrong, or was when the take was recorded. */
export const isFaulty = (verdicts: readonly Verdict[]): boolean => verdicts.some(({ code, severity }) => FAULTS.has(code) && severity !== 'note');
