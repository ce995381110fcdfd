import type { Session } from '../../core/document';
import { geometryOf } from '../../core/instruments';
import { resolvePlan } from '../../core/planning';
import { poseOf } from '../../core/stands';
import { sayDrawing } from '../../words/drawing.page.en';
import { FurnishingDrawing } from './FurnishingDrawing';
import { angleOnPaper } from './glyphAngle';
import { InstrumentDrawing } from './InstrumentDrawing';
import { MicrophoneGlyph, stringColour } from './MicrophoneGlyph';
import { type Face, paperFor, projectionOf } from './projection';
import { RoomFrame } from './RoomFrame';
import { sessionFocus } from './sessionFocus';

interface Props {
  readonly session: Session;
  readonly face: Face;
  readonly width: number;
  readonly height: number;
  readonly plain?: boolean;
  /** Labels on a plain drawing too. */
  readonly labels?: boolean;
  /** No room round it. */
  readonly bare?: boolean;
  /** With the microphones' stands. */
  readonly stands?: boolean;
}

/** One face of a session as a picture: for thumbnails and the sheet. */
export function StaticFace({ session, face, width, height, plain: isPlain = false, labels = !isPlain, bare = false, stands = false }: Props) {
  const plain = isPlain || bare;
  const projection = projectionOf(face, session.room);
  const paper = paperFor(projection, width, height, plain ? 10 : 30, sessionFocus(session, projection));
  const plan = resolvePlan(session);
  return (
    <svg
      className="drawing"
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={sayDrawing('face-plan-elevation', { session: session.name, face: face === 'plan' ? 'yes' : 'no' })}
    >
      {bare ? null : plain ? (
        <rect
          className="room"
          x={paper.xOf(0)}
          y={paper.yOf(paper.projection.heightM)}
          width={paper.projection.widthM * paper.pixelsPerM}
          height={paper.projection.heightM * paper.pixelsPerM}
        />
      ) : (
        <RoomFrame
          paper={paper}
          units={session.units}
          title={face === 'plan' ? sayDrawing('plan') : sayDrawing('from-the-side')}
          room={session.room}
        />
      )}
      {session.instruments.map((instrument) => (
        <InstrumentDrawing key={instrument.id} geometry={geometryOf(instrument)} paper={paper} />
      ))}
      {plan.solids.map((solid) => (solid.screen ? <FurnishingDrawing key={solid.id} solid={solid} paper={paper} zoom={1} /> : null))}
      {stands &&
        plan.microphones.map(({ id, stand, positionM }, i) => {
          if (!stand) return null;
          const { footM, poleTopM, tipM } = poseOf(stand.model, stand.baseM, positionM);
          const way = [footM, poleTopM, tipM].map((p) => `${paper.x(p).toFixed(1)} ${paper.y(p).toFixed(1)}`).join('L');
          return (
            <path key={id} className="stand" d={`M${way}`} fill="none" stroke={stringColour(session.microphones[i]?.colour ?? i)} opacity={0.7} />
          );
        })}
      {plan.microphones.map((microphone, i) => {
        const { degrees, inPaper } = angleOnPaper(paper, microphone.positionM, microphone.axis);
        return (
          <g key={microphone.id} transform={`translate(${paper.x(microphone.positionM)} ${paper.y(microphone.positionM)})`}>
            <MicrophoneGlyph
              kind={microphone.model.kind}
              colour={stringColour(session.microphones[i]?.colour ?? i)}
              angleDeg={degrees}
              flat={inPaper < 0.35}
            />
            {labels && (
              <text className="mic-label" x={9} y={-9}>
                {microphone.label}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}
