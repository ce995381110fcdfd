import type { ArrivalTable } from '../../../core/arrivals';
import type { Session } from '../../../core/document';
import { isDirect } from '../../../core/microphones';
import { formatLength } from '../../../core/units';
import { type Box, middleBox, spreadLabels } from '../../drawing/labels';
import { stringColour, stringDash } from '../../drawing/MicrophoneGlyph';
import type { Paper } from '../../drawing/projection';

interface Props {
  readonly session: Session;
  readonly table: ArrivalTable;
  readonly source: number;
  readonly paper: Paper;
  readonly zoom: number;
  readonly chosen: readonly string[];
  /** What the lengths should not cover. */
  readonly taken: readonly Box[];
}

/** Places of a length along its string, shares of it from the source on, the one liked best first; a short string has it beside its end. */
const ALONG = [0.5, 0.64, 0.38, 0.76, 0.27];
const BESIDE = 1.1;
const SHORT_PX = 90;

/** Lines from the shown source to the microphones, each with its length: all of them thin, the chosen ones in full. */
export function Strings({ session, table, source, paper, zoom, chosen, taken }: Props) {
  if (source < 0) return null;
  const strings = table.plan.microphones.flatMap((microphone, m) => {
    const arrival = table.rows[m]?.[source];
    if (!arrival || isDirect(microphone.model.kind)) return [];
    const [x1, y1, x2, y2] = [paper.x(arrival.fromM), paper.y(arrival.fromM), paper.x(microphone.positionM), paper.y(microphone.positionM)];
    const words = formatLength(arrival.distanceM, session.units);
    const places =
      Math.hypot(x2 - x1, y2 - y1) > SHORT_PX
        ? [0, 13, -13].flatMap((down) => ALONG.map((share) => ({ x: x1 + (x2 - x1) * share, y: y1 + (y2 - y1) * share + down / zoom })))
        : [16, 29, -14].map((down) => ({ x: x1 + (x2 - x1) * BESIDE, y: y1 + (y2 - y1) * BESIDE + down / zoom }));
    return [{ id: microphone.id, isFull: chosen.length === 0 || chosen.includes(microphone.id), x1, y1, x2, y2, words, places }];
  });
  const full = strings.filter(({ isFull }) => isFull);
  const at = spreadLabels(
    full.map(({ words, places }) => places.map(({ x, y }) => middleBox(x, y, words, 1 / zoom))),
    taken,
  );
  return (
    <g aria-hidden="true" pointerEvents="none">
      {strings.map(({ id, isFull, x1, y1, x2, y2, words, places }) => {
        const colour = stringColour(session.microphones.find((placed) => placed.id === id)?.colour ?? 0);
        const place = places[at[full.findIndex((one) => one.id === id)] ?? 0];
        return (
          <g key={id} opacity={isFull ? 1 : 0.3}>
            <line
              className="string"
              x1={x1}
              y1={y1}
              x2={x2}
              y2={y2}
              stroke={colour}
              strokeDasharray={stringDash(session.microphones, id, 1 / zoom)}
              style={{ strokeWidth: (isFull ? 1.8 : 1) / zoom }}
            />
            {isFull && place && (
              <text
                className="string-label"
                textAnchor="middle"
                transform={`translate(${place.x} ${place.y}) scale(${1 / zoom})`}
                style={{ fill: colour }}
              >
                {words}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}
