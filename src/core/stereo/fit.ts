import type { Vec3 } from '../math';
import { add, distance, dot, rotateAboutZ, scale, subtract } from '../math';
import { degreesFromRadians, radiansFromDegrees } from '../units';
import { type PairFrame, pairAxes } from './frame';
import { type PairGeometry, recordingAngleDeg, type School } from './image';

/** What an instrument takes up as a pair sees it, degrees from its axis: negative to the left. */
export interface Extent {
  readonly leftDeg: number;
  readonly rightDeg: number;
}

/** Angles of points off a pair's axis, in the pair's own plane. */
export function extentOf(frame: PairFrame, points: readonly Vec3[]): Extent {
  const { forward, right } = pairAxes(frame);
  const angles = points.map((point) => {
    const to = subtract(point, frame.centreM);
    return degreesFromRadians(Math.atan2(dot(to, right), dot(to, forward)));
  });
  return { leftDeg: Math.min(0, ...angles), rightDeg: Math.max(0, ...angles) };
}

export const FITS = ['too narrow', 'fits', 'too wide'] as const;
export type Fit = (typeof FITS)[number];

/** An instrument that reaches so far into the recording angle fills the picture; less is a puddle in the middle, more piles up at the sides (common practice). */
const LEAST_SHARE = 0.6;
const MOST_SHARE = 1.15;

/** One side of a pair: where its recording angle ends and where the instrument does, degrees off its axis. */
export interface SideFit {
  readonly recordingDeg: number | null;
  readonly instrumentDeg: number;
}

export interface PairFit {
  readonly fit: Fit;
  readonly left: SideFit;
  readonly right: SideFit;
  /** Those of the side that is filled the most; null where no source reaches a loudspeaker. */
  readonly recordingDeg: number | null;
  readonly instrumentDeg: number;
}

/** Whether an instrument fits a pair's recording angle. */
export function fitOf(pair: PairGeometry, extent: Extent, speedOfSoundMps: number, school: School): PairFit {
  const left = { recordingDeg: recordingAngleDeg(pair, speedOfSoundMps, school, -1), instrumentDeg: -extent.leftDeg };
  const right = { recordingDeg: recordingAngleDeg(pair, speedOfSoundMps, school, 1), instrumentDeg: extent.rightDeg };
  const shareOf = ({ recordingDeg, instrumentDeg }: SideFit): number => (recordingDeg === null ? 0 : instrumentDeg / recordingDeg);
  const [fuller] = [left, right].sort((a, b) => shareOf(b) - shareOf(a)) as [SideFit];
  const share = shareOf(fuller);
  return { fit: share < LEAST_SHARE ? 'too narrow' : share > MOST_SHARE ? 'too wide' : 'fits', left, right, ...fuller };
}

/** One change of a pair that makes an instrument fit. */
export interface FittingMove {
  readonly kind: 'distance' | 'angle' | 'spacing';
  readonly frame: Partial<PairFrame>;
  /** By how much: metres back (negative nearer), degrees, metres. */
  readonly by: number;
}

/** The recording angle is filled to this share by a move. */
const WANTED_SHARE = 0.85;
const NEAREST_M = 0.2;
const FARTHEST_M = 4;

/** The value nearest to one that brings a rising or falling function through zero, by halving; null where it does not get there. */
function crossing(value: number, low: number, high: number, of: (x: number) => number): number | null {
  const STEPS = 80;
  let best: number | null = null;
  let before = of(low);
  for (let i = 1; i <= STEPS; i++) {
    const [a, b] = [low + ((high - low) * (i - 1)) / STEPS, low + ((high - low) * i) / STEPS];
    const now = of(b);
    if (Number.isFinite(before) && Number.isFinite(now) && before * now <= 0) {
      let [from, to] = [a, b];
      for (let k = 0; k < 30; k++) {
        const middle = (from + to) / 2;
        if (of(middle) * before <= 0) to = middle;
        else from = middle;
      }
      const found = (from + to) / 2;
      if (best === null || Math.abs(found - value) < Math.abs(best - value)) best = found;
    }
    before = now;
  }
  return best;
}

