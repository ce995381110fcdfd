import { Box } from '@chakra-ui/react';
import type { Session } from '../../../core/document';
import { guidedList } from '../../../core/planning';
import { sayTold } from '../../../words';
import { saySheet } from '../../../words/sheet.page.en';

/** What to do for a guided take that is recorded elsewhere, a line a step, on a card of its own. */
export function GuidedList({ session }: { session: Session }) {
  return (
    <Box
      className="sheet light"
      mx="auto"
      mt="6"
      w={{ base: '100%', md: '520px' }}
      bg="white"
      color="#111"
      p="6"
      boxShadow="0 2px 18px rgba(0,0,0,0.35)"
      css={{ breakBefore: 'page' }}
    >
      <Box as="h2" fontSize="lg" fontWeight="700" overflowWrap="anywhere">
        {saySheet('guided-take-of', { session: session.name })}
      </Box>
      <Box fontSize="sm" mb="2">
        {saySheet('record-all-channels-and-follow-the-list')}
      </Box>
      <Box as="ol" aria-label={saySheet('guided-take')} pl="5" fontSize="sm" css={{ listStyle: 'decimal', '& li': { marginBottom: '4px' } }}>
        {guidedList(session).map(({ id, told }) => (
          <li key={id}>{sayTold(told, session.units)}</li>
        ))}
      </Box>
      <Box fontSize="sm" mt="2">
        {saySheet('plugs-in-your-ears')}
      </Box>
    </Box>
  );
}
