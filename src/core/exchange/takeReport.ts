import type { Matching, Proof, TakeReport } from '../analysis';
import type { Session } from '../document';
import type { Verdict } from '../verdict';
import { toCsv } from './csv';

const figure = (value: number, digits = 1): string => (Number.isFinite(value) ? value.toFixed(digits) : '');

/** A take's channels, arrivals and findings as one table: what was measured, and beside it what was planned where there is a plan. */
export function takeReportCsv(report: TakeReport, proof: Proof, session: Session, matching: Matching, verdicts: readonly Verdict[]): string {
  const nameOf = (id: string | null | undefined): string => session.microphones.find((one) => one.id === id)?.name ?? '';
  const channels = report.channels.map((channel) => [
    'channel',
    channel.name,
    nameOf(matching[channel.name]),
    figure(channel.peakDbfs),
    figure(channel.truePeakDbtp),
    figure(channel.loudnessLufs),
    figure(channel.noiseFloorDbfs),
    String(channel.clipCount),
    channel.hum ? `${channel.hum.mainsHz} Hz at ${figure(channel.hum.levelDbfs, 0)} dBFS` : '',
  ]);
  const arrivals = proof.comparisons.map((one) => [
    'arrival',
    one.sourceName,
    nameOf(one.microphoneId),
    figure(one.measuredSamples, 2),
    figure(one.plannedSamples, 2),
    one.measuredPolarity === 1 ? 'upright' : 'reversed',
    one.plannedPolarity === null ? 'open' : one.plannedPolarity === 1 ? 'upright' : 'reversed',
    figure(one.confidence, 2),
    `counted from ${nameOf(one.spotId)}`,
  ]);
  const findings = verdicts.map((one) => ['finding', one.severity, '', '', '', '', '', '', one.message]);
  return toCsv([
    [
      'What',
      'Channel or source',
      'Microphone',
      'Peak dBFS, or measured samples',
      'True peak dBTP, or planned samples',
      'Loudness LUFS, or measured polarity',
      'Noise dBFS, or planned polarity',
      'Clips, or confidence',
      'Note',
    ],
    ...channels,
    ...arrivals,
    ...findings,
  ]);
}
