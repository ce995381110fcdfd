import { median } from '../math';
import { SIGMA_S } from './density';
import { type Hypothesis, PRIOR } from './hypothesis';
import type { Weighing } from './likelihood';
import type { Cause, OwnDelay } from './model';

/** A channel is early by nothing we know of. */
const EARLY_SHARE = 0.02;
/** Lateness of a converter or a plug-in: from this, else it is rather a place, to this, seconds. */
const LATE_FROM_S = 3.5e-4;
const LATE_TO_S = 0.04;
/** Less than this is rather a stand than a converter, seconds. */
export const A_STANDS_WORTH_S = 0.0012;
const MOST_TRIES = 8;
/** A microphone's own delay explains a lateness within so many of its standard deviations. */
const OWN_WITHIN = 3;

/** Whether a lateness is what the microphone takes itself: it is no fault, and nothing is told of it. */
export function isOwnDelay({ model }: Weighing, cause: Cause): boolean {
  const own = cause.kind === 'late' ? model.ownDelay(cause.channel) : null;
  return own !== null && cause.kind === 'late' && Math.abs(cause.seconds - own.meanS) < OWN_WITHIN * own.sigmaS;
}

/** Log of the chance of just this lateness by the microphone's own delay, as finely as it is known. */
function byItself(own: OwnDelay | null, seconds: number): number {
  if (own === null) return -Infinity;
  const sigma = Math.hypot(own.sigmaS, SIGMA_S);
  return Math.log(SIGMA_S / sigma) - 0.5 * ((seconds - own.meanS) / sigma) ** 2;
}

/** Latenesses that are asked for by most, the most asked first; told apart from twice their uncertainty on. */
function lateTries(weighing: Weighing, causes: readonly Cause[], isLate: (channel: number) => boolean, fromS: number): number[] {
  const asked = weighing
    .latenessAsked(causes, isLate)
    .filter(({ seconds }) => Math.abs(seconds) >= fromS && Math.abs(seconds) <= LATE_TO_S)
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
  const own = of.kind === 'late' ? weighing.model.ownDelay(of.channel) : null;
  return lateTries(weighing, causes, lateIn(weighing, of), own ? SIGMA_S : LATE_FROM_S).map((seconds) => {
    const cause: Cause = { ...of, seconds };
    // The chance of just this lateness, as finely as it is known: short ones are met as often as long ones, factor by factor.
    const occam = Math.log((SIGMA_S * 2.5) / (Math.max(LATE_FROM_S, Math.abs(seconds)) * Math.log(LATE_TO_S / LATE_FROM_S)));
    const prior = Math.log(PRIOR[of.kind]) + (seconds < 0 ? Math.log(EARLY_SHARE) : 0) + (Math.abs(seconds) < A_STANDS_WORTH_S ? Math.log(0.3) : 0);
    return { cause, logPosterior: weighing.logLikelihood([...causes, cause]) + Math.max(prior + occam, byItself(own, seconds)) };
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
    if (left.length === 0) {
      seconds += weighing.latenessLeft(all, isLate) ?? 0;
      break;
    }
    seconds += median(left);
  }
  return { ...cause, seconds };
}
