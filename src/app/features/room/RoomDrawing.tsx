import { memo } from 'react';
import type { Session } from '../../../core/document';
import { furnishingSolid } from '../../../core/furnishings';
import { geometryOf } from '../../../core/instruments';
import type { Vec3 } from '../../../core/math';
import type { SpotMap } from '../../../core/planning';
import { materialOf, meanHeightM, modeAt, type RoomMode, type Surface } from '../../../core/room';
import { sayRoom } from '../../../words/room.page.en';
import { term } from '../../../words/term';
import { useSize } from '../../components/useSize';
import { FurnishingDrawing } from '../../drawing/FurnishingDrawing';
import { FurnishingHandle } from '../../drawing/FurnishingHandle';
import { InstrumentDrawing } from '../../drawing/InstrumentDrawing';
import { stringColour } from '../../drawing/MicrophoneGlyph';
import { type Face, type Paper, paperFor, projectionOf } from '../../drawing/projection';
import { RoomFrame } from '../../drawing/RoomFrame';
import { useViewStore } from '../../stores/viewStore';
import type { Ray } from './rays';

export type Shade =
  | { readonly kind: 'spots'; readonly map: SpotMap }
  | { readonly kind: 'mode'; readonly modes: readonly RoomMode[]; readonly heightM: number }
  | null;

interface Props {
  readonly session: Session;
  readonly face: Face;
  readonly shade: Shade;
  /** Reflections from the instrument at hand to one microphone, by surface. */
  readonly rays: readonly Ray[];
  /** Places that a list beside it numbers. */
  readonly pins: readonly Vec3[];
}

const TITLES: Record<Face, string> = { plan: sayRoom('plan-from-above'), side: sayRoom('from-the-side'), front: sayRoom('from-the-front') };

/** The two surfaces and the lid that a face shows edge on: left, right, top and bottom of the paper. */
const EDGES: Record<Face, readonly [Surface, Surface, Surface, Surface]> = {
  plan: ['left wall', 'right wall', 'front wall', 'back wall'],
  side: ['back wall', 'front wall', 'ceiling', 'floor'],
  front: ['right wall', 'left wall', 'ceiling', 'floor'],
};

/** What a place is worth, or how strong a mode is there, as a wash: the stronger the fuller. */
function Wash({ session, shade, paper }: { session: Session; shade: NonNullable<Shade>; paper: Paper }) {
  if (shade.kind === 'spots') {
    const { map } = shade;
    const known = map.scores.filter((score) => score >= 0);
    const [low, high] = [Math.min(...known), Math.max(...known)];
    const side = map.stepM * paper.pixelsPerM;
    return (
      <g aria-hidden="true" shapeRendering="crispEdges">
        {map.scores.map((score, i) => {
          if (score < 0) return null;
          const x = map.firstM.x + (i % map.columns) * map.stepM;
          const y = map.firstM.y + Math.floor(i / map.columns) * map.stepM;
          return (
            <rect
              key={`${x.toFixed(2)}/${y.toFixed(2)}`}
              x={paper.xOf(x) - side / 2}
              y={paper.yOf(y) - side / 2}
              width={side}
              height={side}
              fill="var(--chakra-colors-fine)"
              opacity={0.04 + 0.42 * ((score - low) / Math.max(1, high - low)) ** 2}
            />
          );
        })}
      </g>
    );
  }
  const { widthM, depthM } = session.room;
  const [columns, rows] = [32, 26];
  // Of several modes together, their mean energy.
  const strength = (x: number, y: number): number =>
    Math.sqrt(
      shade.modes.reduce((sum, mode) => sum + modeAt(mode, [widthM, depthM, meanHeightM(session.room)], [x, y, shade.heightM]) ** 2, 0) /
        Math.max(1, shade.modes.length),
    );
  const cells = Array.from({ length: columns * rows }, (_, i) => [(i % columns) + 0.5, Math.floor(i / columns) + 0.5] as const);
  return (
    <g aria-hidden="true" shapeRendering="crispEdges">
      {cells.map(([c, r]) => {
        const [x, y] = [(c * widthM) / columns, (r * depthM) / rows];
        return (
          <rect
            key={`${c}/${r}`}
            x={paper.xOf(x - widthM / columns / 2)}
            y={paper.yOf(y + depthM / rows / 2)}
            width={(widthM / columns) * paper.pixelsPerM}
            height={(depthM / rows) * paper.pixelsPerM}
            fill="var(--chakra-colors-improve)"
            opacity={0.55 * strength(x, y)}
          />
        );
      })}
    </g>
  );
}

