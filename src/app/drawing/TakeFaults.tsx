import { Box, Button } from '@chakra-ui/react';
import { Link } from 'react-router';
import type { Session } from '../../core/document';
import { sayTold } from '../../words';
import { sayDrawing } from '../../words/drawing.page.en';
import { Severity } from '../components/Severity';
import { useTakeVerdicts } from '../stores/heardOn';

/** What the last take has to fix, where the plan, the patch or the sheet is read: they would be fine without it. */
export function TakeFaults({ session, onPaper = false }: { session: Session; onPaper?: boolean }) {
  const faults = (useTakeVerdicts(session) ?? []).filter(({ severity }) => severity === 'fix');
  if (faults.length === 0) return null;
  return (
    <Box py={onPaper ? '1' : '3'} role="region" aria-label={sayDrawing('in-the-last-take')}>
      {!onPaper && <Severity severity="fix" />}
      <Box fontWeight="700" my="1">
        {sayDrawing('in-the-last-take')}
      </Box>
      <Box as="ul" m="0" pl="4" mb="2">
        {faults.map(({ id, message }) => (
          <li key={id}>{sayTold(message, session.units)}</li>
        ))}
      </Box>
      {!onPaper && (
        <Button asChild size="sm" minH={{ base: '44px', md: '34px' }} variant="outline">
          <Link to={`/session/${session.id}/check`}>{sayDrawing('mend-it-in-check')}</Link>
        </Button>
      )}
    </Box>
  );
}
