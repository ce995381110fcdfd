import { useDrag } from '@use-gesture/react';
import { type KeyboardEvent, memo } from 'react';
import type { Instrument } from '../../../core/instruments';
import { vec3 } from '../../../core/math';
import { moveInstrument } from '../../../core/session';
import type { Paper } from '../../drawing/projection';
import { cancelPreview, previewCommand, runCommand } from '../../stores/sessionStore';
import { chooseInstrument } from '../../stores/viewStore';
import { keyedPlace } from './MicrophoneHandle';

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
  const bind = useDrag(
    ({ first, last, movement: [dx, dy], memo, tap, canceled }) => {
      const start = first ? at : memo;
      if (first || tap) chooseInstrument(instrument.id);
      if (tap) return start;
      if (canceled) {
        cancelPreview();
        return start;
      }
      const scale = paper.pixelsPerM * zoom;
      const target = paper.projection.moved(start, dx / scale, paper.projection.face === 'plan' ? -dy / scale : 0);
      const move = command(target.x, target.y);
      if (last) runCommand(move);
      else previewCommand(move);
      return start;
    },
    { pointer: { keys: false }, filterTaps: true },
  );
  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.key === '[' || event.key === ']') {
      event.preventDefault();
      runCommand(command(at.x, at.y, instrument.rotationDeg + (event.key === '[' ? TURN_DEG : -TURN_DEG)));
      return;
    }
    const target = keyedPlace(event, paper, at);
    if (!target) return;
    event.preventDefault();
    event.stopPropagation();
    runCommand(command(target.x, target.y));
  };
  return (
    <g
      {...bind()}
      className={`handle${chosen ? ' chosen' : ''}`}
      role="button"
      tabIndex={0}
      aria-label={`${instrument.name}, instrument`}
      aria-pressed={chosen}
      transform={`translate(${paper.x(at)} ${paper.y(at)}) scale(${1 / zoom})`}
      onKeyDown={onKeyDown}
      onFocus={() => chooseInstrument(instrument.id)}
    >
      <circle className="halo" r={16} />
      <path className="grip" d="M-6 -6H6V6H-6ZM0 -6V-11M0 6V11M-6 0H-11M6 0H11" />
    </g>
  );
});
