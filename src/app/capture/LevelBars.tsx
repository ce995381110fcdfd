import { Box, Flex } from '@chakra-ui/react';
import { formatNumber } from '../../core/units';
import { sayCapture } from '../../words/capture.page.en';

const toDb = (peak: number): number => (peak > 0 ? 20 * Math.log10(peak) : -Infinity);

/** Peaks as bars, −60 to 0 dBFS, one for each channel; with names beside them where there are any. */
export function LevelBars({ peaks, names = [] }: { peaks: readonly number[]; names?: readonly string[] }) {
  const words = peaks.map((peak) => (peak > 0 ? `${formatNumber(toDb(peak), 0)} dBFS` : sayCapture('silent')));
  return (
    <Box
      role="img"
      aria-label={sayCapture('input-level', { peaks: words.map((word, c) => (names[c] ? `${names[c]} ${word}` : word)).join(', ') })}
      mt="2"
    >
      {peaks.map((peak, c) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a channel is its place in the row
        <Flex key={c} align="center" gap="2" mb="1">
          {names.length > 0 && (
            <Box w={{ base: '104px', md: '150px' }} fontSize="sm" overflowWrap="anywhere" lineHeight="1.2">
              {names[c]}
            </Box>
          )}
          <Box flex="1" h={names.length > 0 ? '14px' : '8px'} bg="line">
            <Box h="100%" w={`${Math.min(100, Math.max(0, (100 * (toDb(peak) + 60)) / 60))}%`} bg={peak >= 0.99 ? 'fix' : 'fine'} />
          </Box>
          {names.length > 0 && (
            <Box w="74px" fontSize="sm" className="measure" color={peak >= 0.99 ? 'fix' : 'quiet'} textAlign="right">
              {words[c]}
            </Box>
          )}
        </Flex>
      ))}
    </Box>
  );
}
