import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { sayReady } from '../../../words/ready.page.en';
import { Segments } from '../../components/Segments';
import { useLiveSession } from '../../stores/sessionStore';
import { Checklist } from './Checklist';
import { Choices } from './Choices';
import { Hearing } from './Hearing';
import { NextHelp } from './NextHelp';
import { Tuning } from './Tuning';

const PAGES = [
  { value: 'list', text: sayReady('checklist') },
  { value: 'tuning', text: sayReady('drum-tuning') },
  { value: 'choices', text: sayReady('choices') },
  { value: 'hearing', text: sayReady('hearing') },
  { value: 'next', text: sayReady('what-would-help-next') },
] as const;
type Page = (typeof PAGES)[number]['value'];

/** Getting ready: what the day needs, drums in tune, ears kept. */
export function ReadyStation() {
  const session = useLiveSession();
  const [page, setPage] = useState<Page>('list');
  if (!session) return null;
  return (
    <Flex h="100%" minH="0" direction="column">
      <Box px="3" py="2" borderBottomWidth="1px" borderColor="line" className="no-print">
        <Segments label={sayReady('getting-ready')} value={page} options={PAGES} onChange={(value) => setPage(value as Page)} />
      </Box>
      <Box flex="1" minH="0" overflow="auto" px={{ base: '3', md: '5' }} py="4" tabIndex={0} role="region" aria-label={sayReady('getting-ready')}>
        {page === 'list' && <Checklist session={session} />}
        {page === 'tuning' && <Tuning session={session} />}
        {page === 'choices' && <Choices session={session} />}
        {page === 'hearing' && <Hearing session={session} />}
        {page === 'next' && <NextHelp session={session} />}
      </Box>
    </Flex>
  );
}
