import type { Session } from '../../core/document';
import { geometryOf } from '../../core/instruments';
import { distance, type Vec3 } from '../../core/math';
import { sayDrawing } from '../../words/drawing.page.en';
import { InstrumentDrawing } from './InstrumentDrawing';
import { stringColour } from './MicrophoneGlyph';
import { type Face, paperFor, projectionOf } from './projection';
import { sessionFocus } from './sessionFocus';

/** One microphone between two places. */
export interface MovedMicrophone {
  readonly id: string;
  readonly label: string;
  readonly colour: number;
  /** Null for one that was not there. */
  readonly fromM: Vec3 | null;
  readonly toM: Vec3;
  /** How well the second place is known, metres; none where it is known. */
  readonly sigmaM?: number;
}

interface Props {
  readonly session: Session;
  readonly microphones: readonly MovedMicrophone[];
  readonly face: Face;
  readonly width: number;
  readonly height: number;
  readonly title: string;
}

/** Nearer than this it has not moved, metres. */
const SAME_M = 0.002;

/** What moved: a ring where it was, a dot where it is with how well that is known round it, a line between. */
export function MovedMicrophones({ session, microphones, face, width, height, title }: Props) {
  const projection = projectionOf(face, session.room);
  const paper = paperFor(projection, width, height, 14, sessionFocus(session, projection));
  return (
    <svg
      className="drawing"
      viewBox={`0 0 ${width} ${height}`}
      style={{ width: '100%', maxWidth: width, height: 'auto' }}
      role="img"
      aria-label={sayDrawing('face-from-above-from-the-side', { title, face: face === 'plan' ? 'yes' : 'no' })}
    >
      {session.instruments.map((instrument) => (
        <InstrumentDrawing key={instrument.id} geometry={geometryOf(instrument)} paper={paper} />
      ))}
      {microphones.map(({ id, label, colour: index, fromM, toM, sigmaM }) => {
        const colour = stringColour(index);
        const [x, y] = [paper.x(toM), paper.y(toM)];
        const moved = fromM !== null && distance(fromM, toM) > SAME_M;
        return (
          <g key={id} stroke={colour} fill="none" strokeWidth="2" opacity={moved || fromM === null ? 1 : 0.45}>
            {moved && (
              <>
                <circle cx={paper.x(fromM)} cy={paper.y(fromM)} r="5" />
                <line x1={paper.x(fromM)} y1={paper.y(fromM)} x2={x} y2={y} />
              </>
            )}
            {sigmaM !== undefined && <circle cx={x} cy={y} r={Math.max(5, 2 * sigmaM * paper.pixelsPerM)} strokeDasharray="2 3" strokeWidth="1.2" />}
            <circle cx={x} cy={y} r="4.5" fill={colour} />
            <text x={x + 8} y={y - 7} stroke="none" style={{ fill: colour, fontSize: 13, fontWeight: 700 }}>
              {label}
            </text>
          </g>
        );
      })}
    </svg>
  );
}

/** The microphones of one set-up beside where they are in another. */
export const movedBetween = (before: Session, after: Session): MovedMicrophone[] =>
  after.microphones.map(({ id, label, colour, positionM }) => ({
    id,
    label,
    colour,
    fromM: before.microphones.find((one) => one.id === id)?.positionM ?? null,
    toM: positionM,
  }));
