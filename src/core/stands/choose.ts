import type { KeepOut } from '../instruments';
import { type Vec3, vec3 } from '../math';
import type { Room } from '../room';
import { bodyRound, type Solid } from '../solids';
import type { StandModel, StandPlace } from './model';
import { hangsOver, obstacles, poseOf } from './reach';

const DIRECTIONS = 24;

/** What a stand must find its place among. */
export interface Around {
  readonly volumes: readonly KeepOut[];
  readonly solids: readonly Solid[];
  readonly room: Room;
}

/** Cost of a base: lacking reach, things in the way, a wall, and turning away from the outward side. */
function costOf(stand: StandModel, base: { x: number; y: number }, tipM: Vec3, { volumes, solids, room }: Around, inward: number): number {
  const pose = poseOf(stand, base, tipM);
  const edge = Math.min(base.x, base.y, room.widthM - base.x, room.depthM - base.y);
  const outside = edge < 0.1 ? 5 + 10 * (0.1 - edge) : 0;
  const overHead = volumes.some((volume) => volume.kind === 'head' && hangsOver(pose, volume)) ? 0.6 : 0;
  return overHead + 20 * pose.shortM + 3 * obstacles(pose, volumes, solids).length + outside + inward;
}

/** The best place for a stand's pole: outward from the instrument, clear of feet, heads and walls. */
export function chooseBase(stand: StandModel, tipM: Vec3, centre: { x: number; y: number }, around: Around): { x: number; y: number; cost: number } {
  // Inside a body the boom comes through its opening; elsewhere from the outward side.
  const opening = bodyRound(around.solids, tipM)?.hollow?.opening;
  const out = opening ? Math.atan2(opening.centreM.y - tipM.y, opening.centreM.x - tipM.x) : Math.atan2(tipM.y - centre.y, tipM.x - centre.x);
  const reaches = stand.reachM > 0 ? [0.85, 0.6, 0.35].map((share) => share * stand.reachM) : [0];
  let best = { x: tipM.x, y: tipM.y, cost: Infinity };
  for (const reach of reaches)
    for (let i = 0; i < (reach > 0 ? DIRECTIONS : 1); i++) {
      const turn = (2 * Math.PI * i) / DIRECTIONS;
      const base = { x: tipM.x + reach * Math.cos(out + turn), y: tipM.y + reach * Math.sin(out + turn) };
      const cost = costOf(stand, base, tipM, around, 0.4 * (1 - Math.cos(turn)) + 0.1 * Math.abs(reach - 0.6 * stand.reachM));
      if (cost < best.cost) best = { ...base, cost };
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
    const { x, y, cost } = chooseBase(stand, tipM, centre, around);
    const total = cost + 0.3 * stand.maxHeightM + (stand.reachM === 0 ? 0.2 : 0);
    if (!best || total < best.cost) best = { place: { modelId: stand.id, baseM: { x, y } }, cost: total };
  }
  return best?.place ?? null;
}

/** A base carried along when its microphone moves, so that the boom keeps its pose. */
export const carriedBase = (place: StandPlace, from: Vec3, to: Vec3): StandPlace => {
  const moved = vec3(place.baseM.x + to.x - from.x, place.baseM.y + to.y - from.y, 0);
  return { ...place, baseM: { x: moved.x, y: moved.y } };
};
