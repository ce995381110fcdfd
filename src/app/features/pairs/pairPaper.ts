import { add, dot, scale, subtract, type Vec3 } from '../../../core/math';
import { type PairFrame, pairAxes } from '../../../core/stereo';
import { type Paper, type Projection, paperFor } from '../../drawing/projection';

/** Air round what is shown, metres. */
const AIR_M = 0.35;

/** The pair seen from over itself: its line from left to right across the paper, where it looks upward. Its middle and all points are on it. */
export function pairPaper(frame: PairFrame, points: readonly Vec3[], widthPx: number, heightPx: number): Paper {
  const { forward, right, up } = pairAxes(frame);
  const flat = (point: Vec3): readonly [number, number] => {
    const to = subtract(point, frame.centreM);
    return [dot(to, right), dot(to, forward)];
  };
  const all = [...points.map(flat), [0, 0] as const, [frame.spacingM / 2, 0] as const, [-frame.spacingM / 2, 0] as const];
  const [us, vs] = [all.map(([u]) => u), all.map(([, v]) => v)];
  const low = [Math.min(...us) - AIR_M, Math.min(...vs) - AIR_M] as const;
  const high = [Math.max(...us) + AIR_M, Math.max(...vs) + AIR_M] as const;
  const projection: Projection = {
    face: 'plan',
    widthM: high[0] - low[0],
    heightM: high[1] - low[1],
    u: (point) => flat(point)[0] - low[0],
    v: (point) => flat(point)[1] - low[1],
    rulerU: (u) => u,
    near: (point) => dot(subtract(point, frame.centreM), up),
    moved: (point, du, dv) => add(point, add(scale(right, du), scale(forward, dv))),
  };
  return paperFor(projection, widthPx, heightPx, 24);
}
