import { memo } from 'react';
import type { Geometry, Shape } from '../../core/instruments';
import { convexHull, type Point2 } from './hull';
import type { Paper } from './projection';

const pathOf = (points: readonly Point2[], closed: boolean): string =>
  `M${points.map(([x, y]) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}${closed ? 'Z' : ''}`;

/** A slab is looked at, not edge on, when its face fills this much of its outline. */
const FACE_ON_SHARE = 0.55;

/** Area inside a closed outline (shoelace formula), square pixels. */
const areaOf = (points: readonly Point2[]): number =>
  Math.abs(
    points.reduce((sum, [x, y], i) => sum + x * (points[(i + 1) % points.length]?.[1] ?? 0) - y * (points[(i + 1) % points.length]?.[0] ?? 0), 0),
  ) / 2;

function shapePath(shape: Shape, paper: Paper): string {
  const points = shape.points.map((point): Point2 => [paper.x(point), paper.y(point)]);
  if (shape.form === 'slab') {
    const face = points.slice(0, points.length / 2);
    const hull = convexHull(points);
    return areaOf(face) > FACE_ON_SHARE * areaOf(hull) ? pathOf(face, true) : pathOf(hull, true);
  }
  return shape.form === 'hull' ? pathOf(convexHull(points), true) : pathOf(points, shape.form === 'loop');
}

/** Nearer shapes hide farther ones; what lies on a face goes with it. */
function inDrawingOrder(shapes: readonly Shape[], paper: Paper): Shape[] {
  const nearness = (shape: Shape): number => shape.points.reduce((most, p) => Math.max(most, paper.projection.near(p)), -Infinity);
  return shapes
    .map((shape, i) => ({ shape, key: nearness(shape) + (shape.weight === 'player' ? -5 : 0), i }))
    .sort((a, b) => a.key - b.key || a.i - b.i)
    .map(({ shape }) => shape);
}

/** One instrument in chalk lines. */
export const InstrumentDrawing = memo(function InstrumentDrawing({ geometry, paper }: { geometry: Geometry; paper: Paper }) {
  return (
    <g aria-hidden="true">
      {inDrawingOrder(geometry.shapes, paper).map((shape, i) => (
        <path
          // biome-ignore lint/suspicious/noArrayIndexKey: shapes have no identity and never reorder for one geometry
          key={i}
          className={`shape shape-${shape.weight} ${(shape.form === 'hull' || shape.form === 'slab') && shape.weight === 'main' ? 'face' : 'blank'}`}
          d={shapePath(shape, paper)}
        />
      ))}
    </g>
  );
});
