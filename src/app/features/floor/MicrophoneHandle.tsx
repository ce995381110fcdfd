import { memo } from 'react';
import type { PlanMicrophone } from '../../../core/arrivals';
import { type Command, moveMicrophone, type PlacedMicrophone, type Session, shiftMicrophones } from '../../../core/document';
import { subtract, type Vec3 } from '../../../core/math';
import { isDirect } from '../../../core/microphones';
import { type Snapped, snapPlace } from '../../../core/planning';
import { formatLength, type UnitSystem } from '../../../core/units';
import { sayTold } from '../../../words';
import { sayFloor } from '../../../words/floor.page.en';
import { angleOnPaper } from '../../drawing/glyphAngle';
import { MicrophoneGlyph, stringColour } from '../../drawing/MicrophoneGlyph';
import { PolarCurve } from '../../drawing/PolarCurve';
import type { Paper } from '../../drawing/projection';
import { useGrip } from '../../drawing/useGrip';
import { livePlan } from '../../stores/planHooks';
import { useSessionStore } from '../../stores/sessionStore';
import { chooseMicrophone, microphonesIn, setView, useViewStore } from '../../stores/viewStore';
import { shownSource } from './derive';

interface Props {
  readonly units: UnitSystem;
  readonly placed: PlacedMicrophone;
  readonly microphone: PlanMicrophone;
  readonly paper: Paper;
  readonly zoom: number;
  readonly chosen: boolean;
  /** How its outline is broken; undefined where it is whole. */
  readonly dash: string | undefined;
  /** Where its letters begin, from its middle, pixels. */
  readonly labelX: number;
  readonly labelY: number;
}

const inHandNow = (): readonly string[] => microphonesIn(useViewStore.getState().selection, useSessionStore.getState().doc);

/** Snaps against the committed plan, on the strings of the source that is shown. */
function snapInPlan(doc: Session, id: string, target: Vec3): Snapped {
  const { table } = livePlan(doc);
  const { stringsFrom } = useViewStore.getState();
  const source = table.plan.sources[shownSource(table, stringsFrom, inHandNow())];
  return snapPlace(doc, table, id, target, source?.sides[0].positionM ?? null);
}

/** A microphone that can be taken by mouse, finger or keys. */
export const MicrophoneHandle = memo(function MicrophoneHandle({ units, placed, microphone, paper, zoom, chosen, dash, labelX, labelY }: Props) {
  /** One microphone goes to a place; several in hand go along by the same way. */
  const place = (target: Vec3, start: Vec3): Command => {
    const inHand = inHandNow();
    return inHand.length > 1 && inHand.includes(placed.id) ? shiftMicrophones(inHand, subtract(target, start)) : moveMicrophone(placed.id, target);
  };
  const snap = (target: Vec3, free: boolean): Vec3 => {
    const { doc } = useSessionStore.getState();
    const found = free || inHandNow().length > 1 || placed.heldString || !doc ? null : snapInPlan(doc, placed.id, target);
    const why = found?.why ? sayTold(found.why, units) : null;
    if (useViewStore.getState().snapWords !== why) setView({ snapWords: why });
    return found?.positionM ?? target;
  };
  const grip = useGrip({
    name: placed.id,
    at: placed.positionM,
    paper,
    zoom,
    fixed: microphone.locked,
    command: place,
    snap,
    onTake: (tapped, extend) => {
      if (tapped || !inHandNow().includes(placed.id)) chooseMicrophone(placed.id, extend);
    },
    onEnd: () => setView({ snapWords: null }),
  });
  const { degrees, inPaper } = angleOnPaper(paper, placed.positionM, microphone.axis);
  const colour = stringColour(placed.colour);
  const height = formatLength(placed.positionM.z, units);
  return (
    <g
      {...grip}
      className={`handle${chosen ? ' chosen' : ''}`}
      role="button"
      tabIndex={0}
      aria-label={sayFloor('microphone-high-locked-locked', {
        placed: placed.name,
        label: placed.label,
        height,
        locked: placed.locked ? 'yes' : 'no',
      })}
      aria-pressed={chosen}
      data-microphone={placed.id}
      transform={`translate(${paper.x(placed.positionM)} ${paper.y(placed.positionM)}) scale(${1 / zoom})`}
    >
      {chosen && !isDirect(microphone.model.kind) && <PolarCurve pattern={placed.pattern} colour={colour} angleDeg={degrees} />}
      <circle className="halo" r={22} />
      <MicrophoneGlyph kind={microphone.model.kind} colour={colour} angleDeg={degrees} flat={inPaper < 0.35} dash={dash} />
      <text className="mic-label" x={labelX} y={labelY} style={{ fill: colour }}>
        {placed.label}
      </text>
      {placed.locked && <path d="M-5 14V11a5 5 0 0 1 10 0v3M-7 14H7V22H-7Z" fill="var(--chakra-colors-page)" stroke={colour} strokeWidth={1.5} />}
    </g>
  );
});
