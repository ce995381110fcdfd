import { add, normalize, planeBasis, scale, subtract, type Vec3, vec3 } from '../math';
import type { Shape } from './model';

/** Points of a circle in space, `count` of them. */
export function circlePoints(centre: Vec3, normal: Vec3, radiusM: number, count = 40): Vec3[] {
  const [u, v] = planeBasis(normal);
  return Array.from({ length: count }, (_, i) => {
    const angle = (2 * Math.PI * i) / count;
    return add(centre, add(scale(u, radiusM * Math.cos(angle)), scale(v, radiusM * Math.sin(angle))));
  });
}

export const circle = (centre: Vec3, normal: Vec3, radiusM: number, weight: Shape['weight'] = 'main'): Shape => ({
  form: 'loop',
  weight,
  points: circlePoints(centre, normal, radiusM),
});

/** A cylinder from `top` along −normal, as a hull; add hoops with {@link circle}. */
export const cylinder = (top: Vec3, normal: Vec3, radiusM: number, depthM: number): Shape => ({
  form: 'hull',
  weight: 'main',
  points: [...circlePoints(top, normal, radiusM), ...circlePoints(add(top, scale(normal, -depthM)), normal, radiusM)],
});

export const line = (points: readonly Vec3[], weight: Shape['weight'] = 'inner'): Shape => ({ form: 'line', weight, points });

/** Short strokes round a hoop where the lugs sit. */
export function lugs(top: Vec3, normal: Vec3, radiusM: number, depthM: number, count: number): Shape[] {
  const upper = circlePoints(top, normal, radiusM, count);
  return upper.map((point) => line([add(point, scale(normal, -0.1 * depthM)), add(point, scale(normal, -0.35 * depthM))]));
}

/** A flat outline with a thickness: `outline` is the face, `through` the way to the other face. */
export const slab = (outline: readonly Vec3[], through: Vec3, weight: Shape['weight'] = 'main'): Shape => ({
  form: 'slab',
  weight,
  points: [...outline, ...outline.map((point) => add(point, through))],
});

/** A box between two opposite corners. */
export function box(low: Vec3, high: Vec3, weight: Shape['weight'] = 'main'): Shape {
  const corners = [low.x, high.x].flatMap((x) => [low.y, high.y].flatMap((y) => [low.z, high.z].map((z) => vec3(x, y, z))));
  return { form: 'hull', weight, points: corners };
}

/** A straight tube of given radii at its two ends: a leg, a lead pipe, the flare of a bell. */
export function tube(from: Vec3, to: Vec3, radiusFromM: number, radiusToM = radiusFromM, weight: Shape['weight'] = 'main'): Shape {
  const axis = normalize(subtract(to, from));
  return { form: 'hull', weight, points: [...circlePoints(from, axis, radiusFromM, 16), ...circlePoints(to, axis, radiusToM, 24)] };
}

/** Points on a smooth curve through the given ones (Catmull and Rom 1974), closed. */
export function smoothLoop(points: readonly Vec3[], steps = 6): Vec3[] {
  const at = (i: number): Vec3 => points[(i + points.length) % points.length] as Vec3;
  return points.flatMap((_, i) =>
    Array.from({ length: steps }, (__, k) => {
      const t = k / steps;
      const [a, b, c, d] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
      const mix = (p: number, q: number, r: number, s: number): number =>
        0.5 * (2 * q + (r - p) * t + (2 * p - 5 * q + 4 * r - s) * t * t + (3 * q - p - 3 * r + s) * t * t * t);
      return vec3(mix(a.x, b.x, c.x, d.x), mix(a.y, b.y, c.y, d.y), mix(a.z, b.z, c.z, d.z));
    }),
  );
}
