import type { MicrophoneId } from '../ids';
import { add, cross, dot, magnitude, normalize, planeBasis, scale, subtract, type Vec3 } from '../math';
import type { Told } from '../units';

/** A convex volume that is really there, metres. */
export type SolidForm =
  /** A box: middle, three unit vectors at right angles, half its length along each. */
  | { readonly form: 'box'; readonly centreM: Vec3; readonly axes: readonly [Vec3, Vec3, Vec3]; readonly halfM: readonly [number, number, number] }
  /** A drum's shell, a cymbal, a stool: straight, with flat ends. */
  | { readonly form: 'cylinder'; readonly fromM: Vec3; readonly toM: Vec3; readonly radiusM: number }
  /** A limb, a pipe, a rod, a head (both ends alike): all within a radius of a straight piece. */
  | { readonly form: 'capsule'; readonly fromM: Vec3; readonly toM: Vec3; readonly radiusM: number };

/** Something solid of an instrument or its player. */
export interface Solid {
  readonly id: string;
  /** As one would say it: "the kick’s shell". */
  readonly name: string;
  readonly shape: SolidForm;
  /** Sources (in a plan by their keys) whose own body this is: their faces know of it already, it does not shade them. */
  readonly sourceIds: readonly string[];
  /** A microphone may be inside; null for what is full. */
  readonly hollow: Hollow | null;
  /** Soft and thin: sound goes through it as well as round it. */
  readonly screen?: Screen;
  /** A caution to say whenever something comes near it. */
  readonly caution?: Told;
}

/** What a panel, a blanket or a collar does to sound. */
export interface Screen {
  /** What it keeps back of what goes through it, dB per band of the model. */
  readonly throughDb: readonly number[];
  /** Share of the energy one of its faces takes up. */
  readonly absorption: number;
  /** Absorption area of both its faces, m². */
  readonly absorbsM2: number;
  /** Clipped to this microphone, and in no stand's way; null for what stands by itself. */
  readonly ofMicrophoneId: MicrophoneId | null;
}

/** Whether a solid is clipped to a microphone. */
export const isWorn = ({ screen }: Solid): boolean => screen !== undefined && screen.ofMicrophoneId !== null;

/** A body one can put a microphone into: where the way in is, and how wide. */
export interface Hollow {
  /** Middle of the opening and the way it looks; null when it is closed all round. */
  readonly opening: { readonly centreM: Vec3; readonly normal: Vec3; readonly radiusM: number } | null;
  /** What has to be done to get in where there is no opening. */
  readonly otherwise: Told;
}

/** A box that stands upright between two corners of its own frame. */
export const uprightBox = (low: Vec3, high: Vec3): SolidForm => ({
  form: 'box',
  centreM: scale(add(low, high), 0.5),
  axes: [
    { x: 1, y: 0, z: 0 },
    { x: 0, y: 1, z: 0 },
    { x: 0, y: 0, z: 1 },
  ],
  halfM: [Math.abs(high.x - low.x) / 2, Math.abs(high.y - low.y) / 2, Math.abs(high.z - low.z) / 2],
});

/** A flat board: one corner, two edges at right angles, a thickness to both sides of it. */
export function board(cornerM: Vec3, edgeM: Vec3, otherM: Vec3, thicknessM: number): SolidForm {
  const [u, v] = [normalize(edgeM), normalize(otherM)];
  return {
    form: 'box',
    centreM: add(cornerM, scale(add(edgeM, otherM), 0.5)),
    axes: [u, v, cross(u, v)],
    halfM: [magnitude(edgeM) / 2, magnitude(otherM) / 2, thicknessM / 2],
  };
}

/** The form with every point and direction turned by two functions: into the room. */
export function movedForm(form: SolidForm, point: (p: Vec3) => Vec3, direction: (d: Vec3) => Vec3): SolidForm {
  if (form.form !== 'box') return { ...form, fromM: point(form.fromM), toM: point(form.toM) };
  return { ...form, centreM: point(form.centreM), axes: [direction(form.axes[0]), direction(form.axes[1]), direction(form.axes[2])] };
}

