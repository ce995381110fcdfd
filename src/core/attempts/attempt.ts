import type { Matching, TakeReport } from '../analysis';
import type { AttemptFigures } from '../document';

export { ATTEMPT_TAGS, type Attempt, type AttemptFigures, LONGEST_WORDS, readAttempt } from '../document';

/**
 * A take's figures by the microphones its channels belong to.
 *
 * @param findings what was told of it, each thing once
 */
export function figuresOf(
  report: TakeReport,
  matching: Matching,
  findings: readonly { readonly severity: string; readonly message: string }[],
): AttemptFigures {
  const by = (of: (channel: TakeReport['channels'][number]) => number): Record<string, number> =>
    Object.fromEntries(
      report.channels.flatMap((channel) => {
        const id = matching[channel.name];
        return id && Number.isFinite(of(channel)) ? [[id, Math.max(-400, of(channel))]] : [];
      }),
    );
  const told = findings.filter(({ severity }) => severity === 'fix' || severity === 'improve');
  const losses = report.pairs.flatMap(({ a, b, sumLossDb: { low, mid, high } }) => [low, mid, high].map((lossDb) => ({ a, b, lossDb })));
  return {
    peaksDbfs: by(({ peakDbfs }) => peakDbfs),
    noisesDbfs: by(({ noiseFloorDbfs }) => noiseFloorDbfs),
    fixes: told.filter(({ severity }) => severity === 'fix').length,
    improves: told.filter(({ severity }) => severity === 'improve').length,
    findings: told.map(({ message }) => message),
    worst: losses.reduce<AttemptFigures['worst']>((most, one) => (most === null || one.lossDb < most.lossDb ? one : most), null),
  };
}
