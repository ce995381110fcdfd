import { add, cross, distance, dot, magnitude, midpoint, normalize, scale, subtract, type Vec3, vec3 } from '../math';
import { degreesFromRadians, radiansFromDegrees } from '../units';

/** How a pair's two channels become left and right. */
export const DECODINGS = ['left-right', 'mid-side'] as const;
/** With 'mid-side' the pair's left microphone is the mid, which looks where the pair looks; its right one is the side, whose plus looks left. */
export type Decoding = (typeof DECODINGS)[number];

/** Where a pair stands in the room and how its two microphones stand in it. Lengths in metres. */
export interface PairFrame {
  /** Middle between the capsules. */
  readonly centreM: Vec3;
  /** Where the pair looks: clockwise from straight ahead (+y) as seen from above. */
  readonly turnDeg: number;
  /** Up from level. */
  readonly tiltDeg: number;
  /** How far the line from left to right leans from level: positive with the right end higher. */
  readonly rollDeg: number;
  /** From capsule to capsule along that line. */
  readonly spacingM: number;
  /** How far the right capsule stands over the left one, for capsules stacked on one point. */
  readonly stackM: number;
  /** Between the two axes: positive when they look apart, negative when they cross before the pair. */
  readonly angleDeg: number;
  /** How far ahead of its capsule each microphone's aim point lies. */
  readonly focusM: number;
}

/** One capsule: where it is, and the point it looks at. */
export interface Member {
  readonly positionM: Vec3;
  readonly aimM: Vec3;
}

export interface Members {
  readonly left: Member;
  readonly right: Member;
}

interface Axes {
  readonly forward: Vec3;
  readonly right: Vec3;
  readonly up: Vec3;
}

/** Right-handed axes of a pair: for turn, tilt and roll 0 forward is +y, right +x, up +z. */
export function pairAxes({ turnDeg, tiltDeg, rollDeg }: Pick<PairFrame, 'turnDeg' | 'tiltDeg' | 'rollDeg'>): Axes {
  const [turn, tilt, roll] = [turnDeg, tiltDeg, rollDeg].map(radiansFromDegrees) as [number, number, number];
  const forward = vec3(Math.sin(turn) * Math.cos(tilt), Math.cos(turn) * Math.cos(tilt), Math.sin(tilt));
  const level = vec3(Math.cos(turn), -Math.sin(turn), 0);
  const right = add(scale(level, Math.cos(roll)), scale(cross(level, forward), Math.sin(roll)));
  return { forward, right, up: cross(right, forward) };
}

/**
 * The two microphones of a pair.
 * @example membersOf({ ...frame, turnDeg: 0, tiltDeg: 0, rollDeg: 0, spacingM: 0.17, angleDeg: 110 }) has its left capsule 8.5 cm toward −x, looking 55° to −x of +y
 */
export function membersOf(frame: PairFrame, decoding: Decoding): Members {
  const { forward, right, up } = pairAxes(frame);
  const half = radiansFromDegrees(frame.angleDeg / 2);
  const apart = add(scale(right, frame.spacingM / 2), scale(up, frame.stackM / 2));
  const looks = {
    left: decoding === 'mid-side' ? forward : add(scale(forward, Math.cos(half)), scale(right, -Math.sin(half))),
    right: decoding === 'mid-side' ? scale(right, -1) : add(scale(forward, Math.cos(half)), scale(right, Math.sin(half))),
  };
  const member = (positionM: Vec3, look: Vec3): Member => ({ positionM, aimM: add(positionM, scale(look, frame.focusM)) });
  return { left: member(subtract(frame.centreM, apart), looks.left), right: member(add(frame.centreM, apart), looks.right) };
}

