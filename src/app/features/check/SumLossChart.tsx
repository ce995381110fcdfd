import { Box } from '@chakra-ui/react';
import { Bar, BarChart, CartesianGrid, Legend, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import type { PairReport } from '../../../core/analysis';
import { formatNumber } from '../../../core/units';
import { sayCheck } from '../../../words/check.page.en';
import { Help } from '../../components/Help';

const BANDS = [
  { key: 'low', name: sayCheck('20-to-250-hz'), colour: 'var(--chakra-colors-string0)' },
  { key: 'mid', name: sayCheck('250-hz-to-4-khz'), colour: 'var(--chakra-colors-string1)' },
  { key: 'high', name: sayCheck('above-4-khz'), colour: 'var(--chakra-colors-string2)' },
] as const;

/** A name that fits beside a bar. */
const shortened = (name: string): string => ([...name].length > 14 ? `${[...name].slice(0, 13).join('')}…` : name);

/** What each two channels lose when they are added, by band, worst first. */
export function SumLossChart({ pairs }: { pairs: readonly PairReport[] }) {
  const worst = [...pairs].sort((a, b) => b.sumLossDb.low - a.sumLossDb.low).slice(0, 8);
  const data = worst.map((pair) => ({ name: `${shortened(pair.a)} + ${shortened(pair.b)}`, ...pair.sumLossDb }));
  const text = { fill: 'var(--chakra-colors-quiet)', fontSize: 12 };
  return (
    <Box mt="4">
      <Box fontSize="sm" color="quiet">
        {sayCheck('what-two-channels-lose-when-they')} <Help term="comb" />
      </Box>
      <div
        role="img"
        aria-label={worst
          .map((pair) => sayCheck('and-lose-db-below-250-hz', { a: pair.a, b: pair.b, low: formatNumber(pair.sumLossDb.low, 1) }))
          .join('; ')}
      >
        <ResponsiveContainer width="100%" height={44 * data.length + 60}>
          <BarChart data={data} layout="vertical" margin={{ left: 8, right: 24 }}>
            <CartesianGrid stroke="var(--chakra-colors-line)" horizontal={false} />
            <XAxis type="number" unit=" dB" tick={text} stroke="var(--chakra-colors-line)" />
            <YAxis type="category" dataKey="name" width={190} tick={text} stroke="var(--chakra-colors-line)" />
            <Legend formatter={(value: string) => <span style={{ color: 'var(--chakra-colors-ink)' }}>{value}</span>} />
            {BANDS.map((band) => (
              <Bar key={band.key} dataKey={band.key} name={band.name} fill={band.colour} isAnimationActive={false} barSize={8} />
            ))}
          </BarChart>
        </ResponsiveContainer>
      </div>
    </Box>
  );
}
