import { framePair, type Pair, type PlacedMicrophone, type Session } from '../../../core/document';
import { geometryOf } from '../../../core/instruments';
import { add, dot, scale, subtract, type Vec3 } from '../../../core/math';
import { crossedPairOf, type PairFit, type PairFrame, pairAxes } from '../../../core/stereo';
import { degreesFromRadians, formatLength, radiansFromDegrees } from '../../../core/units';
import { sayPairs } from '../../../words/pairs.page.en';
import { useSize } from '../../components/useSize';
import { InstrumentDrawing } from '../../drawing/InstrumentDrawing';
import { MicrophoneGlyph, stringColour } from '../../drawing/MicrophoneGlyph';
import { PolarCurve } from '../../drawing/PolarCurve';
import type { Paper } from '../../drawing/projection';
import { useGrip } from '../../drawing/useGrip';
import { useSessionStore } from '../../stores/sessionStore';
import { pairPaper } from './pairPaper';

/** How far before a capsule the end of its axis is drawn and taken, metres. */
const AXIS_M = 0.4;

interface Props {
  readonly session: Session;
  readonly pair: Pair;
  readonly frame: PairFrame;
  readonly sides: readonly [PlacedMicrophone, PlacedMicrophone];
  readonly points: readonly Vec3[];
  /** Null where the angle says nothing. */
  readonly fit: PairFit | null;
}

/** The pair from over itself: polar curves, the recording angle as a wedge, what the instrument takes up, and handles. */
export function PairDrawing({ session, pair, frame, sides, points, fit }: Props) {
  const [box, size] = useSize<HTMLDivElement>();
  // The paper goes by what is kept: while something is dragged it stays, so that the handle stays under the finger.
  const kept = useSessionStore(({ doc }) => doc?.pairs.find(({ id }) => id === pair.id)?.frame ?? null);
  const paper = pairPaper(kept ?? frame, points, Math.max(160, size.width), Math.max(160, size.height));
  return (
    <div ref={box} style={{ width: '100%', height: '100%', minHeight: 0, overflow: 'hidden' }}>
      <svg
        // Drawn anew once its size is known: nothing slides in from where a smaller paper had it.
        key={size.width > 0 ? 'sized' : 'not yet'}
        className="drawing"
        role="group"
        aria-label={sayPairs('from-over-itself', { pair: pair.name })}
        width={paper.widthPx}
        height={paper.heightPx}
      >
        {session.instruments.map((instrument) => (
          <InstrumentDrawing key={instrument.id} geometry={geometryOf(instrument)} paper={paper} />
        ))}
        {fit && <Wedges frame={frame} fit={fit} paper={paper} />}
        <Handles pair={pair} frame={frame} paper={paper} sides={sides} isRegular={pair.frame !== null} />
        <text x={12} y={18} style={{ fill: 'var(--chakra-colors-quiet)', fontSize: 13 }}>
          {sayPairs('from-over-the-pair-up-is')}
        </text>
        <line
          x1={paper.widthPx - 14 - 0.5 * paper.pixelsPerM}
          x2={paper.widthPx - 14}
          y1={paper.heightPx - 14}
          y2={paper.heightPx - 14}
          stroke="var(--chakra-colors-tape-fill)"
          strokeWidth={3}
        />
        <text x={paper.widthPx - 14} y={paper.heightPx - 20} textAnchor="end" style={{ fontSize: 13 }}>
          {formatLength(0.5, session.units)}
        </text>
      </svg>
    </div>
  );
}

/** A sector about the pair's axis. */
function sector(paper: Paper, frame: PairFrame, leftDeg: number, rightDeg: number, lengthM: number): string {
  const { forward, right } = pairAxes(frame);
  const at = (degrees: number): Vec3 => {
    const angle = radiansFromDegrees(degrees);
    return add(frame.centreM, add(scale(forward, lengthM * Math.cos(angle)), scale(right, lengthM * Math.sin(angle))));
  };
  const steps = 24;
  const rim = Array.from({ length: steps + 1 }, (_, i) => at(leftDeg + ((rightDeg - leftDeg) * i) / steps));
  return `M${[frame.centreM, ...rim].map((point) => `${paper.x(point).toFixed(1)} ${paper.y(point).toFixed(1)}`).join('L')}Z`;
}

function Wedges({ frame, fit, paper }: { frame: PairFrame; fit: PairFit; paper: Paper }) {
  const lengthM = 0.92 * Math.max(paper.projection.heightM, 0.6);
  const { left, right } = fit;
  return (
    <g aria-hidden="true">
      {left.recordingDeg !== null && right.recordingDeg !== null && (
        <path
          d={sector(paper, frame, -left.recordingDeg, right.recordingDeg, lengthM)}
          fill="var(--chakra-colors-tape-fill)"
          fillOpacity={0.1}
          stroke="var(--chakra-colors-tape)"
          strokeWidth={1.2}
        />
      )}
      <path
        d={sector(paper, frame, -left.instrumentDeg, right.instrumentDeg, 0.8 * lengthM)}
        fill="none"
        stroke="var(--chakra-colors-ink)"
        strokeWidth={1.2}
        strokeDasharray="5 4"
        opacity={0.8}
      />
    </g>
  );
}

