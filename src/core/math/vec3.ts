/** A point or direction in metres: x to the right, y into the room, z up from the floor. */
export interface Vec3 {
  readonly x: number;
  readonly y: number;
  readonly z: number;
}

export const vec3 = (x: number, y: number, z: number): Vec3 => ({ x, y, z });
const UP: Vec3 = vec3(0, 0, 1);

export const add = (a: Vec3, b: Vec3): Vec3 => ({ x: a.x + b.x, y: a.y + b.y, z: a.z + b.z });
export const subtract = (a: Vec3, b: Vec3): Vec3 => ({ x: a.x - b.x, y: a.y - b.y, z: a.z - b.z });
export const scale = (a: Vec3, factor: number): Vec3 => ({ x: a.x * factor, y: a.y * factor, z: a.z * factor });
export const dot = (a: Vec3, b: Vec3): number => a.x * b.x + a.y * b.y + a.z * b.z;
export const magnitude = (a: Vec3): number => Math.hypot(a.x, a.y, a.z);
export const distance = (a: Vec3, b: Vec3): number => Math.hypot(a.x - b.x, a.y - b.y, a.z - b.z);
export const midpoint = (a: Vec3, b: Vec3): Vec3 => scale(add(a, b), 0.5);

export const cross = (a: Vec3, b: Vec3): Vec3 => ({
  x: a.y * b.z - a.z * b.y,
  y: a.z * b.x - a.x * b.z,
  z: a.x * b.y - a.y * b.x,
});

/** Unit vector along a; a zero vector gives `fallback` (straight up unless told otherwise). */
export function normalize(a: Vec3, fallback: Vec3 = UP): Vec3 {
  const size = magnitude(a);
  return size > 1e-12 ? scale(a, 1 / size) : fallback;
}

/** Rotation about the vertical, anticlockwise seen from above. */
export function rotateAboutZ(a: Vec3, radians: number): Vec3 {
  const c = Math.cos(radians);
  const s = Math.sin(radians);
  return { x: c * a.x - s * a.y, y: s * a.x + c * a.y, z: a.z };
}

/** Two unit vectors that with `normal` make a right-handed frame; for circles in space. */
export function planeBasis(normal: Vec3): readonly [Vec3, Vec3] {
  const helper = Math.abs(normal.z) < 0.9 ? UP : vec3(1, 0, 0);
  const u = normalize(cross(helper, normal));
  return [u, cross(normal, u)];
}

/** Rotation of a about a unit axis, right-handed (Rodrigues). */
export function rotateAbout(a: Vec3, axis: Vec3, radians: number): Vec3 {
  const c = Math.cos(radians);
  const s = Math.sin(radians);
  return add(add(scale(a, c), scale(cross(axis, a), s)), scale(axis, dot(axis, a) * (1 - c)));
}

/** The point of a straight piece nearest to a point. */
export function closestOnSegment(point: Vec3, from: Vec3, to: Vec3): Vec3 {
  const along = subtract(to, from);
  const length2 = dot(along, along);
  const share = length2 > 0 ? Math.min(1, Math.max(0, dot(subtract(point, from), along) / length2)) : 0;
  return add(from, scale(along, share));
}
