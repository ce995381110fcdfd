import { Box, Button, Flex } from '@chakra-ui/react';
import { Link } from 'react-router';
import type { Session } from '../../core/document';
import { sayFrame } from '../../words/frame.page.en';
import type { Stops } from './useStops';

/** The one next thing to do, wherever one is: here it is said, elsewhere it is a way there. */
export function NextAct({ session, stops, isBar = false }: { session: Session; stops: Stops; isBar?: boolean }) {
  const { next, after, here } = stops;
  if (!next) return null;
  const isHere = next.station.path === here;
  const words = sayFrame(isHere ? 'now-act' : 'next-act', { act: next.act });
  return (
    <Flex
      role="group"
      aria-label={sayFrame('next-step')}
      className="no-print"
      align="center"
      gap="2"
      minW="0"
      overflow="hidden"
      fontSize="sm"
      {...(isBar
        ? {
            display: { base: 'flex', md: 'none' },
            order: 2,
            px: '3',
            h: '44px',
            flexShrink: 0,
            bg: 'panel',
            borderTopWidth: '1px',
            borderColor: 'line',
          }
        : { display: { base: 'none', md: 'flex' } })}
    >
      {isHere ? (
        <Box as="span" fontWeight="700" truncate>
          {words}
        </Box>
      ) : (
        <Button asChild size="sm" minH={isBar ? '40px' : '34px'} variant="outline" borderColor="tape" color="tape" minW="0">
          <Link to={`/session/${session.id}/${next.station.path}`}>
            <Box as="span" truncate>
              {words}
            </Box>
          </Link>
        </Button>
      )}
      {after && (
        <Box as="span" color="quiet" truncate display={{ base: 'inline', md: 'none', xl: 'inline' }}>
          {sayFrame('and-then', { act: after })}
        </Box>
      )}
    </Flex>
  );
}
