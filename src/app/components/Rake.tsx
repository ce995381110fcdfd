import { memo } from 'react';
import { sayComponents } from '../../words/components.page.en';

export interface RakeMark {
  readonly id: string;
  readonly label: string;
  readonly colour: string;
  readonly timeMs: number;
  /** Height, dB re the loudest (0 or below). */
  readonly levelDb: number;
  /** Null where two ways of the sound are about as strong and opposed: nothing may be concluded. */
  readonly upright: boolean | null;
  readonly ghost?: boolean;
  /** It may be somewhere else: drawn faint, and no axis is stretched for it. */
  readonly unsure?: boolean;
}

const FLOOR_DB = -30;
const PAD = { left: 8, right: 40, top: 22, bottom: 20 };

const wayUp = (upright: boolean | null): string =>
  upright === null ? sayComponents('unsettled') : upright ? sayComponents('normal') : sayComponents('reversed');
/** Left half of a mark: neither filled nor hollow. */
const halfDisc = (cy: number, r: number): string => `M0 ${cy - r}A${r} ${r} 0 0 0 0 ${cy + r}Z`;

const niceStep = (range: number): number => [0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50].find((step) => range / step <= 8) ?? 100;

/** The arrival rake: a time axis in ms; each channel a mark where the sound reaches it; height is level; filled is upright, half filled unsettled. */
export const Rake = memo(function Rake({
  marks,
  width,
  height,
  title,
  untilMs = 0,
}: {
  marks: readonly RakeMark[];
  width: number;
  height: number;
  title: string;
  /** The axis goes at least this far, so that two rakes can be compared. */
  untilMs?: number;
}) {
  const times = marks.filter(({ unsure }) => !unsure).map((mark) => mark.timeMs);
  const low = Math.min(0, ...times);
  const high = Math.max(1, untilMs, ...times) * 1.05;
  const step = niceStep(high - low);
  // What is not sure and beyond the axis stands at its end.
  const x = (ms: number): number => PAD.left + 12 + ((Math.max(low, Math.min(high, ms)) - low) / (high - low)) * (width - PAD.left - PAD.right - 24);
  const base = height - PAD.bottom;
  const y = (db: number): number => PAD.top + ((0 - Math.max(FLOOR_DB, db)) / -FLOOR_DB) * (base - PAD.top - 10);
  const ticks = Array.from({ length: Math.floor((high - low) / step) + 2 }, (_, i) => Math.ceil(low / step) * step + i * step).filter(
    (t) => t <= high,
  );
  const labelRow = (mark: RakeMark): number =>
    marks.filter(
      (other) =>
        !other.ghost &&
        other !== mark &&
        Math.abs(x(other.timeMs) - x(mark.timeMs)) < 20 &&
        (other.timeMs < mark.timeMs || (other.timeMs === mark.timeMs && marks.indexOf(other) < marks.indexOf(mark))),
    ).length;
  const described = marks
    .map((mark) => sayComponents(mark.unsure ? 'ms-not-sure' : 'ms', { label: mark.label, time: mark.timeMs.toFixed(2), wayUp: wayUp(mark.upright) }))
    .join(', ');
  return (
    <svg
      className="rake"
      width="100%"
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={`${title}: ${described || sayComponents('nothing-arrives')}`}
    >
      <line className="axis" x1={PAD.left} x2={width - 4} y1={base} y2={base} />
      {ticks.map((t) => (
        <g key={t}>
          <line className="axis" x1={x(t)} x2={x(t)} y1={base} y2={base + 5} />
          <text x={x(t)} y={base + 17} textAnchor="middle">
            {String(Number(t.toFixed(2))).replace('-', '−')}
          </text>
        </g>
      ))}
      <text x={width - 4} y={base + 17} textAnchor="end">
        ms
      </text>
      {marks.map((mark) => (
        <g
          key={`${mark.id}${mark.ghost ? '-ghost' : ''}`}
          className="slide"
          style={{ transform: `translateX(${x(mark.timeMs)}px)` }}
          opacity={mark.unsure ? 0.4 : mark.ghost ? 0.75 : 1}
        >
          <line
            y1={base}
            y2={y(mark.levelDb)}
            stroke={mark.colour}
            strokeWidth={mark.ghost ? 1.2 : 2}
            strokeDasharray={mark.ghost ? '3 3' : undefined}
          />
          <circle
            cy={y(mark.levelDb)}
            r={mark.ghost ? 4 : 6}
            fill={mark.upright ? mark.colour : 'var(--chakra-colors-page)'}
            stroke={mark.colour}
            strokeWidth={2}
          />
          {mark.upright === null && <path d={halfDisc(y(mark.levelDb), mark.ghost ? 4 : 6)} fill={mark.colour} />}
          {!mark.ghost && (
            <text
              x={labelRow(mark) ? 10 : 0}
              y={y(mark.levelDb) - 10 + 17 * labelRow(mark)}
              textAnchor={labelRow(mark) ? 'start' : 'middle'}
              style={{ fill: mark.colour, fontWeight: 700 }}
            >
              {mark.unsure ? `${mark.label}?` : mark.label}
            </text>
          )}
        </g>
      ))}
    </svg>
  );
});