/** What the surfaces seen edge on are made of, written along them. */
function SurfaceNames({ session, face, paper }: { session: Session; face: Face; paper: Paper }) {
  const { widthM, heightM } = paper.projection;
  const nameOf = (surface: Surface): string => {
    const material = session.room.surfaces?.[surface];
    return material ? term(materialOf(material).name) : session.room.glass.includes(surface) ? sayRoom('glass') : '';
  };
  const [left, right, top, bottom] = EDGES[face].map(nameOf) as [string, string, string, string];
  const [x0, x1, y0, y1] = [paper.xOf(0), paper.xOf(widthM), paper.yOf(0), paper.yOf(heightM)];
  const style = { fill: 'var(--chakra-colors-quiet)', fontSize: 12 };
  return (
    <g aria-hidden="true">
      <text x={(x0 + x1) / 2} y={y1 + 14} textAnchor="middle" style={style}>
        {top}
      </text>
      <text x={(x0 + x1) / 2} y={y0 - 6} textAnchor="middle" style={style}>
        {bottom}
      </text>
      <text transform={`translate(${x0 + 14} ${(y0 + y1) / 2}) rotate(-90)`} textAnchor="middle" style={style}>
        {left}
      </text>
      <text transform={`translate(${x1 - 8} ${(y0 + y1) / 2}) rotate(-90)`} textAnchor="middle" style={style}>
        {right}
      </text>
    </g>
  );
}

/** The room on one face, to scale: what it is made of, what stands in it, good places or a mode as a wash, reflections as rays. */
export const RoomDrawing = memo(function RoomDrawing({ session, face, shade, rays, pins }: Props) {
  const [box, size] = useSize<HTMLDivElement>();
  const chosen = useViewStore(({ selection }) => (selection?.of === 'furnishing' ? selection.id : null));
  const paper = paperFor(projectionOf(face, session.room), Math.max(120, size.width), Math.max(120, size.height), 40);
  return (
    <div ref={box} style={{ width: '100%', height: '100%', minHeight: 0, overflow: 'hidden' }}>
      <svg className="drawing" role="group" aria-label={TITLES[face]} width={paper.widthPx} height={paper.heightPx}>
        <RoomFrame paper={paper} units={session.units} title={TITLES[face]} room={session.room} />
        {shade && face === 'plan' && <Wash session={session} shade={shade} paper={paper} />}
        <SurfaceNames session={session} face={face} paper={paper} />
        {session.instruments.map((instrument) => (
          <InstrumentDrawing key={instrument.id} geometry={geometryOf(instrument)} paper={paper} />
        ))}
        {rays.map(({ surface, points }) => (
          <path
            key={surface}
            d={`M${points.map((point) => `${paper.x(point).toFixed(1)} ${paper.y(point).toFixed(1)}`).join('L')}`}
            fill="none"
            stroke="var(--chakra-colors-tape)"
            strokeWidth={1.2}
            strokeDasharray="5 4"
            opacity={0.75}
          />
        ))}
        {session.microphones.map(({ id, label, colour, positionM }) => (
          <g key={id} aria-hidden="true">
            <circle cx={paper.x(positionM)} cy={paper.y(positionM)} r={4} fill={stringColour(colour)} />
            <text x={paper.x(positionM) + 6} y={paper.y(positionM) - 5} style={{ fill: stringColour(colour), fontSize: 11 }}>
              {label}
            </text>
          </g>
        ))}
        {session.furnishings
          .filter(({ kind }) => kind !== 'collar')
          .map((furnishing) =>
            face === 'plan' ? (
              <FurnishingHandle
                key={furnishing.id}
                furnishing={furnishing}
                solid={furnishingSolid(furnishing)}
                paper={paper}
                zoom={1}
                chosen={furnishing.id === chosen}
              />
            ) : (
              <FurnishingDrawing key={furnishing.id} solid={furnishingSolid(furnishing)} paper={paper} zoom={1} chosen={furnishing.id === chosen} />
            ),
          )}
        {pins.map((pin, i) => (
          <g key={`${pin.x}/${pin.y}/${pin.z}`} aria-hidden="true" transform={`translate(${paper.x(pin)} ${paper.y(pin)})`}>
            <circle r={11} fill="var(--chakra-colors-page)" stroke="var(--chakra-colors-tape)" strokeWidth={2} />
            <text textAnchor="middle" y={5} style={{ fill: 'var(--chakra-colors-tape)', fontSize: 14, fontWeight: 700 }}>
              {i + 1}
            </text>
          </g>
        ))}
      </svg>
    </div>
  );
});
