import { median } from '../math';
import { SIGMA_S } from './density';
import { type Hypothesis, PRIOR } from './hypothesis';
import type { Weighing } from './likelihood';
import type { Cause } from './model';

/** A channel is early by nothing we know of. */
const EARLY_SHARE = 0.02;
/** Lateness of a converter or a plug-in: from this, else it is rather a place, to this, seconds. */
const LATE_FROM_S = 3.5e-4;
const LATE_TO_S = 0.04;
/** Less than this is rather a stand than a converter, seconds. */
const A_STANDS_WORTH_S = 0.0012;
const MOST_TRIES = 8;

/** Latenesses that are asked for by most, the most asked first; told apart from twice their uncertainty on. */
function lateTries(weighing: Weighing, causes: readonly Cause[], isLate: (channel: number) => boolean): number[] {
  const asked = weighing
    .latenessAsked(causes, isLate)
    .filter(({ seconds }) => Math.abs(seconds) >= LATE_FROM_S && Math.abs(seconds) <= LATE_TO_S)
    .sort((a, b) => a.seconds - b.seconds);
  const votes = asked.map(({ seconds }) => {
    const near = asked.filter((other) => Math.abs(other.seconds - seconds) < 2 * SIGMA_S);
    const weight = near.reduce((sum, other) => sum + other.weight, 0);
    return { weight, seconds: near.reduce((sum, other) => sum + other.weight * other.seconds, 0) / Math.max(1e-12, weight) };
  });
  const out: number[] = [];
  for (const { seconds } of votes.sort((a, b) => b.weight - a.weight)) {
    if (out.length === MOST_TRIES) break;
    if (!out.some((other) => Math.abs(other - seconds) < 2 * SIGMA_S)) out.push(seconds);
  }
  return out;
}

export type Late = Extract<Cause, { readonly seconds: number }>;

/** The channels that a lateness is of. */
export const lateIn =
  ({ model }: Weighing, cause: Late) =>
  (channel: number): boolean =>
    cause.kind === 'late' ? channel === cause.channel : model.deviceOf(channel) === cause.device;

/** Latenesses of a channel or of a device. */
export function lateHypotheses(weighing: Weighing, causes: readonly Cause[], of: Late): Hypothesis[] {
  return lateTries(weighing, causes, lateIn(weighing, of)).map((seconds) => {
    const cause: Cause = { ...of, seconds };
    // The chance of just this lateness, as finely as it is known, among all there could be.
    const occam = Math.log((SIGMA_S * 2.5) / LATE_TO_S);
    const prior = Math.log(PRIOR[of.kind]) + (seconds < 0 ? Math.log(EARLY_SHARE) : 0) + (Math.abs(seconds) < A_STANDS_WORTH_S ? Math.log(0.3) : 0);
    return { cause, logPosterior: weighing.logLikelihood([...causes, cause]) + prior + occam };
  });
}

/** A lateness as exactly as the clear arrivals know it: what is left of them in the middle goes to it. */
export function refined(weighing: Weighing, causes: readonly Cause[], cause: Cause): Cause {
  if (cause.kind !== 'late' && cause.kind !== 'device late') return cause;
  const isLate = lateIn(weighing, cause);
  let { seconds } = cause;
  for (let round = 0; round < 3; round++) {
    const all = [...causes, { ...cause, seconds }];
    const left = weighing.residuals(all, weighing.sourcesOf(all)).flatMap(({ channel, spot, source, seconds: rest }) => {
      const clear = weighing.at(source, channel).clarity * weighing.at(source, spot).clarity > 0.8 && Math.abs(rest) < 3 * SIGMA_S;
      return !clear || isLate(channel) === isLate(spot) ? [] : [isLate(channel) ? rest : -rest];
    });
    if (left.length === 0) break;
    seconds += median(left);
  }
  return { ...cause, seconds };
}
