import type { KeepOut } from '../instruments';
import { clamp, closestOnSegment, distance, type Vec3, vec3 } from '../math';
import { gapToSolid, isWorn, missesOpeningM, type Solid, touches } from '../solids';
import type { Words } from '../units';
import { tell } from './codes';
import type { StandModel } from './model';

/** A stand as it must be set for a microphone: pole, boom, and whether it gets there. */
export interface StandPose {
  readonly footM: Vec3;
  readonly poleTopM: Vec3;
  readonly tipM: Vec3;
  readonly boomM: number;
  /** What is lacking to reach the microphone, metres; 0 when it does. */
  readonly shortM: number;
}

/** The pole goes as near to the microphone's height as it can; the boom does the rest. */
export function poseOf(stand: StandModel, base: { readonly x: number; readonly y: number }, tipM: Vec3): StandPose {
  const poleTopM = vec3(base.x, base.y, clamp(tipM.z, stand.minHeightM, stand.maxHeightM));
  const boomM = distance(poleTopM, tipM);
  return { footM: vec3(base.x, base.y, 0), poleTopM, tipM, boomM, shortM: Math.max(0, boomM - Math.max(stand.reachM, 0.03)) };
}

/** Gap between a volume and a straight rod, metres; negative when the rod runs through it. */
export function gapToRod(volume: KeepOut, from: Vec3, to: Vec3): number {
  let least = Infinity;
  for (const point of volume.pointsM) least = Math.min(least, distance(point, closestOnSegment(point, from, to)));
  return least - volume.radiusM;
}

/** Gap between a volume's chain of points and a point, metres; negative inside. */
export function gapToPoint(volume: KeepOut, point: Vec3): number {
  const { pointsM } = volume;
  if (pointsM.length === 1) return distance(pointsM[0] as Vec3, point) - volume.radiusM;
  let least = Infinity;
  for (let i = 0; i + 1 < pointsM.length; i++)
    least = Math.min(least, distance(point, closestOnSegment(point, pointsM[i] as Vec3, pointsM[i + 1] as Vec3)));
  return least - volume.radiusM;
}

/** How far two poles' feet, or a pole and a player's foot, must be apart, metres. */
const POLE_CLEARANCE_M = 0.1;

export interface Obstacle {
  readonly part: 'foot' | 'boom' | 'pole';
  /** What is in the way, as a name: "Kick pedal", "the snare’s shell". */
  readonly name: string;
  /** Goes on from "is in the way:". */
  readonly why: Words;
}

/** Half a boom's or pole's thickness and a finger of air, metres. */
const ROD_M = 0.015;

/** Where the boom ends and the clip and the microphone begin: the last hand's breadth is judged with the capsule. */
function nearTipOf({ poleTopM, tipM, boomM }: StandPose): Vec3 {
  const share = boomM > 0.15 ? 1 - 0.12 / boomM : 0;
  return vec3(poleTopM.x + (tipM.x - poleTopM.x) * share, poleTopM.y + (tipM.y - poleTopM.y) * share, poleTopM.z + (tipM.z - poleTopM.z) * share);
}

function againstSolid(pose: StandPose, nearTip: Vec3, solid: Solid): Obstacle[] {
  const there = (part: Obstacle['part'], why: Words): Obstacle[] => [{ part, name: solid.name, why }];
  const { footM, poleTopM, tipM } = pose;
  const thick = solid.shape.form === 'capsule' && solid.shape.radiusM < ROD_M ? 0 : ROD_M;
  if (touches(solid, footM, poleTopM, thick)) return there('pole', tell('is-there', { solid: solid.name }));
  if (solid.hollow && gapToSolid(solid.shape, tipM) < 0) {
    const missesM = missesOpeningM(solid, tipM, poleTopM);
    return missesM > 0 ? there('boom', solid.hollow.opening ? tell('misses-the-opening', { solid: solid.name }) : solid.hollow.otherwise) : [];
  }
  return touches(solid, poleTopM, nearTip, thick) ? there('boom', tell('is-there', { solid: solid.name })) : [];
}

/** How a volume, a foot or a head, is in a stand's way, if it is. */
function partInWay({ footM, poleTopM }: StandPose, nearTip: Vec3, volume: KeepOut): Obstacle['part'] | null {
  if (volume.kind === 'foot') return gapToRod(volume, footM, vec3(footM.x, footM.y, 0.1)) < POLE_CLEARANCE_M ? 'foot' : null;
  if (gapToRod(volume, footM, poleTopM) < 0) return 'pole';
  return gapToRod(volume, poleTopM, nearTip) < 0 ? 'boom' : null;
}

/** What stands in a stand's way, worst first: feet on the floor, what its boom would run through, and what is solid. */
export function obstacles(pose: StandPose, volumes: readonly KeepOut[], solids: readonly Solid[] = []): Obstacle[] {
  const nearTip = nearTipOf(pose);
  const soft = volumes.flatMap((volume): Obstacle[] => {
    const part = partInWay(pose, nearTip, volume);
    return part ? [{ part, name: volume.name, why: volume.why }] : [];
  });
  return [...soft, ...solids.flatMap((solid) => (isWorn(solid) ? [] : againstSolid(pose, nearTip, solid)))];
}

/** How many of them there are; it stops at the number from which on more are of no interest. */
export function obstacleCount(pose: StandPose, volumes: readonly KeepOut[], solids: readonly Solid[], most: number): number {
  const nearTip = nearTipOf(pose);
  let count = 0;
  for (const volume of volumes) if (partInWay(pose, nearTip, volume) && ++count >= most) return count;
  for (const solid of solids) if (!isWorn(solid) && againstSolid(pose, nearTip, solid).length > 0 && ++count >= most) return count;
  return count;
}

/** A boom over a head is safe only when it cannot come down: this far round the head counts as over it, metres. */
const OVER_HEAD_M = 0.35;

/** Whether a boom hangs over somebody's head. */
export function hangsOver({ poleTopM: from, tipM: to }: StandPose, volume: KeepOut): boolean {
  const head = volume.pointsM[0] as Vec3;
  for (let i = 0; i <= 10; i++) {
    const t = i / 10;
    const [x, y, z] = [from.x + (to.x - from.x) * t, from.y + (to.y - from.y) * t, from.z + (to.z - from.z) * t];
    if (z > head.z && Math.hypot(x - head.x, y - head.y) < OVER_HEAD_M) return true;
  }
  return false;
}
