import { memo } from 'react';
import type { Room } from '../../core/room';
import { formatLength, METRES_PER_INCH, type UnitSystem } from '../../core/units';
import type { Paper } from './projection';
import { RoomParts } from './RoomParts';

const steps = (lengthM: number, stepM: number): number[] => Array.from({ length: Math.floor(lengthM / stepM + 1e-9) + 1 }, (_, i) => i * stepM);

/** Ruler figures keep below the drawing's title, pixels. */
const UNDER_TITLE_PX = 30;

/** The room's outline with ruler ticks on its edges and a scale bar. */
export const RoomFrame = memo(function RoomFrame({ paper, units, title, room }: { paper: Paper; units: UnitSystem; title: string; room?: Room }) {
  const { widthM, heightM } = paper.projection;
  const stepM = units === 'metric' ? 0.5 : 24 * METRES_PER_INCH;
  const [left, right, top, bottom] = [paper.xOf(0), paper.xOf(widthM), paper.yOf(heightM), paper.yOf(0)];
  const barM = units === 'metric' ? 0.5 : 24 * METRES_PER_INCH;
  const edgeX = Math.max(left, 12);
  const edgeY = Math.min(bottom, paper.heightPx - 24);
  const barX = Math.min(right, paper.widthPx) - 12;
  const long = (i: number): boolean => i % 2 === 0;
  return (
    <g aria-hidden="true">
      <rect className="room" x={left} y={top} width={right - left} height={bottom - top} />
      {room && (room.parts || room.lowCeiling) && <RoomParts room={room} paper={paper} />}
      {steps(widthM, stepM)
        .map((mark, i) => [mark, paper.projection.rulerU(mark), i] as const)
        .map(([mark, u, i]) => (
          <g key={u}>
            <line className="tick" x1={paper.xOf(u)} x2={paper.xOf(u)} y1={edgeY} y2={edgeY + (long(i) ? 8 : 4)} />
            {long(i) && (
              <text x={paper.xOf(u)} y={edgeY + 20} textAnchor="middle">
                {formatLength(mark, units).replace(/ cm$/, '')}
              </text>
            )}
          </g>
        ))}
      {steps(heightM, stepM).map((v, i) => (
        <g key={v}>
          <line className="tick" x1={edgeX - (long(i) ? 8 : 4)} x2={edgeX} y1={paper.yOf(v)} y2={paper.yOf(v)} />
          {long(i) && v > 0 && paper.yOf(v) > UNDER_TITLE_PX && (
            <text x={edgeX + 4} y={paper.yOf(v) + 4} opacity={0.8}>
              {formatLength(v, units).replace(/ cm$/, '')}
            </text>
          )}
        </g>
      ))}
      <line x1={barX - barM * paper.pixelsPerM} x2={barX} y1={edgeY - 12} y2={edgeY - 12} stroke="var(--chakra-colors-tape-fill)" strokeWidth={3} />
      <text x={barX} y={edgeY - 18} textAnchor="end">
        {formatLength(barM, units)}
      </text>
      <text x={Math.max(left, 0) + 10} y={Math.max(top, 0) + 16}>
        {title}
      </text>
    </g>
  );
});
