import { Box, Flex } from '@chakra-ui/react';
import { lazy, type ReactNode, Suspense } from 'react';
import type { ChannelReport } from '../../../core/analysis';
import { formatNumber } from '../../../core/units';
import { sayCheck } from '../../../words/check.page.en';
import type { ChannelPeaks } from '../../../workers/protocol';
import { Choice } from '../../components/Choice';

const Waveform = lazy(() => import('./Waveform').then((module) => ({ default: module.Waveform })));

interface Props {
  readonly channel: ChannelReport;
  readonly wave: ChannelPeaks | null;
  readonly colour: string;
  /** What is asked of the channel: which microphone it is, or without a plan what it is there for. */
  readonly question: ChannelQuestion;
  /** What plays it. */
  readonly listen: ReactNode;
}

export interface ChannelQuestion {
  readonly label: string;
  readonly value: string;
  readonly options: readonly { readonly value: string; readonly text: string }[];
  readonly onChange: (value: string) => void;
}

const Figure = ({ name, value, bad = false }: { name: string; value: string; bad?: boolean }) => (
  <Box>
    <Box fontSize="sm" color="quiet">
      {name}
    </Box>
    <Box className="measure" color={bad ? 'fix' : 'ink'} fontWeight={bad ? '700' : '400'}>
      {value}
    </Box>
  </Box>
);

/** One channel of the take: what it is matched to, what it looks like, its levels. */
export function ChannelRow({ channel, wave, colour, question, listen }: Props) {
  // A take kept by an older build has the list alone.
  const clips = channel.clipCount ?? channel.clips.length;
  return (
    <Flex as="li" listStyleType="none" gap="4" py="2" borderBottomWidth="1px" borderColor="line" align="center" wrap={{ base: 'wrap', md: 'nowrap' }}>
      <Box w="170px" flexShrink={0}>
        <Box fontWeight="700" overflowWrap="anywhere">
          {channel.name}
        </Box>
        <Choice hideLabel {...question} />
      </Box>
      {listen}
      <Box flex="1" minW="160px">
        {wave && (
          <Suspense fallback={<Box h="44px" />}>
            <Waveform wave={wave} colour={colour} />
          </Suspense>
        )}
      </Box>
      <Flex gap="4" flexShrink={0} wrap="wrap">
        <Figure name={sayCheck('peak')} value={`${formatNumber(channel.peakDbfs, 1)} dBFS`} bad={clips > 0} />
        <Figure name={sayCheck('true-peak')} value={`${formatNumber(channel.truePeakDbtp, 1)} dBTP`} />
        <Figure name={sayCheck('noise')} value={`${formatNumber(channel.noiseFloorDbfs, 0)} dBFS`} />
        <Figure name={sayCheck('clips')} value={clips ? String(clips) : sayCheck('none')} bad={clips > 0} />
      </Flex>
    </Flex>
  );
}
