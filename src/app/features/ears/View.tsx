import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { sayEars } from '../../../words/ears.page.en';
import { Segments } from '../../components/Segments';
import { Awaited } from '../../drawing/Awaited';
import { useEscapeToStop } from '../../listening/useEscapeToStop';
import { useLiveSession } from '../../stores/sessionStore';
import { Bench } from './Bench';
import { Drills } from './Drills';
import { FindTheFault } from './FindTheFault';

type Tab = 'bench' | 'drills' | 'faults';
const TABS: readonly { readonly value: Tab; readonly text: string }[] = [
  { value: 'bench', text: sayEars('delay-and-polarity') },
  { value: 'drills', text: sayEars('drills') },
  { value: 'faults', text: sayEars('find-the-fault') },
];

/** For the ears: what delay and polarity do between two channels, and five minutes of practice a day. */
export function EarsStation() {
  const session = useLiveSession();
  const [tab, setTab] = useState<Tab>('bench');
  useEscapeToStop();
  if (!session) return null;
  return (
    <Flex direction="column" h="100%" minH="0">
      <Box px="3" py="2" borderBottomWidth="1px" borderColor="line">
        <Segments label={sayEars('for-the-ears')} value={tab} options={TABS} onChange={(value) => setTab(value as Tab)} />
      </Box>
      <Box flex="1" minH="0" overflow="auto" px={{ base: '3', md: '6' }} py="4" role="region" aria-label={sayEars('for-the-ears')} tabIndex={0}>
        {session.microphones.length === 0 || session.instruments.length === 0 ? (
          <Awaited drawing="take">
            {sayEars('there-is-nothing-to-hear-yet', { instruments: session.instruments.length === 0 ? 'yes' : 'no' })}
          </Awaited>
        ) : tab === 'bench' ? (
          <Bench session={session} />
        ) : tab === 'faults' ? (
          <FindTheFault session={session} />
        ) : (
          <Drills session={session} />
        )}
      </Box>
    </Flex>
  );
}
