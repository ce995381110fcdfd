import { memo, useMemo } from 'react';
import { type InstrumentKind, placedGeometry } from '../../core/instruments';
import { InstrumentDrawing } from './InstrumentDrawing';
import { type Face, focusOn, paperFor, projectionOf } from './projection';

const ROOM = { widthM: 6, depthM: 6, heightM: 2.6, temperatureC: 20, absorption: 0.2, glass: [] };
/** The face by which a family is known at a glance. */
const FACES: Partial<Record<InstrumentKind, Face>> = { 'grand-piano': 'plan', mallets: 'plan', brass: 'side' };

/** A small drawing of one instrument by itself. */
export const InstrumentThumb = memo(function InstrumentThumb({ kind, variant, size }: { kind: InstrumentKind; variant: string; size: number }) {
  const geometry = useMemo(() => {
    const whole = placedGeometry({ id: 'thumb', kind, variant, name: '', positionM: { x: 3, y: 2.5 }, rotationDeg: 0, mirrored: false });
    return { ...whole, shapes: whole.shapes.filter((shape) => shape.weight !== 'player' || kind === 'voice') };
  }, [kind, variant]);
  const projection = projectionOf(FACES[kind] ?? 'front', ROOM);
  const points = geometry.shapes.flatMap((shape) => shape.points);
  const focus = focusOn(projection, points, 0.02);
  const low = points.length ? Math.min(...points.map(projection.v)) : 0;
  const paper = paperFor(projection, size, size, 3, { low: [focus.low[0], Math.max(0, low - 0.1)], high: focus.high });
  return (
    <svg
      className="drawing"
      width={size}
      height={size}
      viewBox={`0 0 ${size} ${size}`}
      aria-hidden="true"
      style={{ width: size, height: size, pointerEvents: 'none' }}
    >
      <InstrumentDrawing geometry={geometry} paper={paper} />
    </svg>
  );
});
