import { memo } from 'react';

interface Props {
  readonly frequenciesHz: Float64Array;
  /** Level of the channels added, dB re the loudest channel alone. */
  readonly sumDb: Float64Array;
  /** Level had they been in step, dB. */
  readonly inStepDb: Float64Array;
  readonly width: number;
  readonly height: number;
  readonly title: string;
}

const RANGE_DB = 18;
const LOW_HZ = 20;
const HIGH_HZ = 20_000;
const LABELS: readonly (readonly [number, string])[] = [
  [100, '100'],
  [1000, '1k'],
  [10_000, '10k'],
];
const PAD = { left: 34, right: 8, top: 10, bottom: 20 };

/** The sum strip: channels added against the same channels in step, 20 Hz to 20 kHz, ±18 dB, shaded where energy is lost. */
export const SumStrip = memo(function SumStrip({ frequenciesHz, sumDb, inStepDb, width, height, title }: Props) {
  const x = (hz: number): number => PAD.left + (Math.log(hz / LOW_HZ) / Math.log(HIGH_HZ / LOW_HZ)) * (width - PAD.left - PAD.right);
  const y = (db: number): number =>
    PAD.top + ((RANGE_DB - Math.max(-RANGE_DB, Math.min(RANGE_DB, db))) / (2 * RANGE_DB)) * (height - PAD.top - PAD.bottom);
  const curve = (levels: Float64Array): string[] =>
    Array.from(frequenciesHz, (hz, i) => `${x(hz).toFixed(1)} ${y(levels[i] ?? -RANGE_DB).toFixed(1)}`);
  const line = `M${curve(sumDb).join('L')}`;
  const step = curve(inStepDb);
  return (
    <svg className="strip" width="100%" height={height} viewBox={`0 0 ${width} ${height}`} role="img" aria-label={title}>
      {[-12, -6, 0, 6, 12].map((db) => (
        <g key={db}>
          <line className="axis" x1={PAD.left} x2={width - PAD.right} y1={y(db)} y2={y(db)} />
          <text x={PAD.left - 5} y={y(db) + 4} textAnchor="end">
            {db < 0 ? `−${-db}` : db}
          </text>
        </g>
      ))}
      {LABELS.map(([hz, label]) => (
        <g key={hz}>
          <line className="axis" x1={x(hz)} x2={x(hz)} y1={PAD.top} y2={height - PAD.bottom} />
          <text x={x(hz)} y={height - 5} textAnchor="middle">
            {label}
          </text>
        </g>
      ))}
      <text x={PAD.left} y={height - 5}>
        Hz
      </text>
      <text x={PAD.left + 4} y={PAD.top + 8}>
        dB
      </text>
      <path className="lost" d={`${line}L${[...step].reverse().join('L')}Z`} />
      <path className="step" d={`M${step.join('L')}`} />
      <path className="sum" d={line} />
    </svg>
  );
});