/** Distance from a point to a solid's surface, metres; negative inside, exact outside and in. */
export function gapToSolid(form: SolidForm, point: Vec3): number {
  if (form.form === 'box') {
    let outside = 0;
    let most = -Infinity;
    for (let i = 0; i < 3; i++) {
      const axis = form.axes[i] as Vec3;
      const { centreM } = form;
      const along = (point.x - centreM.x) * axis.x + (point.y - centreM.y) * axis.y + (point.z - centreM.z) * axis.z;
      const out = Math.abs(along) - (form.halfM[i] as number);
      if (out > 0) outside += out * out;
      if (out > most) most = out;
    }
    return outside > 0 ? Math.sqrt(outside) : most;
  }
  const { fromM, toM, radiusM } = form;
  const ax = toM.x - fromM.x;
  const ay = toM.y - fromM.y;
  const az = toM.z - fromM.z;
  const dx = point.x - fromM.x;
  const dy = point.y - fromM.y;
  const dz = point.z - fromM.z;
  const length = Math.sqrt(ax * ax + ay * ay + az * az);
  const d2 = dx * dx + dy * dy + dz * dz;
  if (length < 1e-9) return Math.sqrt(d2) - radiusM;
  const t = (dx * ax + dy * ay + dz * az) / length;
  const off = Math.sqrt(Math.max(0, d2 - t * t));
  const past = Math.max(-t, t - length);
  if (form.form === 'capsule') return (past > 0 ? Math.sqrt(off * off + past * past) : off) - radiusM;
  const over = off - radiusM;
  return over > 0 && past > 0 ? Math.sqrt(over * over + past * past) : Math.max(over, past);
}

const GOLDEN = (Math.sqrt(5) - 1) / 2;
const at = (from: Vec3, to: Vec3, t: number): Vec3 => ({
  x: from.x + (to.x - from.x) * t,
  y: from.y + (to.y - from.y) * t,
  z: from.z + (to.z - from.z) * t,
});

/** Middle of a solid and the radius of a ball round it that holds it all. */
export function ballRound(form: SolidForm): { readonly centreM: Vec3; readonly radiusM: number } {
  if (form.form === 'box') return { centreM: form.centreM, radiusM: Math.hypot(...form.halfM) };
  const half = magnitude(subtract(form.toM, form.fromM)) / 2;
  const radiusM = form.form === 'capsule' ? half + form.radiusM : Math.hypot(half, form.radiusM);
  return { centreM: scale(add(form.fromM, form.toM), 0.5), radiusM };
}

export interface SegmentGap {
  /** Least distance between the straight piece and the surface, metres; negative by how deep it goes in. */
  readonly gapM: number;
  /** Where along the piece, 0 to 1. */
  readonly share: number;
}

/**
 * Least distance between a straight piece and a solid. A convex body's signed distance is convex along a straight line, so
 * that a golden section finds it, here to a tenth of a millimetre of the piece's length or a millionth of it.
 */
export function gapToSegment(form: SolidForm, from: Vec3, to: Vec3): SegmentGap {
  let [low, high] = [0, 1];
  let [a, b] = [1 - GOLDEN, GOLDEN];
  let [atA, atB] = [gapToSolid(form, at(from, to, a)), gapToSolid(form, at(from, to, b))];
  const length = magnitude(subtract(to, from));
  const enough = Math.max(1e-6, 1e-4 / Math.max(length, 1e-4));
  while (high - low > enough) {
    if (atA < atB) {
      [high, b, atB] = [b, a, atA];
      a = high - GOLDEN * (high - low);
      atA = gapToSolid(form, at(from, to, a));
    } else {
      [low, a, atA] = [a, b, atB];
      b = low + GOLDEN * (high - low);
      atB = gapToSolid(form, at(from, to, b));
    }
  }
  const share = (low + high) / 2;
  const ends = [
    { gapM: gapToSolid(form, from), share: 0 },
    { gapM: gapToSolid(form, to), share: 1 },
  ];
  return ends.reduce<SegmentGap>((least, end) => (end.gapM < least.gapM ? end : least), { gapM: gapToSolid(form, at(from, to, share)), share });
}

