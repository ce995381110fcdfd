import { useDrag } from '@use-gesture/react';
import { type KeyboardEvent, memo, useRef } from 'react';
import type { PlanMicrophone } from '../../../core/arrivals';
import { subtract, type Vec3 } from '../../../core/math';
import { type Command, moveMicrophone, type PlacedMicrophone, type Session, type Snapped, shiftMicrophones, snapPlace } from '../../../core/session';
import { formatLength, type UnitSystem } from '../../../core/units';
import { angleOnPaper } from '../../drawing/glyphAngle';
import { MicrophoneGlyph, stringColour } from '../../drawing/MicrophoneGlyph';
import { PolarCurve } from '../../drawing/PolarCurve';
import type { Paper } from '../../drawing/projection';
import { livePlan } from '../../stores/planHooks';
import { cancelPreview, previewCommand, runCommand, useSessionStore } from '../../stores/sessionStore';
import { chooseMicrophone, setView, useViewStore } from '../../stores/viewStore';
import { shownSource } from './derive';

interface Props {
  readonly units: UnitSystem;
  readonly placed: PlacedMicrophone;
  readonly microphone: PlanMicrophone;
  readonly paper: Paper;
  readonly zoom: number;
  readonly chosen: boolean;
}

const STEP_M = 0.01;
const LONG_STEP_M = 0.1;
const ARROWS: Record<string, readonly [number, number]> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] };

/** A place moved on paper by keys: arrows 1 cm, with Shift 10 cm; Page Up and Down change the height. Null for other keys. */
export function keyedPlace(event: KeyboardEvent, paper: Paper, from: Vec3): Vec3 | null {
  const step = event.shiftKey ? LONG_STEP_M : STEP_M;
  const arrow = ARROWS[event.key];
  if (arrow) return paper.projection.moved(from, arrow[0] * step, arrow[1] * step);
  if (event.key === 'PageUp') return { ...from, z: from.z + step };
  if (event.key === 'PageDown') return { ...from, z: from.z - step };
  return null;
}

/** Snaps against the committed plan, on the strings of the source that is shown. */
function snapInPlan(doc: Session, id: string, target: Vec3): Snapped {
  const { table } = livePlan(doc);
  const { chosenSource, chosenMicrophones } = useViewStore.getState();
  const source = table.plan.sources[shownSource(table, chosenSource, chosenMicrophones)];
  return snapPlace(doc, table, id, target, source?.sides[0].positionM ?? null);
}

/** A microphone that can be taken by mouse, finger or keys. */
export const MicrophoneHandle = memo(function MicrophoneHandle({ units, placed, microphone, paper, zoom, chosen }: Props) {
  const pressed = useRef(false);
  /** One microphone goes to a place; several in hand go along by the same way. */
  const place = (target: Vec3, start: Vec3): Command => {
    const inHand = useViewStore.getState().chosenMicrophones;
    return inHand.length > 1 && inHand.includes(placed.id) ? shiftMicrophones(inHand, subtract(target, start)) : moveMicrophone(placed.id, target);
  };
  const snapped = (target: Vec3, free: boolean): Vec3 => {
    const alone = useViewStore.getState().chosenMicrophones.length < 2;
    const { doc } = useSessionStore.getState();
    const found = free || !alone || placed.heldString || !doc ? null : snapInPlan(doc, placed.id, target);
    if (useViewStore.getState().snapWords !== (found?.why ?? null)) setView({ snapWords: found?.why ?? null });
    return found?.positionM ?? target;
  };
  const bind = useDrag(
    ({ first, last, movement: [dx, dy], memo, tap, event, canceled }) => {
      if (last) pressed.current = false;
      const start: Vec3 = first ? placed.positionM : memo;
      const inHand = useViewStore.getState().chosenMicrophones;
      const shift = 'shiftKey' in event && Boolean(event.shiftKey);
      if (tap) chooseMicrophone(placed.id, shift);
      else if (first && !inHand.includes(placed.id)) chooseMicrophone(placed.id, shift);
      if (tap || placed.locked) return start;
      if (canceled) {
        cancelPreview();
        return start;
      }
      const scale = paper.pixelsPerM * zoom;
      const target = snapped(paper.projection.moved(start, dx / scale, -dy / scale), 'altKey' in event && Boolean(event.altKey));
      if (last) {
        runCommand(place(target, start));
        setView({ snapWords: null });
      } else previewCommand(place(target, start));
      return start;
    },
    { pointer: { keys: false }, filterTaps: true },
  );
  const onKeyDown = (event: KeyboardEvent): void => {
    const target = keyedPlace(event, paper, placed.positionM);
    if (!target) return;
    event.preventDefault();
    event.stopPropagation();
    if (!placed.locked) runCommand(place(target, placed.positionM));
  };
  const { degrees, inPaper } = angleOnPaper(paper, placed.positionM, microphone.axis);
  const colour = stringColour(placed.colour);
  const height = formatLength(placed.positionM.z, units);
  return (
    <g
      {...bind()}
      className={`handle${chosen ? ' chosen' : ''}`}
      role="button"
      tabIndex={0}
      aria-label={`${placed.name} microphone ${placed.label}, ${height} high${placed.locked ? ', locked' : ''}`}
      aria-pressed={chosen}
      data-microphone={placed.id}
      transform={`translate(${paper.x(placed.positionM)} ${paper.y(placed.positionM)}) scale(${1 / zoom})`}
      onKeyDown={onKeyDown}
      onPointerDownCapture={() => {
        pressed.current = true;
      }}
      onFocus={() => {
        // A press chooses by itself, with Shift too; only the keyboard's focus chooses here.
        if (!pressed.current && !useViewStore.getState().chosenMicrophones.includes(placed.id)) chooseMicrophone(placed.id);
        pressed.current = false;
      }}
    >
      {chosen && <PolarCurve pattern={placed.pattern} colour={colour} angleDeg={degrees} />}
      <circle className="halo" r={22} />
      <MicrophoneGlyph kind={microphone.model.kind} colour={colour} angleDeg={degrees} flat={inPaper < 0.35} />
      <text className="mic-label" x={10} y={-10} style={{ fill: colour }}>
        {placed.label}
      </text>
      {placed.locked && <path d="M-5 14V11a5 5 0 0 1 10 0v3M-7 14H7V22H-7Z" fill="var(--chakra-colors-page)" stroke={colour} strokeWidth={1.5} />}
    </g>
  );
});
