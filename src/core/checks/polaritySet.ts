/** Two channels that share something, and whether they hear it the same way up. */
export interface SignEdge {
  readonly a: number;
  readonly b: number;
  readonly agree: boolean;
  /** How much it matters that they agree. */
  readonly weight: number;
}

/** Up to this many channels that hang together every set of signs is tried. */
const EXACT_UP_TO = 12;

/** Channels that hang together by their edges. */
function components(count: number, edges: readonly SignEdge[]): number[][] {
  const of = Array.from({ length: count }, (_, i) => i);
  const root = (i: number): number => (of[i] === i ? i : root(of[i] as number));
  for (const { a, b } of edges) of[root(a)] = root(b);
  const groups = new Map<number, number[]>();
  for (let i = 0; i < count; i++) groups.set(root(i), [...(groups.get(root(i)) ?? []), i]);
  return [...groups.values()].filter((group) => group.length > 1);
}

/** Weight of the edges that disagree with some channels flipped, and what the flips cost. */
function badness(edges: readonly SignEdge[], flipped: ReadonlySet<number>, cost: readonly number[]): number {
  let sum = 0;
  for (const { a, b, agree, weight } of edges) if (agree === (flipped.has(a) !== flipped.has(b))) sum += weight;
  for (const i of flipped) sum += cost[i] as number;
  return sum;
}

function exact(members: readonly number[], edges: readonly SignEdge[], cost: readonly number[]): Set<number> {
  let best = new Set<number>();
  let least = badness(edges, best, cost);
  for (let bits = 1; bits < 1 << members.length; bits++) {
    const flipped = new Set(members.filter((_, i) => bits & (1 << i)));
    const value = badness(edges, flipped, cost);
    if (value < least - 1e-12) [best, least] = [flipped, value];
  }
  return best;
}

function greedy(members: readonly number[], edges: readonly SignEdge[], cost: readonly number[]): Set<number> {
  let best = new Set<number>();
  for (let round = 0; round < 4 * members.length; round++) {
    const now = badness(edges, best, cost);
    const tries = members.map((i) => {
      const next = new Set(best);
      if (!next.delete(i)) next.add(i);
      return { next, value: badness(edges, next, cost) };
    });
    const winner = tries.reduce((a, b) => (b.value < a.value ? b : a));
    if (winner.value >= now - 1e-12) return best;
    best = winner.next;
  }
  return best;
}

/**
 * The channels to flip so that what they share is heard the same way up by as many as can be, judged as one set for all: exact up
 * to twelve channels that hang together, greedy beyond. Of two sets as good the one that costs less.
 * @param cost of flipping each channel, small against the weights
 */
export function polaritySet(count: number, edges: readonly SignEdge[], cost: readonly number[]): ReadonlySet<number> {
  const out = new Set<number>();
  for (const members of components(count, edges)) {
    const own = edges.filter(({ a }) => members.includes(a));
    for (const i of members.length <= EXACT_UP_TO ? exact(members, own, cost) : greedy(members, own, cost)) out.add(i);
  }
  return out;
}
