import { createRandom } from '../math';
import { polaritySet, type SignEdge } from './polaritySet';

const bad = (edges: readonly SignEdge[], flipped: ReadonlySet<number>): number =>
  edges.reduce((sum, { a, b, agree, weight }) => sum + (agree === (flipped.has(a) !== flipped.has(b)) ? weight : 0), 0);

/** Every set of signs in turn, as plainly as possible. */
function plainBest(count: number, edges: readonly SignEdge[]): number {
  let least = Infinity;
  for (let bits = 0; bits < 1 << count; bits++) {
    const flipped = new Set(Array.from({ length: count }, (_, i) => i).filter((i) => bits & (1 << i)));
    least = Math.min(least, bad(edges, flipped));
  }
  return least;
}

test('no set of signs agrees more, up to ten channels (seeded, against every set)', () => {
  const random = createRandom(12);
  for (let round = 0; round < 40; round++) {
    const count = random.integer(2, 10);
    const edges = Array.from({ length: random.integer(1, 16) }, (): SignEdge => {
      const a = random.integer(0, count - 2);
      return { a, b: random.integer(a + 1, count - 1), agree: random.uniform() < 0.6, weight: random.between(0.2, 1) };
    });
    const flipped = polaritySet(
      count,
      edges,
      Array.from({ length: count }, () => 1e-6),
    );
    expect([round, bad(edges, flipped) - plainBest(count, edges) < 1e-3]).toEqual([round, true]);
  }
});

test('one reversed among many is the one that is flipped, not the many', () => {
  const all = [0, 1, 2, 3, 4];
  const edges = all.flatMap((a) => all.filter((b) => b > a).map((b): SignEdge => ({ a, b, agree: a !== 2 && b !== 2, weight: 0.5 })));
  expect([...polaritySet(5, edges, [0.03, 0.03, 0.05, 0.03, 0.03])]).toEqual([2]);
});

test('of two that differ the one that costs less is flipped: the close one, not the pair', () => {
  expect([...polaritySet(2, [{ a: 0, b: 1, agree: false, weight: 0.5 }], [0.05, 0.01])]).toEqual([1]);
});

test('what cannot be made to agree is left: three that cannot all be of one mind get one flip at most', () => {
  const edges: SignEdge[] = [
    { a: 0, b: 1, agree: true, weight: 1 },
    { a: 1, b: 2, agree: true, weight: 1 },
    { a: 0, b: 2, agree: false, weight: 0.5 },
  ];
  expect(polaritySet(3, edges, [0.01, 0.01, 0.01]).size).toBe(0);
});

test('more channels than can all be tried are still made to agree: fifteen with every third reversed (greedy)', () => {
  const edges: SignEdge[] = [];
  for (let a = 0; a < 15; a++) for (let b = a + 1; b < 15; b++) edges.push({ a, b, agree: (a % 3 === 0) === (b % 3 === 0), weight: 1 });
  const flipped = polaritySet(
    15,
    edges,
    Array.from({ length: 15 }, () => 0.01),
  );
  expect(bad(edges, flipped)).toBe(0);
  expect(flipped.size).toBe(5);
});
