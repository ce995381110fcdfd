import { memo } from 'react';
import { PART_MODELS, type Room, type Wall, type WallPart } from '../../core/room';
import type { Paper } from './projection';

/** A part's corners in the room: low and high. */
function cornersOf(room: Room, { wall, fromM, widthM, bottomM, heightM }: WallPart) {
  const beside = wall === 'left wall' || wall === 'right wall';
  const length = beside ? room.depthM : room.widthM;
  const [a, b] = [Math.min(fromM, length), Math.min(fromM + widthM, length)];
  const at = wall === 'left wall' || wall === 'back wall' ? 0 : beside ? room.widthM : room.depthM;
  const point = (along: number, z: number) => (beside ? { x: at, y: along, z } : { x: along, y: at, z });
  return [point(a, Math.min(bottomM, room.heightM)), point(b, Math.min(bottomM + heightM, room.heightM))] as const;
}

/** Stroke that says what a part is: glass is drawn double, a doorway broken. */
const DASHES: Readonly<Record<string, string>> = { doorway: '3 5', alcove: '9 3' };

/** The strip under a lower part of the ceiling, as two corners on the floor. */
function stripOf(room: Room, along: Wall, reachM: number) {
  const [w, d] = [room.widthM, room.depthM];
  const strips: Readonly<Record<Wall, readonly [number, number, number, number]>> = {
    'left wall': [0, 0, Math.min(w, reachM), d],
    'right wall': [Math.max(0, w - reachM), 0, w, d],
    'back wall': [0, 0, w, Math.min(d, reachM)],
    'front wall': [0, Math.max(0, d - reachM), w, d],
  };
  return strips[along];
}

/** What is in the walls, and where the ceiling comes down. */
export const RoomParts = memo(function RoomParts({ room, paper }: { room: Room; paper: Paper }) {
  const { lowCeiling: low, parts = [] } = room;
  const boxOf = (a: { x: number; y: number; z: number }, b: { x: number; y: number; z: number }) => {
    const [x0, x1, y0, y1] = [paper.x(a), paper.x(b), paper.y(a), paper.y(b)];
    return { x: Math.min(x0, x1), y: Math.min(y0, y1), width: Math.abs(x1 - x0), height: Math.abs(y1 - y0) };
  };
  const strip = low && stripOf(room, low.along, low.reachM);
  const overhead =
    low && strip
      ? boxOf(
          { x: strip[0], y: strip[1], z: paper.projection.face === 'plan' ? 0 : low.heightM },
          { x: strip[2], y: strip[3], z: paper.projection.face === 'plan' ? 0 : room.heightM },
        )
      : null;
  return (
    <g aria-hidden="true">
      {overhead && (
        <rect
          {...overhead}
          fill="var(--chakra-colors-quiet)"
          fillOpacity={paper.projection.face === 'plan' ? 0.07 : 0.16}
          stroke="var(--chakra-colors-quiet)"
          strokeDasharray="6 4"
        />
      )}
      {parts.map((part) => {
        const [a, b] = cornersOf(room, part);
        const { x, y, width, height } = boxOf(a, b);
        const edgeOn = width < 1 || height < 1;
        const glass = PART_MODELS[part.kind].isGlass === true;
        return (
          <rect
            key={part.id}
            x={x - (width < 1 ? 3 : 0)}
            y={y - (height < 1 ? 3 : 0)}
            width={Math.max(6, width)}
            height={Math.max(6, height)}
            fill={edgeOn ? 'var(--chakra-colors-page)' : 'none'}
            stroke={glass ? 'var(--chakra-colors-note)' : 'var(--chakra-colors-quiet)'}
            strokeWidth={edgeOn ? 1.6 : 1}
            strokeDasharray={DASHES[part.kind]}
            opacity={edgeOn ? 1 : 0.6}
          />
        );
      })}
    </g>
  );
});
