import { Box, Flex } from '@chakra-ui/react';
import { asMidway } from '../../../core/units';
import { sayCheck } from '../../../words/check.page.en';
import { Rake } from '../../components/Rake';
import type { SourceRake } from './rakes';

/** Arrivals of several sources, each on an axis of its own. */
export const ArrivalCharts = ({ rakes, width }: { rakes: readonly SourceRake[]; width: number }) => (
  <Flex wrap="wrap" gap="4">
    {rakes.map((rake) => (
      <Box key={rake.id} w={`${width}px`}>
        <Box fontSize="sm" color="quiet" overflowWrap="anywhere">
          {sayCheck('counted-from', { sourceName: rake.sourceName, spotName: rake.spotName })}
        </Box>
        <Rake marks={rake.marks} width={width} height={150} title={sayCheck('measured-rake-of-the', { sourceName: asMidway(rake.sourceName) })} />
      </Box>
    ))}
  </Flex>
);
