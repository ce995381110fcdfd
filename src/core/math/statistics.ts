/** Median of a list; an empty list is a programmer's mistake and throws. */
export function median(values: readonly number[]): number {
  if (values.length === 0) throw new RangeError('median: values must not be empty');
  const sorted = [...values].sort((a, b) => a - b);
  const middle = sorted.length >> 1;
  return sorted.length % 2 ? (sorted[middle] as number) : ((sorted[middle - 1] as number) + (sorted[middle] as number)) / 2;
}

/** Value below which the given share (0..1) of the list lies, nearest rank. */
export function quantile(values: readonly number[], share: number): number {
  if (values.length === 0) throw new RangeError('quantile: values must not be empty');
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.max(0, Math.floor(share * sorted.length)))] as number;
}

export const clamp = (value: number, low: number, high: number): number => Math.min(high, Math.max(low, value));
