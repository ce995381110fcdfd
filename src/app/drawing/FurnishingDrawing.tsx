import { type Solid, spanOf } from '../../core/solids';
import { convexHull, type Point2 } from './hull';
import type { Paper } from './projection';

interface Props {
  readonly solid: Solid;
  readonly paper: Paper;
  readonly zoom: number;
  readonly chosen?: boolean;
}

/** A panel, blanket or collar: its outline, dashed as what is soft is. */
export function FurnishingDrawing({ solid, paper, zoom, chosen = false }: Props) {
  const points = convexHull(spanOf(solid.shape).map((point): Point2 => [paper.x(point), paper.y(point)]));
  return (
    <path
      className="furnishing"
      d={`M${points.map(([x, y]) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}Z`}
      fill="var(--chakra-colors-line)"
      fillOpacity={chosen ? 0.5 : 0.3}
      stroke={chosen ? 'var(--chakra-colors-tape)' : 'var(--chakra-colors-quiet)'}
      strokeWidth={(chosen ? 2 : 1.2) / zoom}
      strokeDasharray={`${5 / zoom} ${3 / zoom}`}
    />
  );
}
