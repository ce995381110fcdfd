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
    { hollow: { opening, otherwise: 'off' } },
  );
  const tip = vec3(0.1, 0.2, 0.2);
  expect(missesOpeningM(shell, tip, vec3(0.1, 0.9, 0.2))).toBeCloseTo(-0.055, 9);
  expect(missesOpeningM(shell, tip, vec3(0.1, 0.9, 0.5))).toBeGreaterThan(0);
  expect(missesOpeningM(shell, tip, vec3(0.1, -0.9, 0.2))).toBe(Infinity);
  expect(missesOpeningM({ ...shell, hollow: { opening: null, otherwise: 'off' } }, tip, vec3(0.1, 0.9, 0.2))).toBe(Infinity);
});
