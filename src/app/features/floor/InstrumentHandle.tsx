import { type KeyboardEvent, memo } from 'react';
import { moveInstrument } from '../../../core/document';
import type { Instrument } from '../../../core/instruments';
import { vec3 } from '../../../core/math';
import { sayFloor } from '../../../words/floor.page.en';
import type { Paper } from '../../drawing/projection';
import { useGrip } from '../../drawing/useGrip';
import { runCommand } from '../../stores/sessionStore';
import { chooseInstrument } from '../../stores/viewStore';

const TURN_DEG = 5;

interface Props {
  readonly instrument: Instrument;
  readonly paper: Paper;
  readonly zoom: number;
  readonly chosen: boolean;
}

/** The grip of an instrument: drag it, or arrows to move and [ ] to turn; its microphones come along. */
export const InstrumentHandle = memo(function InstrumentHandle({ instrument, paper, zoom, chosen }: Props) {
  const at = vec3(instrument.positionM.x, instrument.positionM.y, 0);
  const command = (x: number, y: number, turned = instrument.rotationDeg) => moveInstrument(instrument.id, { x, y }, turned);
  const grip = useGrip({
    name: instrument.id,
    at,
    paper,
    zoom,
    onFloor: true,
    command: (target) => command(target.x, target.y),
    onTake: () => chooseInstrument(instrument.id),
  });
  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.key !== '[' && event.key !== ']') {
      grip.onKeyDown(event);
      return;
    }
    event.preventDefault();
    const turned = command(at.x, at.y, instrument.rotationDeg + (event.key === '[' ? TURN_DEG : -TURN_DEG));
    runCommand(turned, { burst: `${instrument.id}/${event.key}`, held: event.repeat });
  };
  return (
    <g
      {...grip}
      className={`handle${chosen ? ' chosen' : ''}`}
      role="button"
      tabIndex={0}
      aria-label={sayFloor('instrument', { instrument: instrument.name })}
      aria-pressed={chosen}
      transform={`translate(${paper.x(at)} ${paper.y(at)}) scale(${1 / zoom})`}
      onKeyDown={onKeyDown}
    >
      <circle className="halo" r={16} />
      <path className="grip" d="M-6 -6H6V6H-6ZM0 -6V-11M0 6V11M-6 0H-11M6 0H11" />
    </g>
  );
});
