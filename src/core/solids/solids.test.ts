import { add, createRandom, distance, normalize, scale, type Vec3, vec3 } from '../math';
import {
  ballRound,
  board,
  crosses,
  detourM,
  distanceOfSegments,
  gapToSegment,
  gapToSolid,
  missesOpeningM,
  type Solid,
  type SolidForm,
  shadeDb,
  spanOf,
  uprightBox,
} from './index';

const random = createRandom(77);
const direction = (): Vec3 => normalize(vec3(random.normal(), random.normal(), random.normal()));
const somewhere = (reach: number): Vec3 => vec3(random.between(-reach, reach), random.between(-reach, reach), random.between(-reach, reach));
const solid = (shape: SolidForm, extra: Partial<Solid> = {}): Solid => ({ id: 's', name: 'the thing', shape, sourceIds: [], hollow: null, ...extra });

function form(): SolidForm {
  const kind = random.integer(0, 2);
  if (kind === 0) return uprightBox(somewhere(1), somewhere(1));
  const fromM = somewhere(1);
  return {
    form: kind === 1 ? 'cylinder' : 'capsule',
    fromM,
    toM: add(fromM, scale(direction(), random.between(0.05, 1))),
    radiusM: random.between(0.02, 0.4),
  };
}

/** Whether a point is in a body, by what the body is. */
function isIn(shape: SolidForm, p: Vec3): boolean {
  if (shape.form === 'box')
    return (['x', 'y', 'z'] as const).every((axis, i) => Math.abs(p[axis] - shape.centreM[axis]) < (shape.halfM[i] as number));
  const length = distance(shape.fromM, shape.toM);
  const along = (['x', 'y', 'z'] as const).reduce(
    (sum, axis) => sum + ((p[axis] - shape.fromM[axis]) * (shape.toM[axis] - shape.fromM[axis])) / length,
    0,
  );
  const t = shape.form === 'capsule' ? Math.min(length, Math.max(0, along)) : along;
  const foot = add(shape.fromM, scale(vec3(shape.toM.x - shape.fromM.x, shape.toM.y - shape.fromM.y, shape.toM.z - shape.fromM.z), t / length));
  return distance(foot, p) < shape.radiusM && (shape.form === 'capsule' || (along > 0 && along < length));
}

test('at 400 random pieces: the sign of a gap is inside or outside, crossing is a point inside, the gap is the least of many points', () => {
  let crossing = 0;
  for (let n = 0; n < 400; n++) {
    const shape = form();
    const [a, b] = [somewhere(1.6), somewhere(1.6)];
    expect([n, gapToSolid(shape, a) < 0]).toEqual([n, isIn(shape, a)]);
    const points = Array.from({ length: 401 }, (_, i) =>
      vec3(a.x + ((b.x - a.x) * i) / 400, a.y + ((b.y - a.y) * i) / 400, a.z + ((b.z - a.z) * i) / 400),
    );
    const least = Math.min(...points.map((p) => gapToSolid(shape, p)));
    const { gapM } = gapToSegment(shape, a, b);
    expect([n, gapM <= least + 1e-4, gapM > least - 0.01]).toEqual([n, true, true]);
    if (points.some((p) => isIn(shape, p))) {
      crossing++;
      expect([n, crosses(shape, a, b)]).toEqual([n, true]);
    } else if (least > 0.005) expect([n, crosses(shape, a, b)]).toEqual([n, false]);
    const ball = ballRound(shape);
    for (const p of spanOf(shape)) expect(distance(p, ball.centreM)).toBeLessThan(ball.radiusM + 1e-9);
  }
  expect(crossing).toBeGreaterThan(20);
});

test('two straight pieces: no nearer than any two of their points (seeded)', () => {
  for (let n = 0; n < 100; n++) {
    const [p, q, r, s] = [somewhere(1), somewhere(1), somewhere(1), somewhere(1)];
    const on = (a: Vec3, b: Vec3, t: number): Vec3 => vec3(a.x + (b.x - a.x) * t, a.y + (b.y - a.y) * t, a.z + (b.z - a.z) * t);
    let least = Infinity;
    for (let i = 0; i <= 60; i++) for (let j = 0; j <= 60; j++) least = Math.min(least, distance(on(p, q, i / 60), on(r, s, j / 60)));
    const found = distanceOfSegments(p, q, r, s);
    expect([n, found <= least + 1e-9, found > least - 0.05]).toEqual([n, true, true]);
  }
});

describe('what stands in the way', () => {
  const c = 343.2;
  // A wide panel 1.2 m high, half way between two points 2 m apart, 1 m up.
  const panel = solid(board(vec3(-5, 0, 0), vec3(10, 0, 0), vec3(0, 0, 1.2), 0.02));
  const [from, to] = [vec3(0, -1, 1), vec3(0, 1, 1)];
  test('the way over a panel is Pythagoras: 2·√(1 + 0.2²) − 2', () => {
    expect(detourM(panel, from, to)).toBeCloseTo(2 * Math.hypot(1, 0.2) - 2, 2);
  });
  test('below the floor there is no way, and a free view has none', () => {
    expect(detourM(solid(board(vec3(-5, 0, 0), vec3(10, 0, 0), vec3(0, 0, 40), 0.02)), from, to)).toBeGreaterThan(5);
    expect(detourM(panel, vec3(0, -1, 1.5), vec3(0, 1, 1.5))).toBeNull();
  });
  test('its loss is Kurze and Anderson’s for that way: more for highs, some for lows', () => {
    const [low = 0, high = 0] = shadeDb([panel], 'i/x', from, to, [100, 6400], c) ?? [];
    const n = (2 * (2 * Math.hypot(1, 0.21) - 2) * 6400) / c;
    expect(Math.abs(high - (5 + 20 * Math.log10(Math.sqrt(2 * Math.PI * n) / Math.tanh(Math.sqrt(2 * Math.PI * n)))))).toBeLessThan(0.6);
    expect(low).toBeGreaterThan(5);
    expect(low).toBeLessThan(8);
  });
  test('nobody stands in their own light', () => {
    expect(shadeDb([{ ...panel, sourceIds: ['i/x'] }], 'i/x', from, to, [100], c)).toBeNull();
  });
});