/** Distance, angle and spacing, each alone, that would make an instrument fit; those that cannot are left out. */
export function fittingMoves(
  frame: PairFrame,
  pair: Omit<PairGeometry, 'spacingM' | 'angleDeg'>,
  points: readonly Vec3[],
  speedOfSoundMps: number,
  school: School,
): readonly FittingMove[] {
  const { forward } = pairAxes(frame);
  const geometry = (change: Partial<PairFrame>): PairGeometry => ({
    ...pair,
    spacingM: change.spacingM ?? frame.spacingM,
    angleDeg: change.angleDeg ?? frame.angleDeg,
  });
  const missing = (change: Partial<PairFrame>): number => {
    const { recordingDeg, instrumentDeg } = fitOf(geometry(change), extentOf({ ...frame, ...change }, points), speedOfSoundMps, school);
    return recordingDeg === null ? Number.NaN : WANTED_SHARE * recordingDeg - instrumentDeg;
  };
  const back = (by: number): Partial<PairFrame> => ({
    centreM: subtract(frame.centreM, scale(forward, by)),
    focusM: Math.max(0.05, frame.focusM + by),
  });
  const ahead = Math.min(...points.map((point) => dot(subtract(point, frame.centreM), forward)));
  const found: FittingMove[] = [];
  const distance = crossing(0, Math.max(-frame.focusM + NEAREST_M, -ahead + NEAREST_M), FARTHEST_M, (by) => missing(back(by)));
  if (distance !== null) found.push({ kind: 'distance', frame: back(distance), by: distance });
  const angle = crossing(frame.angleDeg, 0, 170, (angleDeg) => missing({ angleDeg }));
  if (angle !== null) found.push({ kind: 'angle', frame: { angleDeg: angle }, by: angle - frame.angleDeg });
  const spacing = crossing(frame.spacingM, 0, 1.5, (spacingM) => missing({ spacingM }));
  if (spacing !== null) found.push({ kind: 'spacing', frame: { spacingM: spacing }, by: spacing - frame.spacingM });
  return found;
}

export interface CentringMoves {
  /** The pair slid along its own line, metres to the right. */
  readonly slide: Partial<PairFrame>;
  readonly slideM: number;
  /** The pair turned about its middle, degrees clockwise from above. */
  readonly turn: Partial<PairFrame>;
  readonly turnDeg: number;
}

const wrapped = (degrees: number): number => ((((degrees + 180) % 360) + 360) % 360) - 180;

/** Ways to bring a source to the middle of a pair that is not rolled: both make its two strings equal. */
export function centringMoves(frame: PairFrame, source: Vec3): CentringMoves {
  const { right } = pairAxes(frame);
  const to = subtract(source, frame.centreM);
  const slideM = dot(to, right);
  // Equal strings: the source lies in the plane square to the line between the capsules, before the pair or behind it.
  const straight = degreesFromRadians(Math.atan2(to.x, to.y));
  const [near = 0] = [wrapped(straight - frame.turnDeg), wrapped(straight + 180 - frame.turnDeg)].sort((a, b) => Math.abs(a) - Math.abs(b));
  return {
    slide: { centreM: add(frame.centreM, scale(right, slideM)) },
    slideM,
    turn: { turnDeg: wrapped(frame.turnDeg + near) },
    turnDeg: near,
  };
}

/** The pair turned about the upright through one source, which is brought to its middle first and stays there; degrees clockwise from above. */
export function turnBy(frame: PairFrame, pivot: Vec3, turnDeg: number): Partial<PairFrame> {
  const { right } = pairAxes(frame);
  const centred = add(frame.centreM, scale(right, dot(subtract(pivot, frame.centreM), right)));
  return { turnDeg: wrapped(frame.turnDeg + turnDeg), centreM: add(pivot, rotateAboutZ(subtract(centred, pivot), radiansFromDegrees(-turnDeg))) };
}

/** Capsules farther apart than this share of the way to the nearest source hear it by its nearness: the law for far sources does not hold. */
const NEAR_SHARE = 0.4;

/** Whether an instrument is so near that a pair's recording angle says nothing of it, and only the picture counts. */
export function isNear(frame: PairFrame, points: readonly Vec3[]): boolean {
  const nearest = Math.min(...points.map((point) => distance(point, frame.centreM)));
  return frame.spacingM > NEAR_SHARE * nearest;
}

/** At a loudspeaker, as a share of the way to it; and a picture that gets no farther than this is narrow. */
const AT_EDGE = 0.97;
const NARROW = 0.4;

/** From this share of four sources or more at the loudspeakers they pile up there: of three, left, middle and right is as it should be. */
const PILED = 0.7;
const FEWEST = 4;

/** Whether a picture is full, and whether it is only at its ends. */
export function pictureFit(positions: readonly number[]): Fit {
  const atEdge = positions.filter((position) => Math.abs(position) >= AT_EDGE).length;
  if (positions.length >= FEWEST && atEdge > PILED * positions.length) return 'too wide';
  return Math.max(0, ...positions.map(Math.abs)) < NARROW ? 'too narrow' : 'fits';
}