/** Angles of a pair that looks along `forward` with its right end along `right` (unit vectors, square to one another). */
function anglesOf(forward: Vec3, right: Vec3): Pick<PairFrame, 'turnDeg' | 'tiltDeg' | 'rollDeg'> {
  const flat = Math.hypot(forward.x, forward.y);
  const turn = flat > 1e-6 ? Math.atan2(forward.x, forward.y) : Math.atan2(-right.y, right.x);
  const tilt = Math.atan2(forward.z, flat);
  const level = vec3(Math.cos(turn), -Math.sin(turn), 0);
  const roll = Math.atan2(dot(right, cross(level, forward)), dot(right, level));
  return { turnDeg: degreesFromRadians(turn), tiltDeg: degreesFromRadians(tilt), rollDeg: degreesFromRadians(roll) };
}

interface Looks {
  readonly forward: Vec3;
  readonly right: Vec3;
  readonly angleDeg: number;
}

/** Stored places are rounded to a tenth of a millimetre: capsules nearer than this across are stacked, metres. */
const ROUNDED_M = 0.00015;

/** Axes of two microphones that look apart, across, or alike; null when they look in opposite directions. */
function looksOf(left: Vec3, right: Vec3, apart: Vec3): Looks | null {
  const sum = add(left, right);
  if (magnitude(sum) < 1e-3) return null;
  const forward = normalize(sum);
  const spread = subtract(right, left);
  const squareTo = (v: Vec3): Vec3 => subtract(v, scale(forward, dot(v, forward)));
  const angle = 2 * Math.atan2(magnitude(spread), magnitude(sum));
  if (magnitude(spread) < 1e-4) {
    const across = squareTo(apart);
    const level = normalize(cross(forward, vec3(0, 0, 1)), vec3(1, 0, 0));
    return { forward, right: magnitude(across) > 1e-4 ? normalize(across) : level, angleDeg: 0 };
  }
  const outward = normalize(squareTo(spread));
  const inward = dot(outward, apart) < -1e-4;
  return { forward, right: scale(outward, inward ? -1 : 1), angleDeg: degreesFromRadians(inward ? -angle : angle) };
}

/**
 * The frame nearest to two microphones as they stand: their own when they stand alike about the middle between them, else the
 * regular pair closest to them. Null when they look in opposite directions, or at right angles in neither way of a mid-side pair.
 */
export function nearestFrame({ left, right }: Members, decoding: Decoding): PairFrame | null {
  const apart = subtract(right.positionM, left.positionM);
  const [a, b] = [left, right].map(({ positionM, aimM }) => normalize(subtract(aimM, positionM))) as [Vec3, Vec3];
  let looks: Looks | null;
  if (decoding === 'mid-side') {
    const side = subtract(scale(b, -1), scale(a, dot(scale(b, -1), a)));
    looks = magnitude(side) > 0.1 ? { forward: a, right: normalize(side), angleDeg: 0 } : null;
  } else looks = looksOf(a, b, apart);
  if (!looks) return null;
  const up = cross(looks.right, looks.forward);
  const across = dot(apart, looks.right);
  return {
    centreM: midpoint(left.positionM, right.positionM),
    ...anglesOf(looks.forward, looks.right),
    spacingM: Math.abs(across) < ROUNDED_M ? 0 : across,
    stackM: dot(apart, up),
    angleDeg: looks.angleDeg,
    focusM: (distance(left.positionM, left.aimM) + distance(right.positionM, right.aimM)) / 2,
  };
}

/** A microphone may stand this far from its place in a frame, and its aim point from the frame's, and still be of it, metres: what 0.1 mm of rounding does. */
const CAPSULE_WITHIN_M = 0.00025;
const AIM_WITHIN_M = 0.0006;

/** The frame that two microphones stand in; null when they do not stand alike, so that no frame says where they are. */
export function frameOf(members: Members, decoding: Decoding): PairFrame | null {
  const frame = nearestFrame(members, decoding);
  if (!frame) return null;
  const found = membersOf(frame, decoding);
  const fits = (['left', 'right'] as const).every(
    (side) =>
      distance(found[side].positionM, members[side].positionM) <= CAPSULE_WITHIN_M && distance(found[side].aimM, members[side].aimM) <= AIM_WITHIN_M,
  );
  return fits ? frame : null;
}
