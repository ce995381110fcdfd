import type { Vec3 } from '../../core/math';
import type { Room } from '../../core/room';

/** The ways a room is looked at: from above, across it (from the right wall), along it (from the front wall, as a listener sees the players). */
export type Face = 'plan' | 'side' | 'front';

/** How a face lays the room on paper, in metres: u to the right, v up. */
export interface Projection {
  readonly face: Face;
  readonly widthM: number;
  readonly heightM: number;
  u(point: Vec3): number;
  v(point: Vec3): number;
  /** What the ruler says at a place on paper: the room's own measure, or back from it. */
  rulerU(u: number): number;
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
      rulerU: (u) => u,
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
      rulerU: (u) => u,
      moved: (p, du, dv) => ({ x: p.x, y: p.y + du, z: p.z + dv }),
    };
  return {
    face,
    widthM: room.widthM,
    heightM: room.heightM,
    u: (p) => room.widthM - p.x,
    v: (p) => p.z,
    near: (p) => p.y,
    rulerU: (u) => room.widthM - u,
    moved: (p, du, dv) => ({ x: p.x - du, y: p.y, z: p.z + dv }),
  };
}

/** A part of a projection, metres. */
export interface Focus {
  readonly low: readonly [number, number];
  readonly high: readonly [number, number];
}

/** Scale and offset that put a projection into a box of pixels, with room for rulers. */
export interface Paper {
  readonly projection: Projection;
  readonly pixelsPerM: number;
  readonly widthPx: number;
  readonly heightPx: number;
  x(point: Vec3): number;
  y(point: Vec3): number;
  xOf(u: number): number;
  yOf(v: number): number;
}

/** Focus edges are rounded outward to this, so that the scale does not creep while things are moved, metres. */
const FOCUS_STEP_M = 0.1;

/** The part of the room that holds the given points with some air round them; the whole room when there are none. */
export function focusOn(projection: Projection, points: readonly Vec3[], airM = 0.16): Focus {
  const { widthM, heightM } = projection;
  if (points.length === 0) return { low: [0, 0], high: [widthM, heightM] };
  const us = points.map(projection.u);
  const vs = points.map(projection.v);
  const down = (value: number): number => Math.max(0, Math.floor((value - airM) / FOCUS_STEP_M) * FOCUS_STEP_M);
  const up = (value: number, size: number): number => Math.min(size, Math.ceil((value + airM) / FOCUS_STEP_M) * FOCUS_STEP_M);
  return {
    low: [down(Math.min(...us)), projection.face === 'plan' ? down(Math.min(...vs)) : 0],
    high: [up(Math.max(...us), widthM), up(Math.max(...vs), heightM)],
  };
}

export function paperFor(projection: Projection, widthPx: number, heightPx: number, marginPx = 34, focus: Focus = focusOn(projection, [])): Paper {
  const [u0, v0] = focus.low;
  const across = Math.max(0.5, focus.high[0] - u0);
  const along = Math.max(0.5, focus.high[1] - v0);
  const pixelsPerM = Math.max(10, Math.min((widthPx - 2 * marginPx) / across, (heightPx - 2 * marginPx) / along));
  const left = (widthPx - pixelsPerM * across) / 2;
  const bottom = heightPx - (heightPx - pixelsPerM * along) / 2;
  const xOf = (u: number): number => left + (u - u0) * pixelsPerM;
  const yOf = (v: number): number => bottom - (v - v0) * pixelsPerM;
  return { projection, pixelsPerM, widthPx, heightPx, xOf, yOf, x: (p) => xOf(projection.u(p)), y: (p) => yOf(projection.v(p)) };
}
