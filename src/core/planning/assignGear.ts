import { munkres } from 'munkres';

/** A kind of thing of which so many are free. */
export interface Stock {
  readonly free: number;
}

/** So bad is a place that gets none: it is left only where nothing is left. */
const NONE = 1e5;
/** What cannot stand in at all. */
export const NEVER = 1e7;

/** Places of one row each beside units of stock: the least sum, by the Hungarian method. */
function least(
  rows: readonly number[],
  cost: readonly (readonly number[])[],
  free: readonly number[],
  matters: readonly number[],
): { of: Map<number, number>; sum: number } {
  const units = free.flatMap((count, model) => Array.from({ length: Math.max(0, Math.min(count, rows.length)) }, () => model));
  const of = new Map<number, number>();
  if (rows.length === 0) return { of, sum: 0 };
  // As many more columns as there are places stand for none at all, so that every place may go without.
  const matrix = rows.map((row) => [
    ...units.map((model) => Math.min(NEVER, cost[row]?.[model] ?? NEVER)),
    ...rows.map(() => NONE * (matters[row] ?? 1)),
  ]);
  let sum = 0;
  for (const [r, column] of munkres(matrix)) {
    const [row, model] = [rows[r] as number, units[column]];
    const own = matrix[r]?.[column] ?? NEVER;
    sum += own;
    if (model !== undefined && own < NONE) of.set(row, model);
  }
  return { of, sum };
}

/**
 * Gives every place a thing from the stock so that the costs come to the least, exactly. Places of a pair cost `unlikeCost` more where
 * theirs are not of one kind.
 *
 * @param cost by place, then by kind of thing; {@link NEVER} where it cannot stand in
 * @param pairs places that want to be alike; each place in one pair at most
 * @param matters by place, which goes without rather than another where there are too few; all alike where nothing is said
 * @returns by place the kind of thing, or null for none
 */
export function assignGear(
  cost: readonly (readonly number[])[],
  stock: readonly Stock[],
  pairs: readonly (readonly [number, number])[],
  unlikeCost: number,
  matters: readonly number[] = [],
): (number | null)[] {
  let best: { readonly sum: number; readonly of: ReadonlyMap<number, number> } = { sum: Number.POSITIVE_INFINITY, of: new Map() };
  /** Each pair either has two of one kind, or is two places like any other for a price. */
  const walk = (at: number, free: readonly number[], fixed: ReadonlyMap<number, number>, sum: number): void => {
    if (sum >= best.sum) return;
    const pair = pairs[at];
    if (!pair) {
      const rest = least(
        cost.map((_, place) => place).filter((place) => !fixed.has(place)),
        cost,
        free,
        matters,
      );
      if (sum + rest.sum < best.sum) best = { sum: sum + rest.sum, of: new Map([...fixed, ...rest.of]) };
      return;
    }
    const [left, right] = pair;
    const both = (model: number): number => (cost[left]?.[model] ?? NEVER) + (cost[right]?.[model] ?? NEVER);
    const alike = free.flatMap((count, model) => (count >= 2 && both(model) < NONE ? [model] : [])).sort((a, b) => both(a) - both(b));
    for (const model of alike)
      walk(
        at + 1,
        free.map((count, i) => (i === model ? count - 2 : count)),
        new Map([...fixed, [left, model], [right, model]]),
        sum + both(model),
      );
    walk(at + 1, free, fixed, sum + unlikeCost);
  };
  walk(
    0,
    stock.map(({ free }) => free),
    new Map(),
    0,
  );
  return cost.map((_, place) => best.of.get(place) ?? null);
}
