import { Box, Button } from '@chakra-ui/react';
import { changesBetween, countChanges } from '../../../core/attempts';
import type { Session } from '../../../core/document';
import { sayTold } from '../../../words';
import { sayLoop } from '../../../words/loop.page.en';
import { keepAttempt } from '../../stores/attemptStore';
import { useSnapshot } from './useSnapshot';

/** How what stands now differs from the attempt it went on from. */
export function Now({ session, standsOn }: { session: Session; standsOn: string | null }) {
  const before = useSnapshot(standsOn);
  const changes = before ? changesBetween(before, session) : [];
  const count = before ? countChanges(session, changes) : 0;
  return (
    <Box mb="3" role="region" aria-label={sayLoop('now')}>
      {before && (
        <Box mb="2">
          {count === 0 ? (
            <Box color="quiet">{sayLoop('what-stands-now-is-as-it')}</Box>
          ) : (
            <>
              <Box fontWeight="700">{count === 1 ? sayLoop('one-thing-changed-since') : sayLoop('things-changed-since', { count })}</Box>
              <Box as="ul" m="0" pl="4" fontSize="sm">
                {changes
                  .slice(0, 6)
                  .map(({ told }) => sayTold(told, session.units))
                  .map((words) => (
                    <li key={words}>{words}</li>
                  ))}
                {changes.length > 6 && <li>{sayLoop('and-more', { changes: changes.length - 6 })}</li>}
              </Box>
              {count > 1 && (
                <Box fontSize="sm" color="improve">
                  {sayLoop('more-than-one-at-once-what')}
                </Box>
              )}
            </>
          )}
        </Box>
      )}
      <Button
        size="sm"
        minH={{ base: '44px', md: '34px' }}
        variant="outline"
        disabled={session.microphones.length === 0}
        onClick={() => void keepAttempt(session, { kind: 'kept' })}
      >
        {sayLoop('keep-what-stands-now')}
      </Button>
    </Box>
  );
}
