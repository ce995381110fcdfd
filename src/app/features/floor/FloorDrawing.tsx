import { select } from 'd3-selection';
import { type D3ZoomEvent, zoom as d3zoom, type ZoomBehavior, zoomIdentity } from 'd3-zoom';
import { memo, useEffect, useMemo, useRef, useState } from 'react';
import type { ArrivalTable, Plan } from '../../../core/arrivals';
import type { Session } from '../../../core/document';
import type { Geometry } from '../../../core/instruments';
import { geometryOf } from '../../../core/instruments';
import { isDirect } from '../../../core/microphones';
import { sayFloor } from '../../../words/floor.page.en';
import { useSize } from '../../components/useSize';
import { FurnishingDrawing } from '../../drawing/FurnishingDrawing';
import { FurnishingHandle } from '../../drawing/FurnishingHandle';
import { InstrumentDrawing } from '../../drawing/InstrumentDrawing';
import { glyphBox, microphoneLabels } from '../../drawing/labels';
import { stringDash } from '../../drawing/MicrophoneGlyph';
import { type Face, focusOn, type Paper, paperFor, projectionOf } from '../../drawing/projection';
import { RoomFrame } from '../../drawing/RoomFrame';
import { sessionFocus } from '../../drawing/sessionFocus';
import { useSessionStore } from '../../stores/sessionStore';
import { chooseNothing, useViewStore } from '../../stores/viewStore';
import { AimHandle } from './AimHandle';
import { CriticalRing } from './CriticalRing';
import { InstrumentHandle } from './InstrumentHandle';
import { KeepOutMarks } from './KeepOutMarks';
import { MicrophoneHandle } from './MicrophoneHandle';
import { PieceHandles } from './PieceHandles';
import { SourceMarks } from './SourceMarks';
import { StandMarks } from './StandMarks';
import { Strings } from './Strings';

interface Props {
  readonly session: Session;
  readonly table: ArrivalTable;
  readonly face: Face;
  readonly source: number;
  readonly chosen: readonly string[];
}

const TITLES: Record<Face, string> = { plan: sayFloor('plan-from-above'), side: sayFloor('from-the-side'), front: sayFloor('from-the-front') };

/** Pan and zoom of one drawing; microphones keep their own pointer events. */
function useZoom(svg: React.RefObject<SVGSVGElement | null>) {
  const [transform, setTransform] = useState(zoomIdentity);
  const behaviour = useRef<ZoomBehavior<SVGSVGElement, unknown> | null>(null);
  useEffect(() => {
    if (!svg.current) return;
    const wide = window.matchMedia('(min-width: 48em)');
    const zoom = d3zoom<SVGSVGElement, unknown>()
      .scaleExtent([0.25, 12])
      .filter(
        (event: Event) =>
          !(event.target as Element).closest('.handle, .source') &&
          (event.type !== 'mousedown' || (event as MouseEvent).button === 0) &&
          (event.type !== 'touchstart' || wide.matches || (event as TouchEvent).touches.length > 1),
      )
      .on('zoom', (event: D3ZoomEvent<SVGSVGElement, unknown>) => setTransform(event.transform));
    behaviour.current = zoom;
    const selection = select(svg.current);
    selection.call(zoom).on('dblclick.zoom', null);
    return () => {
      selection.on('.zoom', null);
    };
  }, [svg]);
  const reset = (): void => {
    if (svg.current && behaviour.current) select(svg.current).call(behaviour.current.transform, zoomIdentity);
  };
  return { transform, reset };
}

interface BackdropProps {
  readonly session: Session;
  readonly paper: Paper;
  readonly transform: string;
  readonly title: string;
  /** Whether the volumes to keep free are shown. */
  readonly shown: boolean;
}

const sameBackdrop = (a: BackdropProps, b: BackdropProps): boolean =>
  a.paper === b.paper &&
  a.transform === b.transform &&
  a.shown === b.shown &&
  a.session.units === b.session.units &&
  a.session.room === b.session.room &&
  a.session.instruments === b.session.instruments;

/** What stays while microphones move, on a layer of its own that is not painted again with every step of a drag. */
const Backdrop = memo(function Backdrop({ session, paper, transform, title, shown }: BackdropProps) {
  const geometries = session.instruments.map(geometryOf);
  return (
    <svg className="drawing backdrop" aria-hidden="true">
      <g transform={transform}>
        <RoomFrame paper={paper} units={session.units} title={title} room={session.room} />
        {session.instruments.map((instrument, i) => (
          <InstrumentDrawing key={instrument.id} geometry={geometries[i] as Geometry} paper={paper} />
        ))}
        {shown && <KeepOutMarks geometries={geometries} paper={paper} />}
      </g>
    </svg>
  );
}, sameBackdrop);

const isDirectIn = ({ microphones }: Plan, id: string): boolean =>
  microphones.some((microphone) => microphone.id === id && isDirect(microphone.model.kind));

