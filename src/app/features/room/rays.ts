import type { Vec3 } from '../../../core/math';
import { type Room, reflectionPoint, SURFACES, type Surface } from '../../../core/room';

/** One first reflection: from the sound by a surface to a microphone. */
export interface Ray {
  readonly surface: Surface;
  readonly points: readonly [Vec3, Vec3, Vec3];
}

/** Height of an instrument's sound for a ray, metres: where most of them sound. */
export const SOUND_M = 0.9;

const length = (a: Vec3, b: Vec3): number => Math.hypot(a.x - b.x, a.y - b.y, a.z - b.z);

export const wayOf = ({ points: [from, hit, to] }: Ray): number => length(from, hit) + length(hit, to);
export const directOf = ({ points: [from, , to] }: Ray): number => length(from, to);

/** First reflections off the six surfaces by image sources (Allen and Berkley 1979). */
export function raysTo(room: Room, from: { readonly x: number; readonly y: number }, to: Vec3): Ray[] {
  const source = { ...from, z: Math.min(SOUND_M, room.heightM - 0.1) };
  return SURFACES.map((surface): Ray => ({ surface, points: [source, reflectionPoint(room, source, to, surface), to] }));
}
