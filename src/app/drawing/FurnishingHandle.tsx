import { type KeyboardEvent, memo } from 'react';
import { editFurnishing, moveFurnishing } from '../../core/document';
import type { Furnishing } from '../../core/furnishings';
import { vec3 } from '../../core/math';
import type { Solid } from '../../core/solids';
import { runCommand } from '../stores/sessionStore';
import { chooseFurnishing } from '../stores/viewStore';
import { FurnishingDrawing } from './FurnishingDrawing';
import type { Paper } from './projection';
import { useGrip } from './useGrip';

const TURN_DEG = 5;

interface Props {
  readonly furnishing: Furnishing;
  readonly solid: Solid;
  readonly paper: Paper;
  readonly zoom: number;
  readonly chosen: boolean;
}

/** A panel or blanket that can be dragged, or moved by arrows and turned by [ and ]. */
export const FurnishingHandle = memo(function FurnishingHandle({ furnishing, solid, paper, zoom, chosen }: Props) {
  const at = vec3(furnishing.positionM.x, furnishing.positionM.y, furnishing.bottomM + furnishing.heightM / 2);
  const grip = useGrip({
    name: furnishing.id,
    at,
    paper,
    zoom,
    onFloor: true,
    command: ({ x, y }) => moveFurnishing(furnishing.id, { x, y }),
    onTake: () => chooseFurnishing(furnishing.id),
  });
  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.key !== '[' && event.key !== ']') {
      grip.onKeyDown(event);
      return;
    }
    event.preventDefault();
    const rotationDeg = furnishing.rotationDeg + (event.key === '[' ? TURN_DEG : -TURN_DEG);
    runCommand(editFurnishing(furnishing.id, { rotationDeg }), { burst: `${furnishing.id}/${event.key}`, held: event.repeat });
  };
  return (
    <g
      {...grip}
      className={`handle${chosen ? ' chosen' : ''}`}
      role="button"
      tabIndex={0}
      aria-label={furnishing.name}
      aria-pressed={chosen}
      onKeyDown={onKeyDown}
    >
      <FurnishingDrawing solid={solid} paper={paper} zoom={zoom} chosen={chosen} />
      <circle className="halo" cx={paper.x(at)} cy={paper.y(at)} r={18 / zoom} />
    </g>
  );
});