test('a boom goes through a port when it passes its middle within its radius, and through nothing else', () => {
  const opening = { centreM: vec3(0.1, 0.4, 0.2), normal: vec3(0, 1, 0), radiusM: 0.065 };
  const shell = solid(
    { form: 'cylinder', fromM: vec3(0, 0, 0.29), toM: vec3(0, 0.4, 0.29), radiusM: 0.28 },
    { hollow: { opening, otherwise: { domain: 'instruments', code: 'front-head-must-come-off', facts: { piece: 'kick' } } } },
  );
  const tip = vec3(0.1, 0.2, 0.2);
  expect(missesOpeningM(shell, tip, vec3(0.1, 0.9, 0.2))).toBeCloseTo(-0.055, 9);
  expect(missesOpeningM(shell, tip, vec3(0.1, 0.9, 0.5))).toBeGreaterThan(0);
  expect(missesOpeningM(shell, tip, vec3(0.1, -0.9, 0.2))).toBe(Infinity);
  expect(
    missesOpeningM(
      { ...shell, hollow: { opening: null, otherwise: { domain: 'instruments', code: 'front-head-must-come-off', facts: { piece: 'kick' } } } },
      tip,
      vec3(0.1, 0.9, 0.2),
    ),
  ).toBe(Infinity);
});

describe('the way round a box against one found by trying points on its edges, sharing nothing (seeded)', () => {
  type P = readonly [number, number, number];
  const apart = (a: P, b: P): number => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);
  /** Points along the twelve edges of a box between two corners. */
  const edgePoints = (low: P, high: P, steps: number): P[] => {
    const out: P[] = [];
    for (let axis = 0; axis < 3; axis++)
      for (const u of [0, 1])
        for (const v of [0, 1])
          for (let i = 0; i <= steps; i++) {
            const p: [number, number, number] = [0, 0, 0];
            p[axis] = (low[axis] as number) + (((high[axis] as number) - (low[axis] as number)) * i) / steps;
            const [b, c] = [(axis + 1) % 3, (axis + 2) % 3];
            p[b] = (u ? high : low)[b] as number;
            p[c] = (v ? high : low)[c] as number;
            out.push(p);
          }
    return out;
  };
  const goesThrough = (low: P, high: P, a: P, b: P): boolean => {
    for (let i = 1; i < 60; i++) {
      const at = [0, 1, 2].map((k) => (a[k] as number) + (((b[k] as number) - (a[k] as number)) * i) / 60);
      if (at.every((x, k) => x > (low[k] as number) + 1e-4 && x < (high[k] as number) - 1e-4)) return true;
    }
    return false;
  };
  /** Shortest way from, over one or two points of the edges, to. */
  const plainDetour = (low: P, high: P, from: P, to: P): number => {
    const points = edgePoints(low, high, 16);
    const seenFrom = points.filter((p) => !goesThrough(low, high, from, p));
    const seenTo = points.filter((p) => !goesThrough(low, high, p, to));
    let best = Infinity;
    for (const a of seenFrom) {
      const first = apart(from, a);
      for (const b of seenTo) {
        const length = first + apart(a, b) + apart(b, to);
        if (length < best && !goesThrough(low, high, a, b)) best = length;
      }
    }
    return best - apart(from, to);
  };
  test('of 60 shaded ways all are found as long to within what 1.5 dB at 400 Hz leaves, and none is shorter', () => {
    const random = createRandom(414);
    let cases = 0;
    let off = 0;
    while (cases < 60) {
      const middle: P = [random.between(-0.3, 0.3), random.between(-0.3, 0.3), random.between(2, 2.6)];
      const half: P = [random.between(0.05, 0.6), random.between(0.03, 0.4), random.between(0.1, 0.8)];
      const low = middle.map((m, i) => m - (half[i] as number)) as unknown as P;
      const high = middle.map((m, i) => m + (half[i] as number)) as unknown as P;
      const from: P = [random.between(-1, 1), random.between(-2.5, -0.8), random.between(1.6, 3)];
      const to: P = [random.between(-1, 1), random.between(0.8, 2.5), random.between(1.6, 3)];
      if (!goesThrough(low, high, from, to)) continue;
      cases++;
      const ours = detourM(solid(uprightBox(vec3(...low), vec3(...high))), vec3(...from), vec3(...to));
      const plain = plainDetour(low, high, from, to);
      if (ours === null) throw new Error(`no way round found in case ${cases}`);
      expect([cases, ours > plain - 0.01]).toEqual([cases, true]);
      const [a, b] = [ours, plain].map(
        (longer) => 5 + 20 * Math.log10(Math.sqrt((4 * Math.PI * longer * 400) / 343.2) / Math.tanh(Math.sqrt((4 * Math.PI * longer * 400) / 343.2))),
      );
      if (Math.abs((a as number) - (b as number)) > 1.5) off++;
    }
    expect(off).toBeLessThanOrEqual(3);
  });
});
