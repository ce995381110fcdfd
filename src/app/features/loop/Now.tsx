import { Box, Button } from '@chakra-ui/react';
import { changesBetween, countChanges } from '../../../core/attempts';
import type { Session } from '../../../core/document';
import { keepAttempt } from '../../stores/attemptStore';
import { useSnapshot } from './useSnapshot';

/** How what stands now differs from the attempt it went on from. */
export function Now({ session, standsOn }: { session: Session; standsOn: string | null }) {
  const before = useSnapshot(standsOn);
  const changes = before ? changesBetween(before, session) : [];
  const count = before ? countChanges(session, changes) : 0;
  return (
    <Box mb="3" role="region" aria-label="Now">
      {before && (
        <Box mb="2">
          {count === 0 ? (
            <Box color="quiet">What stands now is as it was then.</Box>
          ) : (
            <>
              <Box fontWeight="700">{count === 1 ? 'One thing changed since' : `${count} things changed since`}</Box>
              <Box as="ul" m="0" pl="4" fontSize="sm">
                {changes.slice(0, 6).map(({ words }) => (
                  <li key={words}>{words}</li>
                ))}
                {changes.length > 6 && <li>and {changes.length - 6} more</li>}
              </Box>
              {count > 1 && (
                <Box fontSize="sm" color="improve">
                  More than one at once: what you hear next will not say which of them it was.
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
        Keep what stands now
      </Button>
    </Box>
  );
}
