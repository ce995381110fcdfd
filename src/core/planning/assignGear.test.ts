import { createRandom } from '../math';
import { assignGear, NEVER } from './assignGear';

/** Every way there is, one after another. */
function bruteForce(cost: number[][], free: number[], pairs: [number, number][], unlike: number): number {
  let best = Number.POSITIVE_INFINITY;
  const walk = (place: number, left: number[], of: (number | null)[], sum: number): void => {
    if (place === cost.length) {
      best = Math.min(best, sum + pairs.reduce((all, [a, b]) => all + (of[a] !== null && of[a] === of[b] ? 0 : unlike), 0));
      return;
    }
    walk(place + 1, left, [...of, null], sum + 1e5);
    left.forEach((count, model) => {
      const own = cost[place]?.[model] ?? NEVER;
      if (count > 0 && own < 1e5)
        walk(
          place + 1,
          left.map((n, i) => (i === model ? n - 1 : n)),
          [...of, model],
          sum + own,
        );
    });
  };
  walk(0, free, [], 0);
  return best;
}

test('as good as the best of all ways, on 500 seeded shelves', () => {
  const random = createRandom(34);
  const whole = (most: number): number => Math.floor(random.uniform() * (most + 1));
  for (let n = 0; n < 500; n++) {
    const [places, models] = [1 + whole(4), 1 + whole(3)];
    const cost = Array.from({ length: places }, () => Array.from({ length: models }, () => (random.uniform() < 0.1 ? NEVER : whole(20))));
    const free = Array.from({ length: models }, () => whole(3));
    const pairs: [number, number][] = [
      ...(places >= 2 && random.uniform() < 0.7 ? [[0, 1] as [number, number]] : []),
      ...(places >= 4 && random.uniform() < 0.5 ? [[2, 3] as [number, number]] : []),
    ];
    const of = assignGear(
      cost,
      free.map((count) => ({ free: count })),
      pairs,
      6,
    );
    const used = models > 0 ? free.map((count, model) => count - of.filter((one) => one === model).length) : [];
    expect(Math.min(0, ...used)).toBe(0);
    const sum =
      of.reduce<number>((all, model, place) => all + (model === null ? 1e5 : (cost[place]?.[model] ?? NEVER)), 0) +
      pairs.reduce((all, [a, b]) => all + (of[a] !== null && of[a] === of[b] ? 0 : 6), 0);
    expect([n, sum]).toEqual([n, bruteForce(cost, free, pairs, 6)]);
  }
});

test('a pair takes two of one kind though one place alone would have the better', () => {
  // One fine microphone, two good ones: two unlike cost 6 more.
  expect(
    assignGear(
      [
        [0, 1],
        [0, 1],
      ],
      [{ free: 1 }, { free: 2 }],
      [[0, 1]],
      6,
    ),
  ).toEqual([1, 1]);
  expect(
    assignGear(
      [
        [0, 9],
        [0, 9],
      ],
      [{ free: 1 }, { free: 2 }],
      [[0, 1]],
      6,
    ),
  ).toEqual([0, 1]);
});
