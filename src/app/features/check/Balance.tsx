import { Box } from '@chakra-ui/react';
import type { Balance as Measured } from '../../../core/analysis';
import { formatNumber, listed } from '../../../core/units';
import { sayCheck } from '../../../words/check.page.en';

/** The axis reaches down to here, LU under the loudest. */
const FLOOR_LU = -30;
const AXIS = [-30, -20, -10, 0];
const share = (lu: number): number => 100 * (1 - Math.max(FLOOR_LU, lu) / FLOOR_LU);

const words = (lu: number): string => (lu > -0.5 ? sayCheck('the-loudest') : `${formatNumber(lu, 0)} LU`);

/** How loud the sources are against each other where the picture is made: measured as bars, planned as dashes. */
export function Balance({ balance }: { balance: Measured }) {
  const { channels, rows } = balance;
  const planned = rows.some(({ plannedLu }) => plannedLu !== null);
  return (
    <Box as="section" mt="5" aria-label={sayCheck('balance')}>
      <Box fontSize="sm" color="quiet" overflowWrap="anywhere">
        {sayCheck('balance-in-loudness-against-the-loudest', { listed: listed(channels), planned: planned ? 'yes' : 'no' })}
      </Box>
      <Box as="ul" m="0" p="0" mt="1" maxW="640px" aria-label={sayCheck('balance-of-the-sources')}>
        {rows.map(({ name, lu, plannedLu }) => (
          <Box
            as="li"
            key={name}
            listStyleType="none"
            display="grid"
            gridTemplateColumns={{ base: '110px 1fr 64px', md: '170px 1fr 76px' }}
            gap="3"
            alignItems="center"
            py="1"
            aria-label={sayCheck('plannedlu-planned', {
              name,
              words: words(lu),
              plannedLu: plannedLu === null ? 'yes' : 'no',
              words2: plannedLu === null ? '' : words(plannedLu),
            })}
          >
            <Box overflowWrap="anywhere" fontSize="sm">
              {name}
            </Box>
            <svg viewBox="0 0 100 12" preserveAspectRatio="none" width="100%" height="16" aria-hidden="true">
              {AXIS.map((at) => (
                <path key={at} d={`M${share(at)} 0V12`} stroke="var(--chakra-colors-line)" vectorEffect="non-scaling-stroke" />
              ))}
              <path
                d={`M0 6H${Math.max(0.5, share(lu))}`}
                stroke="var(--chakra-colors-tape-fill)"
                strokeWidth="6"
                vectorEffect="non-scaling-stroke"
              />
              {plannedLu !== null && (
                <path
                  d={`M${share(plannedLu)} 0V12`}
                  stroke="var(--chakra-colors-ink)"
                  strokeWidth="2"
                  strokeDasharray="3 2"
                  vectorEffect="non-scaling-stroke"
                />
              )}
            </svg>
            <Box className="measure" fontSize="sm" textAlign="right">
              {formatNumber(lu, 0)} LU
            </Box>
          </Box>
        ))}
      </Box>
      {planned && (
        <Box mt="1" fontSize="sm" color="quiet" maxW="640px">
          {sayCheck('what-is-planned-is-a-model')}
        </Box>
      )}
    </Box>
  );
}
