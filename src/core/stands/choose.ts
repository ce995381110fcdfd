import type { KeepOut } from '../instruments';
import { type Vec3, vec3 } from '../math';
import type { Room } from '../room';
import { bodyRound, type Solid } from '../solids';
import type { StandModel, StandPlace } from './model';
import { gapToRod, hangsOver, obstacleCount, poseOf } from './reach';

const DIRECTIONS = 24;

/** What a stand must find its place among. */
export interface Around {
  readonly volumes: readonly KeepOut[];
  readonly solids: readonly Solid[];
  readonly room: Room;
  /** What hangs on its boom, kilograms; 0 where it is not told. */
  readonly weightKg?: number;
  /** Where other stands' feet are. */
  readonly feet?: readonly { readonly x: number; readonly y: number; readonly footprintM: number }[];
}

/** What one thing in the way of pole or boom costs. */
const OBSTACLE = 3;
/** Another stand's foot and a pole are at least this far apart, metres. */
const APART_M = 0.05;

/** How far a stand's feet would stick out of the room, metres; 0 where all are in. */
export function feetOutsideM({ footprintM }: StandModel, base: { readonly x: number; readonly y: number }, { widthM, depthM }: Room): number {
  return Math.max(0, footprintM - Math.min(base.x, base.y, widthM - base.x, depthM - base.y));
}

/** A pole brought in from the walls so far that its feet are in the room; in a room that is too narrow it is in the middle. */
function keptInside(
  base: { readonly x: number; readonly y: number },
  { footprintM }: StandModel,
  { widthM, depthM }: Room,
): { x: number; y: number } {
  const within = (at: number, size: number): number => (size < 2 * footprintM ? size / 2 : Math.min(size - footprintM, Math.max(footprintM, at)));
  return { x: within(base.x, widthM), y: within(base.y, depthM) };
}

/** How much of its feet stand where somebody's foot, a pedal or another stand's feet are: a cost. */
function crowding(stand: StandModel, base: { x: number; y: number }, { volumes, feet = [] }: Around): number {
  const onFloor = volumes.filter(
    (volume) => volume.kind === 'foot' && gapToRod(volume, vec3(base.x, base.y, 0), vec3(base.x, base.y, 0.05)) < stand.footprintM,
  );
  const others = feet.filter((other) => Math.hypot(other.x - base.x, other.y - base.y) < Math.max(other.footprintM, stand.footprintM) + APART_M);
  return 0.3 * onFloor.length + 2 * others.length;
}

/**
 * Cost of a base: lacking reach, a wall, what it would tip over, and turning away from the outward side first, which are soon told; then what
 * is in the way, up to the cost from which on it is no longer of interest.
 */
function costOf(stand: StandModel, base: { x: number; y: number }, tipM: Vec3, around: Around, inward: number, most: number): number {
  const { volumes, solids, room } = around;
  const pose = poseOf(stand, base, tipM);
  // A stand that its load tips over is no place for it.
  const tips = (around.weightKg ?? 0) * Math.hypot(pose.poleTopM.x - tipM.x, pose.poleTopM.y - tipM.y) > 0.95 * stand.maxMomentKgM ? 6 : 0;
  const outM = feetOutsideM(stand, base, room);
  const outside = outM > 0 ? 2.5 + 10 * outM : 0;
  const short = (pose.shortM > 0.005 ? 3 : 0) + 20 * pose.shortM;
  const soon = short + tips + outside + inward;
  if (soon >= most) return soon;
  const overHead = volumes.some((volume) => volume.kind === 'head' && hangsOver(pose, volume)) ? 0.6 : 0;
  const crowded = soon + overHead + crowding(stand, base, around);
  const left = Math.ceil((most - crowded) / OBSTACLE);
  return left <= 0 ? crowded : crowded + OBSTACLE * obstacleCount(pose, volumes, solids, left);
}

/**
 * The best place for a stand's pole: outward from the instrument, clear of feet, heads and walls.
 * @param most the cost from which on no place is of interest; where there is none below it, the cost is infinite
 */
export function chooseBase(
  stand: StandModel,
  tipM: Vec3,
  centre: { x: number; y: number },
  around: Around,
  most = Infinity,
): { x: number; y: number; cost: number } {
  // Inside a body the boom comes through its opening; elsewhere from the outward side.
  const opening = bodyRound(around.solids, tipM)?.hollow?.opening;
  const out = opening ? Math.atan2(opening.centreM.y - tipM.y, opening.centreM.x - tipM.x) : Math.atan2(tipM.y - centre.y, tipM.x - centre.x);
  const reaches = stand.reachM > 0 ? [0.85, 0.6, 0.35].map((share) => share * stand.reachM) : [0];
  let best = { x: tipM.x, y: tipM.y, cost: Infinity };
  for (const reach of reaches)
    for (let i = 0; i < (reach > 0 ? DIRECTIONS : 1); i++) {
      const turn = (2 * Math.PI * i) / DIRECTIONS;
      const there = { x: tipM.x + reach * Math.cos(out + turn), y: tipM.y + reach * Math.sin(out + turn) };
      // A straight stand is under its microphone wherever that is.
      const base = reach > 0 ? keptInside(there, stand, around.room) : there;
      const cost = costOf(
        stand,
        base,
        tipM,
        around,
        0.4 * (1 - Math.cos(turn)) + 0.1 * Math.abs(reach - 0.6 * stand.reachM),
        Math.min(most, best.cost),
      );
      if (cost < Math.min(most, best.cost)) best = { ...base, cost };
    }
  return best;
}

/**
 * The stand for a microphone and where it goes: the one with the least cost, the smaller where all is equal. Null when no
 * stand is free.
 */
export function chooseStand(free: readonly StandModel[], tipM: Vec3, centre: { x: number; y: number }, around: Around): StandPlace | null {
  let best: { place: StandPlace; cost: number } | null = null;
  for (const stand of free) {
    const own = 0.3 * stand.maxHeightM + (stand.reachM === 0 ? 0.2 : 0);
    const { x, y, cost } = chooseBase(stand, tipM, centre, around, best ? best.cost - own : Infinity);
    const total = cost + own;
    if (!best || total < best.cost) best = { place: { modelId: stand.id, baseM: { x, y } }, cost: total };
  }
  return best?.place ?? null;
}

/**
 * A base carried along when its microphone moves, so that the boom keeps its pose; its feet stay in the room.
 * @param stands of the shelf, to know how wide it stands
 */
export function carriedBase(place: StandPlace, from: Vec3, to: Vec3, room: Room, stands: readonly StandModel[]): StandPlace {
  const moved = { x: place.baseM.x + to.x - from.x, y: place.baseM.y + to.y - from.y };
  const stand = stands.find(({ id }) => id === place.modelId);
  return { ...place, baseM: stand && stand.reachM > 0 ? keptInside(moved, stand, room) : moved };
}
