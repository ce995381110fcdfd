import { Box, Flex, Grid } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import type { ChannelReport } from '../../../core/analysis';
import { formatNumber } from '../../../core/units';
import { sayCheck } from '../../../words/check.page.en';
import { Choice } from '../../components/Choice';

interface Props {
  readonly channel: ChannelReport;
  /** Its outline on the time axis of all. */
  readonly lane: ReactNode;
  /** What is asked of the channel: which microphone it is, or without a plan what it is there for. */
  readonly question: ChannelQuestion;
  /** What plays it. */
  readonly listen: ReactNode;
}

/** Lanes begin and end in one place on every row: they share one time axis. */
const ROW = { templateColumns: { base: '1fr auto', xl: '160px 72px 1fr 96px' }, columnGap: '4', rowGap: '1' } as const;

export interface ChannelQuestion {
  readonly label: string;
  readonly value: string;
  readonly options: readonly { readonly value: string; readonly text: string }[];
  readonly onChange: (value: string) => void;
}

const Figure = ({ name, value, bad = false }: { name: string; value: string; bad?: boolean }) => (
  <Box minW="84px">
    <Box fontSize="sm" color="quiet">
      {name}
    </Box>
    <Box className="measure" color={bad ? 'fix' : 'ink'} fontWeight={bad ? '700' : '400'}>
      {value}
    </Box>
  </Box>
);

/** A row of its own for what stands under the lanes. */
export const UnderLanes = ({ children }: { children: ReactNode }) => (
  <Grid {...ROW}>
    <Box gridColumn={{ base: '1 / -1', xl: '3' }}>{children}</Box>
  </Grid>
);

/** One channel of the take: what it is matched to, what it looks like, its levels. */
export function ChannelRow({ channel, lane, question, listen }: Props) {
  // A take kept by an older build has the list alone.
  const clips = channel.clipCount ?? channel.clips.length;
  return (
    <Grid as="li" listStyleType="none" {...ROW} py="2" borderBottomWidth="1px" borderColor="line" alignItems="center">
      <Box>
        <Box fontWeight="700" overflowWrap="anywhere">
          {channel.name}
        </Box>
        <Choice hideLabel {...question} />
      </Box>
      <Box>{listen}</Box>
      <Box gridColumn={{ base: '1 / -1', xl: 'auto' }}>{lane}</Box>
      <Flex gap="3" wrap="wrap" gridColumn={{ base: '1 / -1', xl: 'auto' }}>
        <Figure name={sayCheck('peak')} value={`${formatNumber(channel.peakDbfs, 1)} dBFS`} bad={clips > 0} />
        {clips > 0 && <Figure name={sayCheck('clips')} value={String(clips)} bad />}
      </Flex>
    </Grid>
  );
}
