import type { KeepOut } from '../instruments';
import { clamp, closestOnSegment, distance, type Vec3, vec3 } from '../math';
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
  const gaps = volume.pointsM.map((point) => distance(point, closestOnSegment(point, from, to)));
  return Math.min(...gaps) - volume.radiusM;
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
  readonly volume: KeepOut;
  readonly part: 'foot' | 'boom' | 'pole';
}

/** What stands in a stand's way, worst first: feet on the floor, and what its boom would run through. */
export function obstacles(pose: StandPose, volumes: readonly KeepOut[]): Obstacle[] {
  const { footM, poleTopM, tipM } = pose;
  // The last hand's breadth of the boom is the clip and the microphone itself; the microphone is judged for itself.
  const share = pose.boomM > 0.15 ? 1 - 0.12 / pose.boomM : 0;
  const nearTip = vec3(
    poleTopM.x + (tipM.x - poleTopM.x) * share,
    poleTopM.y + (tipM.y - poleTopM.y) * share,
    poleTopM.z + (tipM.z - poleTopM.z) * share,
  );
  return volumes.flatMap((volume): Obstacle[] => {
    if (volume.kind === 'foot') return gapToRod(volume, footM, vec3(footM.x, footM.y, 0.1)) < POLE_CLEARANCE_M ? [{ volume, part: 'foot' }] : [];
    if (gapToRod(volume, footM, poleTopM) < 0) return [{ volume, part: 'pole' }];
    return gapToRod(volume, poleTopM, nearTip) < 0 ? [{ volume, part: 'boom' }] : [];
  });
}