/** Least distance between two straight pieces, metres (Ericson, Real-Time Collision Detection, 2005, section 5.1.9). */
export function distanceOfSegments(p: Vec3, q: Vec3, r: Vec3, s: Vec3): number {
  const ux = q.x - p.x;
  const uy = q.y - p.y;
  const uz = q.z - p.z;
  const vx = s.x - r.x;
  const vy = s.y - r.y;
  const vz = s.z - r.z;
  const wx = p.x - r.x;
  const wy = p.y - r.y;
  const wz = p.z - r.z;
  const a = ux * ux + uy * uy + uz * uz;
  const e = vx * vx + vy * vy + vz * vz;
  const f = vx * wx + vy * wy + vz * wz;
  const c = ux * wx + uy * wy + uz * wz;
  const b = ux * vx + uy * vy + uz * vz;
  const clamp = (t: number): number => Math.min(1, Math.max(0, t));
  const across = a * e - b * b;
  let t = across > 1e-12 ? clamp((b * f - c * e) / across) : 0;
  let o = e > 1e-12 ? (b * t + f) / e : 0;
  if (o < 0 || o > 1) {
    o = clamp(o);
    t = a > 1e-12 ? clamp((b * o - c) / a) : 0;
  }
  return Math.hypot(wx + t * ux - o * vx, wy + t * uy - o * vy, wz + t * uz - o * vz);
}

/** Whether a straight piece passes through a solid: by its slabs, its mantle and ends, its axis. */
export function crosses(form: SolidForm, from: Vec3, to: Vec3): boolean {
  if (form.form === 'box') {
    const d = subtract(from, form.centreM);
    const w = subtract(to, from);
    let [enter, leave] = [0, 1];
    for (let i = 0; i < 3; i++) {
      const axis = form.axes[i] as Vec3;
      const half = form.halfM[i] as number;
      const start = dot(d, axis);
      const step = dot(w, axis);
      if (Math.abs(step) < 1e-12) {
        if (Math.abs(start) >= half) return false;
        continue;
      }
      const [one, other] = [(-half - start) / step, (half - start) / step];
      enter = Math.max(enter, Math.min(one, other));
      leave = Math.min(leave, Math.max(one, other));
    }
    return enter < leave;
  }
  if (form.form === 'capsule') return distanceOfSegments(form.fromM, form.toM, from, to) < form.radiusM;
  const axis = normalize(subtract(form.toM, form.fromM));
  const length = magnitude(subtract(form.toM, form.fromM));
  const d = subtract(from, form.fromM);
  const w = subtract(to, from);
  const [start, step] = [dot(d, axis), dot(w, axis)];
  let [enter, leave] = [0, 1];
  if (Math.abs(step) < 1e-12) {
    if (start <= 0 || start >= length) return false;
  } else {
    const [one, other] = [-start / step, (length - start) / step];
    enter = Math.max(enter, Math.min(one, other));
    leave = Math.min(leave, Math.max(one, other));
  }
  if (enter >= leave) return false;
  const [dx, dy, dz] = [d.x - start * axis.x, d.y - start * axis.y, d.z - start * axis.z];
  const [wx, wy, wz] = [w.x - step * axis.x, w.y - step * axis.y, w.z - step * axis.z];
  const a = wx * wx + wy * wy + wz * wz;
  const b = dx * wx + dy * wy + dz * wz;
  const c = dx * dx + dy * dy + dz * dz - form.radiusM ** 2;
  if (a < 1e-12) return c < 0;
  const root = b * b - a * c;
  if (root <= 0) return false;
  return Math.max(enter, (-b - Math.sqrt(root)) / a) < Math.min(leave, (-b + Math.sqrt(root)) / a);
}

/** Points that span a solid: a box's corners, a cylinder's or capsule's two ends as rings (a capsule's rounded ends as its poles too). */
export function spanOf(form: SolidForm): Vec3[] {
  if (form.form === 'box')
    return [-1, 1].flatMap((i) =>
      [-1, 1].flatMap((j) =>
        [-1, 1].map((k) =>
          add(
            form.centreM,
            add(scale(form.axes[0], i * form.halfM[0]), add(scale(form.axes[1], j * form.halfM[1]), scale(form.axes[2], k * form.halfM[2]))),
          ),
        ),
      ),
    );
  const axis = normalize(subtract(form.toM, form.fromM));
  const [u, v] = planeBasis(axis);
  const ring = (centre: Vec3): Vec3[] =>
    Array.from({ length: 12 }, (_, i) => {
      const t = (Math.PI * i) / 6;
      return add(centre, add(scale(u, form.radiusM * Math.cos(t)), scale(v, form.radiusM * Math.sin(t))));
    });
  const poles = form.form === 'capsule' ? [add(form.fromM, scale(axis, -form.radiusM)), add(form.toM, scale(axis, form.radiusM))] : [];
  return [...ring(form.fromM), ...ring(form.toM), ...poles];
}
