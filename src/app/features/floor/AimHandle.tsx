import { useDrag } from '@use-gesture/react';
import type { KeyboardEvent } from 'react';
import type { Vec3 } from '../../../core/math';
import { editMicrophone, type PlacedMicrophone } from '../../../core/session';
import { stringColour } from '../../drawing/MicrophoneGlyph';
import type { Paper } from '../../drawing/projection';
import { previewCommand, runCommand } from '../../stores/sessionStore';
import { keyedPlace } from './MicrophoneHandle';

/** The point a chosen microphone looks at, to be dragged or moved by keys. */
export function AimHandle({ placed, paper, zoom }: { placed: PlacedMicrophone; paper: Paper; zoom: number }) {
  const aim = (aimM: Vec3) => editMicrophone(placed.id, { aimM });
  const bind = useDrag(
    ({ first, last, movement: [dx, dy], memo }) => {
      const start: Vec3 = first ? placed.aimM : memo;
      const scale = paper.pixelsPerM * zoom;
      const target = paper.projection.moved(start, dx / scale, -dy / scale);
      if (last) runCommand(aim(target));
      else previewCommand(aim(target));
      return start;
    },
    { pointer: { keys: false } },
  );
  const onKeyDown = (event: KeyboardEvent): void => {
    const target = keyedPlace(event, paper, placed.aimM);
    if (!target) return;
    event.preventDefault();
    event.stopPropagation();
    runCommand(aim(target));
  };
  const colour = stringColour(placed.colour);
  const [x, y] = [paper.x(placed.aimM), paper.y(placed.aimM)];
  return (
    <>
      <line className="aim" x1={paper.x(placed.positionM)} y1={paper.y(placed.positionM)} x2={x} y2={y} stroke={colour} />
      <g
        {...bind()}
        className="handle"
        role="button"
        tabIndex={0}
        aria-label={`Aim of ${placed.name}`}
        transform={`translate(${x} ${y}) scale(${1 / zoom})`}
        onKeyDown={onKeyDown}
      >
        <circle className="halo" r={18} />
        <path d="M-7 0H7M0 -7V7" stroke={colour} strokeWidth={2} />
        <circle r={5} fill="none" stroke={colour} strokeWidth={1.5} />
      </g>
    </>
  );
}
