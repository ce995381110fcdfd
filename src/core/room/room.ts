import type { Vec3 } from '../math';
import type { MaterialId, PerOctave } from './materials.data';

export const SURFACES = ['left wall', 'right wall', 'front wall', 'back wall', 'floor', 'ceiling'] as const;
export type Surface = (typeof SURFACES)[number];

/** A box with one corner of the floor at the origin: sizes in metres, air in °C. */
export interface Room {
  readonly widthM: number;
  readonly depthM: number;
  readonly heightM: number;
  readonly temperatureC: number;
  /** Mean absorption, 0.01 (bare concrete) to 0.9, of the surfaces that are not named. */
  readonly absorption: number;
  /** What surfaces are made of, where it is said. */
  readonly surfaces?: Readonly<Partial<Record<Surface, MaterialId>>>;
  /** Absorbing area of the furniture by octave, m²; not kept, but worked out from what stands in the room. */
  readonly softM2?: PerOctave;
  /** Surfaces that are glass or mirror: harder and brighter than the rest. */
  readonly glass: readonly Surface[];
}

/** Distance from a point to a surface of the box, metres; negative outside. Left wall is x = 0, front wall is y = depth. */
export function distanceToSurface(room: Room, point: Vec3, surface: Surface): number {
  switch (surface) {
    case 'left wall':
      return point.x;
    case 'right wall':
      return room.widthM - point.x;
    case 'back wall':
      return point.y;
    case 'front wall':
      return room.depthM - point.y;
    case 'floor':
      return point.z;
    case 'ceiling':
      return room.heightM - point.z;
  }
}

/** Unit vector from a surface into the room. */
export function inwardNormal(surface: Surface): Vec3 {
  const normals: Record<Surface, Vec3> = {
    'left wall': { x: 1, y: 0, z: 0 },
    'right wall': { x: -1, y: 0, z: 0 },
    'back wall': { x: 0, y: 1, z: 0 },
    'front wall': { x: 0, y: -1, z: 0 },
    floor: { x: 0, y: 0, z: 1 },
    ceiling: { x: 0, y: 0, z: -1 },
  };
  return normals[surface];
}

/** The mirror image of a point in a surface: the first-order image source (Allen and Berkley 1979). */
export function imageIn(room: Room, point: Vec3, surface: Surface): Vec3 {
  const n = inwardNormal(surface);
  const d = distanceToSurface(room, point, surface);
  return { x: point.x - 2 * d * n.x, y: point.y - 2 * d * n.y, z: point.z - 2 * d * n.z };
}

/** Distance from a point to the first wall in a level direction, metres. */
export function distanceToWall(room: Room, point: Vec3, direction: Vec3): number {
  const run = (at: number, step: number, size: number): number => (step > 1e-9 ? (size - at) / step : step < -1e-9 ? -at / step : Infinity);
  return Math.min(run(point.x, direction.x, room.widthM), run(point.y, direction.y, room.depthM));
}

/** Keeps a point inside the box by a margin, metres. */
export function clampToRoom(room: Room, point: Vec3, marginM = 0.02): Vec3 {
  const keep = (v: number, size: number): number => Math.min(Math.max(v, marginM), Math.max(marginM, size - marginM));
  return { x: keep(point.x, room.widthM), y: keep(point.y, room.depthM), z: keep(point.z, room.heightM) };
}

const AXIS_OF: Readonly<Record<Surface, 'x' | 'y' | 'z'>> = {
  'left wall': 'x',
  'right wall': 'x',
  'front wall': 'y',
  'back wall': 'y',
  floor: 'z',
  ceiling: 'z',
};

/** Where sound on its way between two points meets a surface: on the straight line from the image. */
export function reflectionPoint(room: Room, from: Vec3, to: Vec3, surface: Surface): Vec3 {
  const image = imageIn(room, from, surface);
  const axis = AXIS_OF[surface];
  const plane = (image[axis] + from[axis]) / 2;
  const share = Math.abs(to[axis] - image[axis]) < 1e-9 ? 0.5 : (plane - image[axis]) / (to[axis] - image[axis]);
  const mix = (of: 'x' | 'y' | 'z'): number => image[of] + (to[of] - image[of]) * share;
  return { x: mix('x'), y: mix('y'), z: mix('z') };
}
