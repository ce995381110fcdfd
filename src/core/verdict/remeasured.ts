import type { PairReport, TakeReport } from '../analysis';

/** Two channels beside each other, before and after their files were corrected. */
export interface Remeasured {
  readonly a: string;
  readonly b: string;
  readonly before: Pick<PairReport, 'correlation' | 'sumLossDb'>;
  readonly after: Pick<PairReport, 'correlation' | 'sumLossDb'>;
}

const lossOf = ({ sumLossDb: { low, mid, high } }: Remeasured['before']): number => (low + mid + high) / 3;

/** What two channels lose of each other on the average, dB, over all bands and pairs: one pair may lose a little where another is mended. */
export function meanLossDb(pairs: readonly Remeasured[]): { readonly before: number; readonly after: number } {
  const mean = (of: (pair: Remeasured) => number): number => pairs.reduce((sum, pair) => sum + of(pair), 0) / Math.max(1, pairs.length);
  return { before: mean(({ before }) => lossOf(before)), after: mean(({ after }) => lossOf(after)) };
}

/**
 * Corrected files measured again beside what they were made of: every pair with a corrected channel in it, those that changed most first.
 * Pairs are in the order of the report before; those that are not in both are left out.
 */
export function remeasured(before: TakeReport, after: TakeReport, changed: readonly string[]): readonly Remeasured[] {
  const isPair = (one: PairReport, { a, b }: PairReport): boolean => (one.a === a && one.b === b) || (one.a === b && one.b === a);
  return before.pairs
    .filter(({ a, b }) => changed.includes(a) || changed.includes(b))
    .flatMap((pair) => {
      const now = after.pairs.find((one) => isPair(one, pair));
      return now ? [{ a: pair.a, b: pair.b, before: pair, after: now }] : [];
    })
    .sort((one, other) => Math.abs(lossOf(other.before) - lossOf(other.after)) - Math.abs(lossOf(one.before) - lossOf(one.after)));
}
