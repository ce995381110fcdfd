import type { ArrivalTable } from '../../../core/arrivals';
import { directivityFactor } from '../../../core/microphones';
import { criticalDistanceM, eyringSeconds, meanAbsorption, roomSurfaceM2, roomVolumeM3 } from '../../../core/room';
import { formatLength, type UnitSystem } from '../../../core/units';
import { sayFloor } from '../../../words/floor.page.en';
import type { Paper } from '../../drawing/projection';

/** A microphone this far out, or one that is there for no one source, is there for the room as well. */
const FAR_SHARE = 0.7;

/**
 * Round the shown source, how far the microphone in hand may be before the room is louder than it (Kuttruff). Drawn for a room
 * microphone and for one that comes near the ring.
 */
export function CriticalRing({
  table,
  source,
  paper,
  zoom,
  chosen,
  units,
}: {
  table: ArrivalTable;
  source: number;
  paper: Paper;
  zoom: number;
  chosen: readonly string[];
  units: UnitSystem;
}) {
  const { plan } = table;
  const m = plan.microphones.findIndex((candidate) => candidate.id === chosen[0]);
  const [microphone, shown, arrival] = [plan.microphones[m], plan.sources[source], table.rows[m]?.[source]];
  if (chosen.length !== 1 || !microphone || !shown || !arrival) return null;
  const { room, speedOfSoundMps } = plan;
  const decay = eyringSeconds(roomVolumeM3(room), roomSurfaceM2(room), meanAbsorption(room), speedOfSoundMps);
  const radiusM = criticalDistanceM(directivityFactor(microphone.pattern), roomVolumeM3(room), decay);
  if (microphone.targetKey !== null && arrival.distanceM < FAR_SHARE * radiusM) return null;
  const at = shown.sides[0].positionM;
  const [x, y, r] = [paper.x(at), paper.y(at), radiusM * paper.pixelsPerM];
  // At the lower right of the ring, or where the paper ends.
  const [textX, textY] = [Math.min(x + 0.7 * r, paper.widthPx - 8), Math.min(y + 0.7 * r, paper.heightPx - 22)];
  return (
    <g aria-hidden="true" pointerEvents="none" className="critical">
      <circle cx={x} cy={y} r={r} style={{ strokeWidth: 1.4 / zoom, strokeDasharray: `${2 / zoom} ${5 / zoom}` }} />
      <text transform={`translate(${textX} ${textY}) scale(${1 / zoom})`} textAnchor="end">
        {sayFloor('beyond-the-room-is-louder', { radius: formatLength(radiusM, units) })}
      </text>
    </g>
  );
}
