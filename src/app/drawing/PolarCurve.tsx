import { type PatternName, patternGain } from '../../core/microphones';

const RADIUS_PX = 46;

/** The polar pattern round a microphone, drawn in the plane of its axis. */
export function PolarCurve({ pattern, colour, angleDeg }: { pattern: PatternName; colour: string; angleDeg: number }) {
  const points = Array.from({ length: 73 }, (_, i) => {
    const angle = (i * 5 * Math.PI) / 180;
    const r = Math.abs(patternGain(pattern, Math.cos(angle))) * RADIUS_PX;
    return `${(r * Math.cos(angle)).toFixed(1)} ${(r * Math.sin(angle)).toFixed(1)}`;
  });
  return (
    <path
      className="polar"
      d={`M${points.join('L')}Z`}
      transform={`rotate(${angleDeg.toFixed(1)})`}
      fill={colour}
      stroke={colour}
      pointerEvents="none"
    />
  );
}
