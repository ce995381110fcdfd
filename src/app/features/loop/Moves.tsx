import type { Session } from '../../../core/document';
import { geometryOf } from '../../../core/instruments';
import { distance } from '../../../core/math';
import { InstrumentDrawing } from '../../drawing/InstrumentDrawing';
import { stringColour } from '../../drawing/MicrophoneGlyph';
import { type Face, paperFor, projectionOf } from '../../drawing/projection';
import { sessionFocus } from '../../drawing/sessionFocus';

/** What moved between two set-ups: a ring where it was, a dot where it is, a line between. */
export function Moves({ before, after, face, width, height }: { before: Session; after: Session; face: Face; width: number; height: number }) {
  const projection = projectionOf(face, after.room);
  const paper = paperFor(projection, width, height, 14, sessionFocus(after, projection));
  return (
    <svg
      className="drawing"
      viewBox={`0 0 ${width} ${height}`}
      style={{ width: '100%', maxWidth: width, height: 'auto' }}
      role="img"
      aria-label={face === 'plan' ? 'What moved, from above' : 'What moved, from the side'}
    >
      {after.instruments.map((instrument) => (
        <InstrumentDrawing key={instrument.id} geometry={geometryOf(instrument)} paper={paper} />
      ))}
      {after.microphones.map((microphone) => {
        const was = before.microphones.find(({ id }) => id === microphone.id);
        const colour = stringColour(microphone.colour);
        const [x, y] = [paper.x(microphone.positionM), paper.y(microphone.positionM)];
        const moved = was && distance(was.positionM, microphone.positionM) > 0.002;
        return (
          <g key={microphone.id} stroke={colour} fill="none" strokeWidth="2" opacity={moved || !was ? 1 : 0.45}>
            {moved && was && (
              <>
                <circle cx={paper.x(was.positionM)} cy={paper.y(was.positionM)} r="5" />
                <line x1={paper.x(was.positionM)} y1={paper.y(was.positionM)} x2={x} y2={y} />
              </>
            )}
            <circle cx={x} cy={y} r="4.5" fill={colour} />
            <text x={x + 8} y={y - 7} stroke="none" style={{ fill: colour, fontSize: 13, fontWeight: 700 }}>
              {microphone.label}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
