import type { Vec3 } from '../math';
import type { MaterialId, PerOctave } from './materials.data';
import { PART_MODELS, type PartKind } from './parts.data';

export const SURFACES = ['left wall', 'right wall', 'front wall', 'back wall', 'floor', 'ceiling'] as const;
export type Surface = (typeof SURFACES)[number];

export const WALLS = ['left wall', 'right wall', 'front wall', 'back wall'] as const;
export type Wall = (typeof WALLS)[number];

/** Something in a wall: where it begins along the wall (from the back wall, or from the left one), its size and height over the floor, metres. */
export interface WallPart {
  readonly id: string;
  readonly kind: PartKind;
  readonly wall: Wall;
  readonly fromM: number;
  readonly widthM: number;
  readonly bottomM: number;
  readonly heightM: number;
}

/** A part of the ceiling that is lower: a strip along a wall. A slope is told as one, with its height halfway. */
export interface LowCeiling {
  readonly along: Wall;
  readonly reachM: number;
  readonly heightM: number;
}

/** A box with one corner of the floor at the origin: sizes in metres, air in °C. */
export interface Room {
  readonly widthM: number;
  readonly depthM: number;
  readonly heightM: number;
  readonly temperatureC: number;
  /** Mean absorption, 0.01 (bare concrete) to 0.9, of the surfaces that are not named. */
  readonly absorption: number;
  /** By how much more or less all surfaces take up than what they are made of says, by octave: as the decay was heard. */
  readonly heardScale?: PerOctave;
  /** What surfaces are made of, where it is said. */
  readonly surfaces?: Readonly<Partial<Record<Surface, MaterialId>>>;
  /** Absorbing area of the furniture by octave, m²; not kept, but worked out from what stands in the room. */
  readonly softM2?: PerOctave;
  /** The same of what hangs or lies on a surface, beyond what the surface under it would take up; worked out likewise. */
  readonly softOnM2?: Readonly<Partial<Record<Surface, PerOctave>>>;
  /** Surfaces that are glass or mirror: harder and brighter than the rest. */
  readonly glass: readonly Surface[];
  readonly lowCeiling?: LowCeiling;
  /** Its own noise as it was heard, dB SPL above 100 Hz. */
  readonly noiseDb?: number;
  /** Windows, doors and the like. */
  readonly parts?: readonly WallPart[];
}

const WALL_DISTANCE: Readonly<Record<Wall, (room: Room, x: number, y: number) => number>> = {
  'left wall': (_, x) => x,
  'right wall': (room, x) => room.widthM - x,
  'front wall': (room, _, y) => room.depthM - y,
  'back wall': (_, __, y) => y,
};

/** Height of the ceiling over a place on the floor, metres. */
export function ceilingAt(room: Room, at: { readonly x: number; readonly y: number }): number {
  const { lowCeiling: low } = room;
  if (!low || WALL_DISTANCE[low.along](room, at.x, at.y) > low.reachM) return room.heightM;
  return Math.min(room.heightM, low.heightM);
}

/**
 * Height of the ceiling that sound on its way between two points is sent back by, metres: the low part where it meets that, else the high
 * one. Round the edge of the step nothing is told of.
 */
export function ceilingBetween(room: Room, from: Vec3, to: Vec3): number {
  const { lowCeiling: low } = room;
  if (!low) return room.heightM;
  const [a, b] = [low.heightM - from.z, low.heightM - to.z];
  if (a <= 0 || b <= 0) return room.heightM;
  const share = a / Math.max(1e-9, a + b);
  return ceilingAt(room, { x: from.x + (to.x - from.x) * share, y: from.y + (to.y - from.y) * share });
}

/** The thing in a wall that a point of it belongs to; the last named wins. */
export function partAt(room: Room, surface: Surface, at: Vec3): WallPart | null {
  if (!room.parts || surface === 'floor' || surface === 'ceiling') return null;
  const along = surface === 'left wall' || surface === 'right wall' ? at.y : at.x;
  return (
    room.parts.findLast(
      ({ wall, fromM, widthM, bottomM, heightM }) =>
        wall === surface && along >= fromM && along <= fromM + widthM && at.z >= bottomM && at.z <= bottomM + heightM,
    ) ?? null
  );
}

/** Whether what a point is nearest to on a surface is glass or mirror. */
export function isGlassAt(room: Room, surface: Surface, at: Vec3): boolean {
  const part = partAt(room, surface, at);
  return part ? PART_MODELS[part.kind].isGlass === true : room.glass.includes(surface);
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
      return ceilingAt(room, point) - point.z;
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

/**
 * The mirror image of a point in a surface: the first-order image source (Allen and Berkley 1979).
 * @param to where its sound goes, which says which part of a two-height ceiling it meets
 */
export function imageIn(room: Room, point: Vec3, surface: Surface, to: Vec3 = point): Vec3 {
  const n = inwardNormal(surface);
  const d = surface === 'ceiling' ? ceilingBetween(room, point, to) - point.z : distanceToSurface(room, point, surface);
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
  return { x: keep(point.x, room.widthM), y: keep(point.y, room.depthM), z: keep(point.z, ceilingAt(room, point)) };
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
  const image = imageIn(room, from, surface, to);
  const axis = AXIS_OF[surface];
  const plane = (image[axis] + from[axis]) / 2;
  const share = Math.abs(to[axis] - image[axis]) < 1e-9 ? 0.5 : (plane - image[axis]) / (to[axis] - image[axis]);
  const mix = (of: 'x' | 'y' | 'z'): number => image[of] + (to[of] - image[of]) * share;
  return { x: mix('x'), y: mix('y'), z: mix('z') };
}
