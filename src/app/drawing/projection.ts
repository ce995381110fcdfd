import type { Vec3 } from '../../core/math';
import type { Room } from '../../core/room';

/** The ways a room is looked at: from above, across it (from the right wall), along it (from the front wall's far side). */
export type Face = 'plan' | 'side' | 'front';

/** How a face lays the room on paper, in metres: u to the right, v up. */
export interface Projection {
  readonly face: Face;
  readonly widthM: number;
  readonly heightM: number;
  u(point: Vec3): number;
  v(point: Vec3): number;
  /** Nearness to the eye: larger is drawn later. */
  near(point: Vec3): number;
  /** The point moved on paper by (du, dv) metres; the hidden coordinate stays. */
  moved(point: Vec3, du: number, dv: number): Vec3;
}

export function projectionOf(face: Face, room: Room): Projection {
  if (face === 'plan')
    return {
      face,
      widthM: room.widthM,
      heightM: room.depthM,
      u: (p) => p.x,
      v: (p) => p.y,
      near: (p) => p.z,
      moved: (p, du, dv) => ({ x: p.x + du, y: p.y + dv, z: p.z }),
    };
  if (face === 'side')
    return {
      face,
      widthM: room.depthM,
      heightM: room.heightM,
      u: (p) => p.y,
      v: (p) => p.z,
      near: (p) => p.x,
      moved: (p, du, dv) => ({ x: p.x, y: p.y + du, z: p.z + dv }),
    };
  return {
    face,
    widthM: room.widthM,
    heightM: room.heightM,
    u: (p) => p.x,
    v: (p) => p.z,
    near: (p) => -p.y,
    moved: (p, du, dv) => ({ x: p.x + du, y: p.y, z: p.z + dv }),
  };
}

/** Scale and offset that put a projection into a box of pixels, with room for rulers. */
export interface Paper {
  readonly projection: Projection;
  readonly pixelsPerM: number;
  x(point: Vec3): number;
  y(point: Vec3): number;
  xOf(u: number): number;
  yOf(v: number): number;
}

export function paperFor(projection: Projection, widthPx: number, heightPx: number, marginPx = 34): Paper {
  const pixelsPerM = Math.max(10, Math.min((widthPx - 2 * marginPx) / projection.widthM, (heightPx - 2 * marginPx) / projection.heightM));
  const left = (widthPx - pixelsPerM * projection.widthM) / 2;
  const bottom = heightPx - (heightPx - pixelsPerM * projection.heightM) / 2;
  const xOf = (u: number): number => left + u * pixelsPerM;
  const yOf = (v: number): number => bottom - v * pixelsPerM;
  return { projection, pixelsPerM, xOf, yOf, x: (p) => xOf(projection.u(p)), y: (p) => yOf(projection.v(p)) };
}
