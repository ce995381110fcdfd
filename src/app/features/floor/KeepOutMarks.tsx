import { memo } from 'react';
import type { Geometry } from '../../../core/instruments';
import type { Paper } from '../../drawing/projection';

interface Props {
  readonly geometries: readonly Geometry[];
  readonly paper: Paper;
}

/** Volumes that must stay free, shaded: shown while a microphone is in hand. Room for feet is a matter of the floor: in plan only. */
export const KeepOutMarks = memo(function KeepOutMarks({ geometries, paper }: Props) {
  const plan = paper.projection.face === 'plan';
  return (
    <g className="keep-out" aria-hidden="true" pointerEvents="none">
      {geometries.flatMap((geometry) =>
        geometry.keepOuts
          .filter(({ kind }) => plan || kind !== 'foot')
          .map((volume) => {
            const points = volume.pointsM.map((point) => `${paper.x(point).toFixed(1)} ${paper.y(point).toFixed(1)}`);
            const d = points.length === 1 ? `M${points[0]}h0.01` : `M${points.join('L')}`;
            return (
              <path key={`${geometry.sources[0]?.instrumentId}/${volume.id}`} d={d} style={{ strokeWidth: 2 * volume.radiusM * paper.pixelsPerM }} />
            );
          }),
      )}
    </g>
  );
});
