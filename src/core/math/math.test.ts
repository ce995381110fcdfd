import fc from 'fast-check';
import {
  add,
  clamp,
  createRandom,
  cross,
  distance,
  dot,
  magnitude,
  median,
  midpoint,
  normalize,
  planeBasis,
  quantile,
  rotateAbout,
  rotateAboutZ,
  scale,
  solveLinear,
  subtract,
  type Vec3,
  vec3,
} from './index';

const number = fc.double({ min: -50, max: 50, noNaN: true });
const vector = fc.record({ x: number, y: number, z: number });
const direction = vector.filter((v) => magnitude(v) > 0.1).map((v) => normalize(v));
const near = (a: Vec3, b: Vec3, within = 1e-9): boolean => distance(a, b) < within;

describe('vectors (identities of vector algebra)', () => {
  test('cross product stands across both, and turns about with the order (seeded)', () => {
    fc.assert(
      fc.property(vector, vector, (a, b) => {
        const c = cross(a, b);
        return Math.abs(dot(c, a)) < 1e-6 && Math.abs(dot(c, b)) < 1e-6 && near(cross(b, a), scale(c, -1), 1e-6);
      }),
      { seed: 41 },
    );
  });
  test('|a×b|² + (a·b)² = |a|²|b|² (Lagrange; seeded)', () => {
    fc.assert(
      fc.property(vector, vector, (a, b) => {
        const left = magnitude(cross(a, b)) ** 2 + dot(a, b) ** 2;
        const right = magnitude(a) ** 2 * magnitude(b) ** 2;
        return Math.abs(left - right) <= 1e-9 * Math.max(1, right);
      }),
      { seed: 42 },
    );
  });
  test('a rotation keeps lengths, leaves its axis, and two half turns come back (seeded)', () => {
    fc.assert(
      fc.property(vector, direction, fc.double({ min: -7, max: 7, noNaN: true }), (a, axis, angle) => {
        const turned = rotateAbout(a, axis, angle);
        const back = rotateAbout(turned, axis, -angle);
        return Math.abs(magnitude(turned) - magnitude(a)) < 1e-9 && near(rotateAbout(axis, axis, angle), axis) && near(back, a);
      }),
      { seed: 43 },
    );
  });
  test('about the vertical both rotations are the same (seeded)', () => {
    fc.assert(
      fc.property(vector, fc.double({ min: -7, max: 7, noNaN: true }), (a, angle) =>
        near(rotateAbout(a, vec3(0, 0, 1), angle), rotateAboutZ(a, angle), 1e-8),
      ),
      { seed: 44 },
    );
  });
  test('a plane’s basis is square and of unit length, right-handed (seeded)', () => {
    fc.assert(
      fc.property(direction, (normal) => {
        const [u, v] = planeBasis(normal);
        return (
          Math.abs(dot(u, v)) < 1e-9 &&
          Math.abs(dot(u, normal)) < 1e-9 &&
          Math.abs(magnitude(u) - 1) < 1e-9 &&
          near(cross(u, v), scale(normal, dot(cross(u, v), normal)), 1e-9)
        );
      }),
      { seed: 45 },
    );
  });
  test('midpoint, sums and a zero vector', () => {
    expect(midpoint(vec3(0, 0, 0), vec3(2, 4, 6))).toEqual(vec3(1, 2, 3));
    expect(subtract(add(vec3(1, 2, 3), vec3(4, 5, 6)), vec3(4, 5, 6))).toEqual(vec3(1, 2, 3));
    expect(normalize(vec3(0, 0, 0))).toEqual(vec3(0, 0, 1));
    expect(normalize(vec3(0, 0, 0), vec3(1, 0, 0))).toEqual(vec3(1, 0, 0));
  });
});

describe('linear systems', () => {
  test('what is solved gives back what was asked (seeded)', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const random = createRandom(seed);
      const n = random.integer(1, 8);
      const a = Array.from({ length: n }, () => Array.from({ length: n }, () => random.normal()));
      const b = Array.from({ length: n }, () => random.normal());
      const x = solveLinear(a, b);
      if (!x) continue;
      a.forEach((row, i) => {
        const back = row.reduce((sum, value, j) => sum + value * (x[j] as number), 0);
        expect(back).toBeCloseTo(b[i] as number, 6);
      });
    }
  });
  test('a known one: x + 2y = 5, 3x − y = 1', () => {
    const solved = solveLinear(
      [
        [1, 2],
        [3, -1],
      ],
      [5, 1],
    );
    expect(solved?.[0]).toBeCloseTo(1, 12);
    expect(solved?.[1]).toBeCloseTo(2, 12);
  });
  test('a singular one has no answer, and its arguments stay as they were', () => {
    const a = [
      [1, 2],
      [2, 4],
    ];
    expect(solveLinear(a, [1, 2])).toBeNull();
    expect(a).toEqual([
      [1, 2],
      [2, 4],
    ]);
  });
});

describe('statistics and randomness', () => {
  test('median and quantile: nearest rank, order of the list does not matter (seeded)', () => {
    fc.assert(
      fc.property(fc.array(number, { minLength: 1, maxLength: 30 }), (values) => {
        const m = median(values);
        const below = values.filter((v) => v < m).length;
        const above = values.filter((v) => v > m).length;
        return (
          below <= values.length / 2 &&
          above <= values.length / 2 &&
          median([...values].reverse()) === m &&
          quantile(values, 0) === Math.min(...values)
        );
      }),
      { seed: 46 },
    );
  });
  test('an empty list is a programmer’s mistake', () => {
    expect(() => median([])).toThrow(/median/);
    expect(() => quantile([], 0.5)).toThrow(/quantile/);
  });
  test('the same seed, the same numbers; another seed, others', () => {
    const draw = (seed: number): number[] => {
      const random = createRandom(seed);
      return Array.from({ length: 5 }, () => random.uniform());
    };
    expect(draw(7)).toEqual(draw(7));
    expect(draw(7)).not.toEqual(draw(8));
  });
  test('normal numbers: mean 0, variance 1, about 68 % within one (Gauss)', () => {
    const random = createRandom(3);
    const values = Array.from({ length: 20_000 }, () => random.normal());
    const mean = values.reduce((sum, v) => sum + v, 0) / values.length;
    const variance = values.reduce((sum, v) => sum + (v - mean) ** 2, 0) / values.length;
    expect(Math.abs(mean)).toBeLessThan(0.03);
    expect(Math.abs(variance - 1)).toBeLessThan(0.05);
    expect(values.filter((v) => Math.abs(v) < 1).length / values.length).toBeCloseTo(0.683, 1);
  });
  test('whole numbers reach both ends; clamping keeps within', () => {
    const random = createRandom(5);
    const drawn = new Set(Array.from({ length: 200 }, () => random.integer(2, 4)));
    expect([...drawn].sort()).toEqual([2, 3, 4]);
    expect([clamp(-1, 0, 5), clamp(9, 0, 5), clamp(3, 0, 5)]).toEqual([0, 5, 3]);
  });
});
