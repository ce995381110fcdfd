import { editMicrophone, type PlacedMicrophone } from '../../../core/document';
import { sayFloor } from '../../../words/floor.page.en';
import { stringColour } from '../../drawing/MicrophoneGlyph';
import type { Paper } from '../../drawing/projection';
import { useGrip } from '../../drawing/useGrip';

/** The point a chosen microphone looks at, to be dragged or moved by keys. */
export function AimHandle({ placed, paper, zoom }: { placed: PlacedMicrophone; paper: Paper; zoom: number }) {
  const grip = useGrip({ name: `aim/${placed.id}`, at: placed.aimM, paper, zoom, command: (aimM) => editMicrophone(placed.id, { aimM }) });
  const colour = stringColour(placed.colour);
  const [x, y] = [paper.x(placed.aimM), paper.y(placed.aimM)];
  return (
    <>
      <line className="aim" x1={paper.x(placed.positionM)} y1={paper.y(placed.positionM)} x2={x} y2={y} stroke={colour} />
      <g
        {...grip}
        className="handle"
        role="button"
        tabIndex={0}
        aria-label={sayFloor('aim-of', { placed: placed.name })}
        transform={`translate(${x} ${y}) scale(${1 / zoom})`}
      >
        <circle className="halo" r={18} />
        <path d="M-7 0H7M0 -7V7" stroke={colour} strokeWidth={2} />
        <circle r={5} fill="none" stroke={colour} strokeWidth={1.5} />
      </g>
    </>
  );
}