/** Direction on paper, degrees clockwise from right. */
const onPaper = (paper: Paper, from: Vec3, way: Vec3): number => {
  const to = add(from, way);
  return degreesFromRadians(Math.atan2(paper.y(to) - paper.y(from), paper.x(to) - paper.x(from)));
};

interface HandlesProps {
  readonly pair: Pair;
  readonly frame: PairFrame;
  readonly paper: Paper;
  readonly sides: Props['sides'];
  /** Only a pair with a frame of its own is set by handles. */
  readonly isRegular: boolean;
}

function Handles({ pair, frame, paper, sides, isRegular }: HandlesProps) {
  const { forward, right } = pairAxes(frame);
  const isMidSide = pair.decoding === 'mid-side';
  return (
    <g>
      {sides.map((microphone, side) => {
        const way = subtract(microphone.aimM, microphone.positionM);
        const degrees = onPaper(paper, microphone.positionM, way);
        const colour = stringColour(microphone.colour);
        return (
          <g key={microphone.id} transform={`translate(${paper.x(microphone.positionM)} ${paper.y(microphone.positionM)})`} aria-hidden="true">
            <PolarCurve pattern={microphone.pattern} colour={colour} angleDeg={degrees} />
            <MicrophoneGlyph kind="small-condenser" colour={colour} angleDeg={degrees} flat={false} />
            <text x={side === 0 ? -14 : 14} y={24} textAnchor={side === 0 ? 'end' : 'start'} style={{ fill: colour, fontSize: 13 }}>
              {isMidSide ? [sayPairs('mid'), sayPairs('side-plus-to-the-left')][side] : microphone.label}
            </text>
          </g>
        );
      })}
      {isRegular && isMidSide && <Equivalent frame={frame} paper={paper} mid={sides[0].pattern} width={pair.width ?? 1} />}
      {isRegular && (
        <Knob
          name={`${pair.id}/middle`}
          label={sayPairs('move-it', { pair: pair.name })}
          at={frame.centreM}
          paper={paper}
          command={(target) => framePair(pair.id, { centreM: target })}
        />
      )}
      {isRegular &&
        !isMidSide &&
        ([-1, 1] as const).map((side) => (
          <Knob
            key={side}
            name={`${pair.id}/spacing${side}`}
            label={sayPairs('spacing-by-the-side-left-right', { side: side < 0 ? 'yes' : 'no' })}
            at={add(frame.centreM, scale(right, (side * frame.spacingM) / 2))}
            offset={[side * 16, 0]}
            paper={paper}
            command={(target) => framePair(pair.id, { spacingM: Math.max(0, 2 * side * dot(subtract(target, frame.centreM), right)) })}
          />
        ))}
      {isRegular && !isMidSide && (
        <Knob
          name={`${pair.id}/angle`}
          label={sayPairs('angle-by-the-right-axis')}
          at={add(
            frame.centreM,
            add(
              scale(right, frame.spacingM / 2 + AXIS_M * Math.sin(radiansFromDegrees(frame.angleDeg / 2))),
              scale(forward, AXIS_M * Math.cos(radiansFromDegrees(frame.angleDeg / 2))),
            ),
          )}
          paper={paper}
          command={(target) => {
            const to = subtract(target, add(frame.centreM, scale(right, frame.spacingM / 2)));
            return framePair(pair.id, {
              angleDeg: Math.max(-170, Math.min(170, 2 * degreesFromRadians(Math.atan2(dot(to, right), dot(to, forward))))),
            });
          }}
        />
      )}
    </g>
  );
}

/** The crossed pair that a mid-side pair is the same as: two axes and their angle. */
function Equivalent({ frame, paper, mid, width }: { frame: PairFrame; paper: Paper; mid: PlacedMicrophone['pattern']; width: number }) {
  const { halfAngleDeg } = crossedPairOf(mid, width);
  return (
    <path
      d={sector(paper, frame, -halfAngleDeg, halfAngleDeg, 0.5)}
      fill="none"
      stroke="var(--chakra-colors-quiet)"
      strokeDasharray="2 4"
      aria-hidden="true"
    />
  );
}

interface KnobProps {
  readonly name: string;
  readonly label: string;
  readonly at: Vec3;
  readonly paper: Paper;
  readonly offset?: readonly [number, number];
  readonly command: (target: Vec3) => ReturnType<typeof framePair>;
}

/** A point to take hold of. */
function Knob({ name, label, at, paper, offset = [0, 0], command }: KnobProps) {
  const grip = useGrip({ name, at, paper, zoom: 1, command });
  return (
    <g
      {...grip}
      className="handle"
      role="button"
      tabIndex={0}
      aria-label={label}
      transform={`translate(${paper.x(at) + offset[0]} ${paper.y(at) + offset[1]})`}
    >
      <circle className="halo" r={18} />
      <rect
        x={-5}
        y={-5}
        width={10}
        height={10}
        fill="var(--chakra-colors-page)"
        stroke="var(--chakra-colors-tape)"
        strokeWidth={2}
        transform="rotate(45)"
      />
    </g>
  );
}
