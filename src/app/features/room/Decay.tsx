import { Box } from '@chakra-ui/react';
import type { OctaveDecay } from '../../../core/room';
import { formatNumber } from '../../../core/units';
import { sayRoom } from '../../../words/room.page.en';

const [WIDTH, HEIGHT, FOOT, HEAD] = [320, 132, 22, 18];

/** Decay by octave as bars with their figures; a measured one beside the computed. */
export function DecayBars({ decays }: { decays: readonly OctaveDecay[] }) {
  const top = Math.max(0.4, ...decays.map(({ seconds }) => seconds));
  const step = WIDTH / decays.length;
  const y = (seconds: number): number => HEIGHT - FOOT - (seconds / top) * (HEIGHT - FOOT - HEAD);
  const label = decays
    .map(({ hertz, seconds }) => `${hertz >= 1000 ? `${hertz / 1000} kHz` : `${hertz} Hz`} ${formatNumber(seconds, 2)} s`)
    .join(', ');
  return (
    <svg
      className="drawing"
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={sayRoom('decay-by-octave', { label })}
      style={{ width: '100%', maxWidth: 420, height: 'auto' }}
    >
      <path d={`M0 ${HEIGHT - FOOT}H${WIDTH}`} stroke="var(--chakra-colors-line)" />
      {decays.map(({ hertz, seconds }, i) => (
        <g key={hertz}>
          <rect
            x={i * step + step * 0.28}
            y={y(seconds)}
            width={step * 0.44}
            height={HEIGHT - FOOT - y(seconds)}
            fill="var(--chakra-colors-tape-fill)"
            opacity={0.85}
          />
          <text x={(i + 0.5) * step} y={y(seconds) - 5} textAnchor="middle" style={{ fontSize: 12 }}>
            {formatNumber(seconds, 2)}
          </text>
          <text x={(i + 0.5) * step} y={HEIGHT - 7} textAnchor="middle" style={{ fontSize: 12, fill: 'var(--chakra-colors-quiet)' }}>
            {hertz >= 1000 ? `${hertz / 1000}k` : hertz}
          </text>
        </g>
      ))}
    </svg>
  );
}

/** Which formula, and what the others would say. */
export function DecayWords({ decays }: { decays: readonly OctaveDecay[] }) {
  const [low, middle] = [decays[0], decays[2]];
  if (!low || !middle) return null;
  const uneven = decays.some(({ formula }) => formula !== 'Eyring');
  return (
    <Box fontSize="sm" color="quiet" mt="1">
      {uneven
        ? sayRoom('seconds-to-fall-by-60-db', { eyring: formatNumber(middle.eyringS, 2), fitzroy: formatNumber(middle.fitzroyS, 2) })
        : sayRoom('seconds-to-fall-by-60-db-2')}
    </Box>
  );
}