/** The room to scale on one face, with everything in it that can be taken hold of. */
export function FloorDrawing({ session, table, face, source, chosen }: Props) {
  const [box, size] = useSize<HTMLDivElement>();
  const svg = useRef<SVGSVGElement>(null);
  const { transform, reset } = useZoom(svg);
  const settled = useSessionStore((state) => state.doc) ?? session;
  const wholeRoom = useViewStore((state) => state.wholeRoom);
  const focus = useMemo(() => {
    const projection = projectionOf(face, settled.room);
    return wholeRoom ? focusOn(projection, []) : sessionFocus(settled, projection);
  }, [settled, face, wholeRoom]);
  const key = `${focus.low}/${focus.high}`;
  // biome-ignore lint/correctness/useExhaustiveDependencies: the focus by value, so that a small move does not redraw everything
  const paper = useMemo(
    () => paperFor(projectionOf(face, session.room), size.width || 400, size.height || 300, 30, focus),
    [face, session.room, size, key],
  );
  const chosenInstrument = useViewStore(({ selection }) => (selection.of === 'instrument' ? selection.id : null));
  const chosenFurnishing = useViewStore(({ selection }) => (selection.of === 'furnishing' ? selection.id : null));
  const snapWords = useViewStore((state) => state.snapWords);
  const { plan } = table;
  const inHand = session.microphones.find((placed) => placed.id === chosen[0]);
  const points = session.microphones.map(({ positionM }) => ({ x: paper.x(positionM), y: paper.y(positionM) }));
  const labels = microphoneLabels(
    session.microphones.map(({ label }, m) => ({ label, at: points[m] as (typeof points)[number] })),
    1 / transform.k,
  );
  return (
    <div ref={box} style={{ position: 'relative', width: '100%', height: '100%', minHeight: 0 }}>
      <Backdrop session={session} paper={paper} transform={transform.toString()} title={TITLES[face]} shown={chosen.length > 0} />
      <svg
        ref={svg}
        className="drawing front"
        aria-label={TITLES[face]}
        role="group"
        onDoubleClick={reset}
        onClick={(event) => event.target === event.currentTarget && chooseNothing()}
        onKeyDown={(event) => event.key === 'Escape' && chooseNothing()}
      >
        <g transform={transform.toString()}>
          {session.microphones.map((placed) => {
            const microphone = plan.microphones.find((candidate) => candidate.id === placed.id);
            return microphone?.stand ? (
              <StandMarks
                key={placed.id}
                placed={placed}
                microphone={microphone}
                paper={paper}
                zoom={transform.k}
                chosen={chosen.includes(placed.id)}
              />
            ) : null;
          })}
          {session.furnishings.map((furnishing) => {
            const solid = plan.solids.find(({ id }) => id === `furnishing/${furnishing.id}`);
            if (!solid) return null;
            return furnishing.kind === 'collar' ? (
              <FurnishingDrawing key={furnishing.id} solid={solid} paper={paper} zoom={transform.k} />
            ) : (
              <FurnishingHandle
                key={furnishing.id}
                furnishing={furnishing}
                solid={solid}
                paper={paper}
                zoom={transform.k}
                chosen={furnishing.id === chosenFurnishing}
              />
            );
          })}
          {session.instruments.map((instrument) => (
            <InstrumentHandle
              key={instrument.id}
              instrument={instrument}
              paper={paper}
              zoom={transform.k}
              chosen={instrument.id === chosenInstrument}
            />
          ))}
          <SourceMarks table={table} paper={paper} zoom={transform.k} shown={source} />
          {session.instruments.map((instrument) =>
            instrument.id === chosenInstrument && instrument.kind === 'drum-kit' ? (
              <PieceHandles key={instrument.id} instrument={instrument} paper={paper} zoom={transform.k} />
            ) : null,
          )}
          <CriticalRing table={table} source={source} paper={paper} zoom={transform.k} chosen={chosen} units={session.units} />
          <Strings
            session={session}
            table={table}
            source={source}
            paper={paper}
            zoom={transform.k}
            chosen={chosen}
            taken={[...labels.map(({ box: own }) => own), ...points.map((at) => glyphBox(at, 1 / transform.k))]}
          />
          {session.microphones.map((placed) =>
            chosen.includes(placed.id) && !isDirectIn(plan, placed.id) ? (
              <AimHandle key={placed.id} placed={placed} paper={paper} zoom={transform.k} />
            ) : null,
          )}
          {session.microphones.map((placed, m) => {
            const microphone = plan.microphones.find((candidate) => candidate.id === placed.id);
            return microphone ? (
              <MicrophoneHandle
                key={placed.id}
                units={session.units}
                placed={placed}
                microphone={microphone}
                paper={paper}
                zoom={transform.k}
                chosen={chosen.includes(placed.id)}
                dash={stringDash(session.microphones, placed.id)}
                labelX={labels[m]?.dx ?? 10}
                labelY={labels[m]?.dy ?? -10}
              />
            ) : null;
          })}
          {snapWords && inHand && (
            <text
              className="snap"
              transform={`translate(${paper.x(inHand.positionM) + 14 / transform.k} ${paper.y(inHand.positionM) + 26 / transform.k}) scale(${1 / transform.k})`}
            >
              {snapWords}
            </text>
          )}
        </g>
      </svg>
    </div>
  );
}
