import { memo } from 'react';
import type { PlanMicrophone } from '../../../core/arrivals';
import type { Session } from '../../../core/document';
import { geometryOf } from '../../../core/instruments';
import { distance, type Vec3 } from '../../../core/math';
import { formatLength } from '../../../core/units';
import { sayTape } from '../../../words/tape.page.en';
import { angleOnPaper } from '../../drawing/glyphAngle';
import { InstrumentDrawing } from '../../drawing/InstrumentDrawing';
import { MicrophoneGlyph, stringColour } from '../../drawing/MicrophoneGlyph';
import { type Face, focusOn, type Paper, paperFor, projectionOf } from '../../drawing/projection';
import type { TapeLine } from './derive';

interface Props {
  readonly session: Session;
  readonly microphone: PlanMicrophone;
  readonly line: TapeLine;
  /** The readings that come next, drawn faint. */
  readonly next: readonly TapeLine[];
}

const [WIDTH, HEIGHT, MARGIN] = [560, 300, 34];
const TITLES: Record<Face, string> = { plan: sayTape('seen-from-above'), side: sayTape('seen-from-the-side'), front: sayTape('seen-from-the-front') };

/** Where the tape is held: the mark, or the floor under the capsule. */
const startOf = (line: TapeLine, capsule: Vec3): Vec3 => line.fromM ?? { ...capsule, z: 0 };

/** The face on which a string is longest: it is seen best there. A height is seen from the side. */
function bestFace(session: Session, from: Vec3, to: Vec3, isHeight: boolean): Face {
  const faces: Face[] = isHeight ? ['side', 'front'] : ['side', 'plan', 'front'];
  const length = (face: Face): number => {
    const { u, v } = projectionOf(face, session.room);
    return Math.hypot(u(to) - u(from), v(to) - v(from));
  };
  return faces.reduce((best, face) => (length(face) > length(best) + 0.02 ? face : best), faces[0] as Face);
}

/** The part of the room round the string and the instrument it is held to. */
function paperOf(session: Session, face: Face, points: readonly Vec3[]): Paper {
  const projection = projectionOf(face, session.room);
  const near = session.instruments.flatMap((instrument) =>
    geometryOf(instrument).shapes.flatMap(({ points: own }) => own.filter((point) => points.some((other) => distance(point, other) < 0.7))),
  );
  return paperFor(projection, WIDTH, HEIGHT, MARGIN, focusOn(projection, [...points, ...near], 0.08));
}

/** The reading at hand, drawn: the mark lit, the microphone, the string between them with its length; the next ones faint. */
export const ReadingDrawing = memo(function ReadingDrawing({ session, microphone, line, next }: Props) {
  const capsule = microphone.positionM;
  const from = startOf(line, capsule);
  const face = bestFace(session, from, capsule, line.fromM === null);
  const paper = paperOf(session, face, [from, capsule]);
  const colour = stringColour(session.microphones.find(({ id }) => id === microphone.id)?.colour ?? 0);
  const { degrees, inPaper } = angleOnPaper(paper, capsule, microphone.axis);
  const [x1, y1, x2, y2] = [paper.x(from), paper.y(from), paper.x(capsule), paper.y(capsule)];
  const faint = next.filter(({ microphoneId }) => microphoneId === microphone.id);
  const floor = paper.yOf(0);
  return (
    <svg
      className="drawing"
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={sayTape('kind-from-the-floor-from-to', {
        kind: line.kind === 'height' ? 'yes' : 'no',
        from: line.from,
        microphone: microphone.name,
        length: formatLength(line.lengthM, session.units),
        titles: TITLES[face],
      })}
      style={{ width: '100%', height: 'auto', maxHeight: '38vh', overflow: 'hidden' }}
    >
      {face !== 'plan' && <path d={`M0 ${floor}H${WIDTH}`} stroke="var(--chakra-colors-line)" strokeWidth={2} />}
      {session.instruments.map((instrument) => (
        <InstrumentDrawing key={instrument.id} geometry={geometryOf(instrument)} paper={paper} />
      ))}
      {faint.map((other) => {
        const start = startOf(other, capsule);
        return (
          <path
            key={other.ref}
            d={`M${paper.x(start)} ${paper.y(start)}L${x2} ${y2}`}
            stroke="var(--chakra-colors-quiet)"
            strokeWidth={1}
            strokeDasharray="3 4"
            opacity={0.6}
          />
        );
      })}
      <path d={`M${x1} ${y1}L${x2} ${y2}`} stroke="var(--chakra-colors-tape)" strokeWidth={3} />
      <circle cx={x1} cy={y1} r={9} fill="none" stroke="var(--chakra-colors-tape)" strokeWidth={3} />
      <circle cx={x1} cy={y1} r={3} fill="var(--chakra-colors-tape)" />
      <g transform={`translate(${x2} ${y2}) scale(1.4)`}>
        <MicrophoneGlyph kind={microphone.model.kind} colour={colour} angleDeg={degrees} flat={inPaper < 0.35} />
      </g>
      <text
        className="string-label"
        textAnchor="middle"
        style={{ fill: 'var(--chakra-colors-tape)', fontSize: 17, fontWeight: 600 }}
        transform={`translate(${(x1 + x2) / 2} ${(y1 + y2) / 2 - 8})`}
      >
        {formatLength(line.lengthM, session.units)}
      </text>
      <text x={10} y={HEIGHT - 8} style={{ fill: 'var(--chakra-colors-quiet)', fontSize: 12 }}>
        {TITLES[face]}
      </text>
    </svg>
  );
});
