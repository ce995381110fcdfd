import type { ArrivalTable } from '../../../core/arrivals';
import type { Session } from '../../../core/document';
import { isDirect } from '../../../core/microphones';
import { formatLength } from '../../../core/units';
import { stringColour } from '../../drawing/MicrophoneGlyph';
import type { Paper } from '../../drawing/projection';

interface Props {
  readonly session: Session;
  readonly table: ArrivalTable;
  readonly source: number;
  readonly paper: Paper;
  readonly zoom: number;
  readonly chosen: readonly string[];
}

/** Lines from the shown source to the microphones, each with its length: all of them thin, the chosen ones in full. */
export function Strings({ session, table, source, paper, zoom, chosen }: Props) {
  if (source < 0) return null;
  return (
    <g aria-hidden="true" pointerEvents="none">
      {table.plan.microphones.map((microphone, m) => {
        const arrival = table.rows[m]?.[source];
        if (!arrival || isDirect(microphone.model.kind)) return null;
        const colour = stringColour(session.microphones.find((placed) => placed.id === microphone.id)?.colour ?? 0);
        const full = chosen.length === 0 || chosen.includes(microphone.id);
        const [x1, y1, x2, y2] = [paper.x(arrival.fromM), paper.y(arrival.fromM), paper.x(microphone.positionM), paper.y(microphone.positionM)];
        // Labels stand at three places along their strings, so that neighbours do not cover each other.
        const share = Math.hypot(x2 - x1, y2 - y1) > 90 ? ([0.5, 0.66, 0.36][m % 3] ?? 0.5) : 1.1;
        return (
          <g key={microphone.id} opacity={full ? 1 : 0.3}>
            <line className="string" x1={x1} y1={y1} x2={x2} y2={y2} stroke={colour} style={{ strokeWidth: (full ? 1.8 : 1) / zoom }} />
            {full && (
              <text
                className="string-label"
                textAnchor="middle"
                transform={`translate(${x1 + (x2 - x1) * share} ${y1 + (y2 - y1) * share + (share > 1 ? (16 + 13 * (m % 2)) / zoom : 0)}) scale(${1 / zoom})`}
                style={{ fill: colour }}
              >
                {formatLength(arrival.distanceM, session.units)}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}
