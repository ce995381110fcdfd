import { checkTake, matchByName, proveTake } from '../../core/analysis';
import { arrivalTable } from '../../core/arrivals';
import { bytesSource, openAudio, writeWav } from '../../core/audio';
import type { FftKernel } from '../../core/math';
import { resolvePlan } from '../../core/planning';
import { renderTake } from '../../core/render';
import { type Case, nameOf, placed } from './cases';

/** Renders proved against the plan that they were rendered from: whatever is told of them is false. */
export interface ProofCounts {
  takes: number;
  falseFix: number;
  falseImprove: number;
  /** Takes in which no stroke could be matched to a planned source. */
  unmatched: number;
  told: string[];
}

export const noProofs = (): ProofCounts => ({ takes: 0, falseFix: 0, falseImprove: 0, unmatched: 0, told: [] });

/** Renders a case as planned and holds the take against its plan. Set-ups of one microphone have nothing to prove. */
export async function prove(one: Case, seed: number, kernel: FftKernel, into: ProofCounts): Promise<void> {
  const plan = resolvePlan(placed(one));
  if (plan.microphones.length < 2) return;
  const take = renderTake(plan, { seed });
  const opened = await Promise.all(
    take.channels.map((channel) => openAudio(bytesSource(`${channel.name}.wav`, new Uint8Array(writeWav([channel.samples], take.sampleRateHz))))),
  );
  const report = await checkTake(
    opened.flatMap((result) => (result.ok ? [result.file] : [])),
    { kernel },
  );
  const names = report.channels.map((channel) => channel.name);
  const proof = proveTake(arrivalTable(plan), report, matchByName(names, plan.microphones));
  into.takes += 1;
  if (proof.comparisons.length === 0) into.unmatched += 1;
  for (const { severity, message } of proof.findings) {
    if (severity === 'note') continue;
    if (severity === 'fix') into.falseFix += 1;
    else into.falseImprove += 1;
    into.told.push(`${nameOf(one)}: ${message}`);
  }
}
