import { memo } from 'react';
import { formatLength, METRES_PER_INCH, type UnitSystem } from '../../core/units';
import type { Paper } from './projection';

const steps = (lengthM: number, stepM: number): number[] => Array.from({ length: Math.floor(lengthM / stepM + 1e-9) + 1 }, (_, i) => i * stepM);

/** The room's outline with ruler ticks on its edges and a scale bar. */
export const RoomFrame = memo(function RoomFrame({ paper, units, title }: { paper: Paper; units: UnitSystem; title: string }) {
  const { widthM, heightM } = paper.projection;
  const stepM = units === 'metric' ? 0.5 : 24 * METRES_PER_INCH;
  const [left, right, top, bottom] = [paper.xOf(0), paper.xOf(widthM), paper.yOf(heightM), paper.yOf(0)];
  const barM = units === 'metric' ? 1 : 36 * METRES_PER_INCH;
  const long = (i: number): boolean => i % 2 === 0;
  return (
    <g aria-hidden="true">
      <rect className="room" x={left} y={top} width={right - left} height={bottom - top} />
      {steps(widthM, stepM).map((u, i) => (
        <g key={u}>
          <line className="tick" x1={paper.xOf(u)} x2={paper.xOf(u)} y1={bottom} y2={bottom + (long(i) ? 8 : 4)} />
          {long(i) && i > 0 && (
            <text x={paper.xOf(u)} y={bottom + 20} textAnchor="middle">
              {formatLength(u, units)}
            </text>
          )}
        </g>
      ))}
      {steps(heightM, stepM).map((v, i) => (
        <g key={v}>
          <line className="tick" x1={left - (long(i) ? 8 : 4)} x2={left} y1={paper.yOf(v)} y2={paper.yOf(v)} />
        </g>
      ))}
      <line x1={right - 12 - barM * paper.pixelsPerM} x2={right - 12} y1={bottom - 12} y2={bottom - 12} stroke="var(--chakra-colors-tape)" strokeWidth={3} />
      <text x={right - 12} y={bottom - 18} textAnchor="end">
        {formatLength(barM, units)}
      </text>
      <text x={left + 8} y={top + 16}>
        {title}
      </text>
    </g>
  );
});
