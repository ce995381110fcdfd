import type { Cause } from './model';

/** How rare each cause is, for each channel (our choice: a cable is seldom reversed, a stand is often elsewhere). */
export const PRIOR = { reversed: 0.03, late: 0.03, moved: 0.05, swapped: 0.005, elsewhere: 0.02, 'device late': 0.02 } as const;

/** A cause with what it makes of a take, its rarity counted. */
export interface Hypothesis {
  readonly cause: Cause;
  readonly logPosterior: number;
}

/** Something that stands elsewhere. */
export type Displaced = Cause & { readonly kind: 'moved' | 'elsewhere' };

/** A lateness that something measured could ask for, and how much it weighs. */
export interface Asked {
  readonly seconds: number;
  readonly weight: number;
}

/** Channels that a cause speaks of by themselves. */
export const channelsOf = (cause: Cause): number[] =>
  cause.kind === 'elsewhere' || cause.kind === 'device late' ? [] : cause.kind === 'swapped' ? [cause.channel, cause.other] : [cause.channel];
