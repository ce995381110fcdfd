import { Box, Flex } from '@chakra-ui/react';
import { formatNumber } from '../../../core/units';
import { meanLossDb, type Remeasured } from '../../../core/verdict';
import { sayCheck } from '../../../words/check.page.en';

/** So many pairs are enough to see what the corrections did. */
const SHOWN = 4;
/** Smaller changes are none, dB. */
const SAME_DB = 0.1;
const BANDS = [
  { key: 'low', name: sayCheck('low-end-lost') },
  { key: 'mid', name: sayCheck('mids-lost') },
  { key: 'high', name: sayCheck('highs-lost') },
] as const;

const Change = ({ name, before, after }: { name: string; before: string; after: string }) => (
  <Box minW="118px">
    <Box fontSize="sm" color="quiet">
      {name}
    </Box>
    <Box className="measure">
      {before} → {after}
    </Box>
  </Box>
);

/** The saved files as they were measured again, beside those they were made of. */
export function MeasuredAgain({ pairs }: { pairs: readonly Remeasured[] }) {
  const { before: was, after: is } = meanLossDb(pairs);
  return (
    <Box mt="3" role="group" aria-label={sayCheck('measured-again')} maxW="880px">
      <Box fontWeight="700">
        {sayCheck('measured-again-in-the-sum-two', { is: formatNumber(is, 1), was: formatNumber(was, 1), is2: is > was + SAME_DB ? 'yes' : 'no' })}
      </Box>
      {pairs.slice(0, SHOWN).map(({ a, b, before, after }) => (
        <Flex key={`${a}/${b}`} gap="4" py="1" wrap="wrap" align="baseline" borderTopWidth="1px" borderColor="line">
          <Box flex="1" minW="180px" overflowWrap="anywhere">
            {sayCheck('and-2', { a, b })}
          </Box>
          <Change name={sayCheck('correlation')} before={formatNumber(before.correlation, 2)} after={formatNumber(after.correlation, 2)} />
          {BANDS.map(({ key, name }) => (
            <Change
              key={key}
              name={name}
              before={`${formatNumber(before.sumLossDb[key], 1)}`}
              after={`${formatNumber(after.sumLossDb[key], 1)} dB`}
            />
          ))}
        </Flex>
      ))}
    </Box>
  );
}
