import { type Balance, COMPARISON_SIGMA_S, type Matching, type Proof, type TakeReport } from '../analysis';
import type { Session } from '../document';
import { type Heard, type Verdict, verdictsOf } from '../verdict';
import { tell } from './codes';
import { type Say, toCsv } from './csv';

type Said = Pick<Verdict, 'severity' | 'code' | 'channels'> & {
  readonly message: string;
  readonly evidence: readonly string[];
  readonly probability: number;
};

/** A take's report as it leaves: what was measured, what is said of it, and where there is a plan what was compared and what it could not show. */
export interface TakeReportDocument extends Omit<TakeReport, 'findings'> {
  readonly findings: readonly Said[];
  readonly matching?: Matching;
  readonly limits?: readonly { readonly kind: string; readonly message: string; readonly channels: readonly string[] }[];
  readonly comparisons?: readonly object[];
  readonly balance?: Balance;
}

/** What page and command line write of a take, word for word the same. */
export function takeReportDocument(heard: Heard, say: Say, balance: Balance | null = null): TakeReportDocument {
  const { report, proof, session, matching } = heard;
  const findings = verdictsOf(heard).map(({ severity, code, message, channels, probability, evidence }) => ({
    severity,
    code,
    message: say(message),
    channels,
    probability: probability ?? 1,
    evidence: evidence.map(say),
  }));
  if (!session || !proof) return { ...report, findings };
  const channelOf = (id: string): string => report.channels.find(({ name }) => matching[name] === id)?.name ?? '';
  const nameOf = (id: string): string => session.microphones.find((microphone) => microphone.id === id)?.name ?? '';
  return {
    ...report,
    findings,
    matching,
    limits: proof.limits.map(({ kind, message, microphoneIds }) => ({
      kind,
      message: say(message),
      channels: microphoneIds.map(channelOf).filter(Boolean),
    })),
    comparisons: proof.comparisons.map((c) => ({
      source: c.sourceName,
      spot: nameOf(c.spotId),
      microphone: nameOf(c.microphoneId),
      plannedSamples: c.plannedSamples,
      measuredSamples: c.measuredSamples,
      sigmaSamples: COMPARISON_SIGMA_S * report.sampleRate,
      polarity: c.measuredPolarity,
    })),
    ...(balance ? { balance } : {}),
  };
}

const figure = (value: number, digits = 1): string => (Number.isFinite(value) ? value.toFixed(digits) : '');

const HEADS = [
  'what',
  'channel-or-source',
  'microphone',
  'peak-or-measured',
  'true-peak-or-planned',
  'loudness-or-measured',
  'noise-or-planned',
  'clips-or-confidence',
  'note',
] as const;

/** A take's channels, arrivals and findings as one table: what was measured, and beside it what was planned where there is a plan. */
export function takeReportCsv(
  report: TakeReport,
  proof: Proof,
  session: Session,
  matching: Matching,
  verdicts: readonly Verdict[],
  say: Say,
): string {
  const nameOf = (id: string | null | undefined): string => session.microphones.find((one) => one.id === id)?.name ?? '';
  const channels = report.channels.map((channel) => [
    say(tell('channel')),
    channel.name,
    nameOf(matching[channel.name]),
    figure(channel.peakDbfs),
    figure(channel.truePeakDbtp),
    figure(channel.loudnessLufs),
    figure(channel.noiseFloorDbfs),
    String(channel.clipCount),
    channel.hum ? say(tell('hum-at', { mains: channel.hum.mainsHz, level: figure(channel.hum.levelDbfs, 0) })) : '',
  ]);
  const arrivals = proof.comparisons.map((one) => [
    say(tell('arrival')),
    one.sourceName,
    nameOf(one.microphoneId),
    figure(one.measuredSamples, 2),
    figure(one.plannedSamples, 2),
    say(tell(one.measuredPolarity === 1 ? 'same' : 'opposite')),
    say(tell(one.plannedPolarity === null ? 'open' : one.plannedPolarity === 1 ? 'same' : 'opposite')),
    figure(one.confidence, 2),
    say(tell('counted-from', { name: nameOf(one.spotId) })),
  ]);
  const findings = verdicts.map((one) => [
    say(tell('finding')),
    one.severity,
    one.channels.join(' / '),
    one.code,
    '',
    '',
    '',
    one.probability === null ? '' : figure(one.probability, 4),
    say(one.message),
  ]);
  return toCsv([HEADS.map((head) => say(tell(head))), ...channels, ...arrivals, ...findings]);
}
