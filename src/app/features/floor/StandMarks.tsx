import { memo } from 'react';
import type { PlanMicrophone } from '../../../core/arrivals';
import { editMicrophone, type PlacedMicrophone } from '../../../core/document';
import { vec3 } from '../../../core/math';
import { poseOf, type StandPlace } from '../../../core/stands';
import { sayFloor } from '../../../words/floor.page.en';
import { stringColour } from '../../drawing/MicrophoneGlyph';
import type { Paper } from '../../drawing/projection';
import { useGrip } from '../../drawing/useGrip';

interface Props {
  readonly placed: PlacedMicrophone;
  readonly microphone: PlanMicrophone;
  readonly paper: Paper;
  readonly zoom: number;
  readonly chosen: boolean;
}

/** Foot, pole and boom of a microphone's stand; the foot of a chosen one can be dragged in plan. */
export const StandMarks = memo(function StandMarks({ placed, microphone, paper, zoom, chosen }: Props) {
  const { stand } = microphone;
  if (!stand) return null;
  const pose = poseOf(stand.model, stand.baseM, microphone.positionM);
  const colour = stringColour(placed.colour);
  const plan = paper.projection.face === 'plan';
  const [footX, footY] = [paper.x(pose.footM), paper.y(pose.footM)];
  const radius = stand.model.footprintM * paper.pixelsPerM;
  const feet = [90, 210, 330].map((degrees) => {
    const a = (degrees * Math.PI) / 180;
    return `M${footX} ${footY}L${(footX + radius * Math.cos(a)).toFixed(1)} ${(footY - radius * Math.sin(a)).toFixed(1)}`;
  });
  return (
    <g className="stand" stroke={colour} opacity={chosen ? 0.95 : 0.4}>
      {plan ? (
        <>
          <path d={feet.join('')} />
          <circle cx={footX} cy={footY} r={radius} strokeDasharray="2 4" fill="none" />
        </>
      ) : (
        <path
          d={`M${footX - radius} ${footY}L${footX} ${footY - radius * 0.5}L${footX + radius} ${footY}M${footX} ${footY}L${paper.x(pose.poleTopM)} ${paper.y(pose.poleTopM)}`}
        />
      )}
      <path d={`M${paper.x(pose.poleTopM)} ${paper.y(pose.poleTopM)}L${paper.x(pose.tipM)} ${paper.y(pose.tipM)}`} />
      {chosen && plan && placed.stand && <FootGrip placed={placed} stand={placed.stand} paper={paper} zoom={zoom} colour={colour} />}
    </g>
  );
});

/** The foot of a stand, to be dragged or moved by keys. */
function FootGrip({ placed, stand, paper, zoom, colour }: Omit<Props, 'microphone' | 'chosen'> & { stand: StandPlace; colour: string }) {
  const at = vec3(stand.baseM.x, stand.baseM.y, 0);
  const grip = useGrip({
    name: `foot/${placed.id}`,
    at,
    paper,
    zoom,
    onFloor: true,
    command: ({ x, y }) => editMicrophone(placed.id, { stand: { ...stand, baseM: { x, y } } }),
  });
  return (
    <g
      {...grip}
      className="handle"
      role="button"
      tabIndex={0}
      aria-label={sayFloor('foot-of-s-stand', { placed: placed.name })}
      transform={`translate(${paper.x(at)} ${paper.y(at)}) scale(${1 / zoom})`}
    >
      <circle className="halo" r={14} />
      <circle r={5} fill="var(--chakra-colors-page)" stroke={colour} strokeWidth={2} />
    </g>
  );
}
