import { add, planeBasis, scale, type Vec3, vec3 } from '../math';
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

/** A seated person seen as a tailor would: head, shoulders, seat; the frame faces +y. */
export function seatedPlayer(seat: Vec3, headHeightM: number): Shape[] {
  const shoulders = vec3(seat.x, seat.y, headHeightM - 0.32);
  const ring = Array.from({ length: 28 }, (_, i) => {
    const angle = (2 * Math.PI * i) / 28;
    return vec3(shoulders.x + 0.23 * Math.cos(angle), shoulders.y + 0.12 * Math.sin(angle), shoulders.z);
  });
  const head = vec3(seat.x, seat.y + 0.04, headHeightM);
  return [
    { form: 'hull', weight: 'player', points: [...ring, ...circlePoints(vec3(seat.x, seat.y, seat.z + 0.1), vec3(0, 0, 1), 0.15, 16)] },
    { form: 'hull', weight: 'player', points: [vec3(0, 0, 1), vec3(1, 0, 0), vec3(0, 1, 0)].flatMap((n) => circlePoints(head, n, 0.095, 20)) },
  ];
}
