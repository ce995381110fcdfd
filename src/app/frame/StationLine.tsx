import { Box, Button, Flex, Menu, Portal } from '@chakra-ui/react';
import { Ellipsis } from 'lucide-react';
import { NavLink, useNavigate } from 'react-router';
import type { Session } from '../../core/document';
import { sayFrame } from '../../words/frame.page.en';
import { byArrows } from '../components/byArrows';
import type { StopState } from './station';
import type { StandingStop, Stops } from './useStops';

const STATE_WORDS: Record<StopState, string> = {
  open: sayFrame('not-begun'),
  begun: sayFrame('begun'),
  trouble: sayFrame('something-to-fix'),
  done: sayFrame('done-2'),
};

function StopSign({ state }: { state: StopState }) {
  const colour = state === 'trouble' ? 'fix' : state === 'done' ? 'fine' : 'edge';
  return (
    <svg width="16" height="16" viewBox="0 0 16 16" aria-hidden="true" style={{ color: `var(--chakra-colors-${colour})`, flexShrink: 0 }}>
      <circle cx="8" cy="8" r="6" fill="var(--chakra-colors-panel)" stroke="currentColor" strokeWidth="2" />
      {state === 'begun' && <path d="M8 4.6a3.4 3.4 0 0 0 0 6.8Z" fill="currentColor" />}
      {state === 'done' && <path d="M4.8 8.2 7.2 10.6 11.4 5.6" fill="none" stroke="currentColor" strokeWidth="2" />}
      {state === 'trouble' && <path d="M8 4.2V8.6M8 10.6V11.4" stroke="currentColor" strokeWidth="2" />}
    </svg>
  );
}

/** What is read out behind a name: how it stands, and why. */
const Standing = ({ state, why }: Pick<StandingStop, 'state' | 'why'>) => (
  <Box as="span" position="absolute" w="1px" h="1px" overflow="hidden" clipPath="inset(50%)">
    , {STATE_WORDS[state]}
    {why && `: ${why}`}
  </Box>
);

/** One stop; those of the road say what is done there before where that is. */
function StopLink({ session, stop, isLast, isStop }: { session: Session; stop: StandingStop; isLast?: boolean; isStop: boolean }) {
  const { station, state, why } = stop;
  const verb = station.road?.verb;
  const isRoad = verb !== undefined;
  return (
    <NavLink title={why} tabIndex={isStop ? 0 : -1} to={`/session/${session.id}/${station.path}`} style={{ textDecoration: 'none' }}>
      {({ isActive }) => (
        <Flex
          position="relative"
          direction={{ base: 'column', md: 'row' }}
          align="center"
          gap={{ base: '0.5', md: '2' }}
          px={{ base: '1', md: '3' }}
          minW={{ base: '44px', md: 'auto' }}
          fontSize={{ base: '13px', md: isRoad ? 'md' : 'sm' }}
          minH={{ base: '48px', md: isRoad ? '52px' : '44px' }}
          justify={{ base: 'center', md: 'flex-start' }}
          color={isActive ? 'ink' : 'quiet'}
          fontWeight={isActive ? '700' : '400'}
          borderLeftWidth={{ base: '0', md: '3px' }}
          borderColor={isActive ? 'tape' : 'transparent'}
        >
          {isRoad && !isLast && (
            <Box
              aria-hidden="true"
              position="absolute"
              display={{ base: 'none', md: 'block' }}
              left="19px"
              top="36px"
              h="32px"
              borderLeftWidth="2px"
              borderColor="line"
              zIndex="1"
            />
          )}
          <StopSign state={state} />
          <Box as="span" lineHeight="1.15">
            {verb ?? station.label}
            {verb && verb !== station.label && (
              <Box as="span" className="station-name" fontSize="xs" fontWeight="400" color="quiet">
                {' '}
                {station.label}
              </Box>
            )}
          </Box>
          <Standing state={state} why={why} />
        </Flex>
      )}
    </NavLink>
  );
}

/** What does not fit beside the road on a phone: a list. */
function More({ session, beside, here }: { session: Session; beside: readonly StandingStop[]; here: string }) {
  const navigate = useNavigate();
  const isHere = beside.some(({ station }) => station.path === here);
  return (
    <Menu.Root>
      <Menu.Trigger asChild>
        <Button
          variant="ghost"
          display={{ base: 'flex', md: 'none' }}
          aria-label={sayFrame('more-stations')}
          flexDirection="column"
          gap="0.5"
          h="48px"
          minW="44px"
          px="1"
          fontSize="13px"
          fontWeight={isHere ? '700' : '400'}
          color={isHere ? 'ink' : 'quiet'}
        >
          <Ellipsis size={16} aria-hidden="true" />
          {sayFrame('more')}
        </Button>
      </Menu.Trigger>
      <Portal>
        <Menu.Positioner>
          <Menu.Content bg="panel" borderWidth="1px" borderColor="edge" minW="180px">
            {beside.map(({ station, state, why }) => (
              <Menu.Item
                key={station.path}
                value={station.path}
                minH="44px"
                fontWeight={station.path === here ? '700' : '400'}
                onClick={() => navigate(`/session/${session.id}/${station.path}`)}
              >
                <StopSign state={state} />
                {station.label}
                <Standing state={state} why={why} />
              </Menu.Item>
            ))}
          </Menu.Content>
        </Menu.Positioner>
      </Portal>
    </Menu.Root>
  );
}

/** The road as stops on one line, and what lies beside it under that; at phone width a bar at the bottom, with the rest in a list. */
export function StationLine({ session, stops }: { session: Session; stops: Stops }) {
  const { road, beside, here } = stops;
  // One stop of the Tab key, where one is; the arrow keys go along it.
  const isThere = [...road, ...beside].some(({ station }) => station.path === here);
  const isStop = ({ station }: StandingStop, i: number): boolean => (isThere ? station.path === here : i === 0);
  return (
    <Flex
      as="nav"
      onKeyDown={byArrows}
      aria-label={sayFrame('stations')}
      className="no-print"
      direction={{ base: 'row', md: 'column' }}
      order={{ base: 3, md: 0 }}
      w={{ base: '100%', md: '104px' }}
      bg="panel"
      borderRightWidth={{ md: '1px' }}
      borderTopWidth={{ base: '1px', md: '0' }}
      borderColor="line"
      pt={{ md: '2' }}
      justify={{ base: 'space-around', md: 'flex-start' }}
      flexShrink={0}
      maxW="100vw"
      overflowX={{ base: 'auto', md: 'visible' }}
      overflowY={{ md: 'auto' }}
    >
      {road.map((stop, i) => (
        <StopLink key={stop.station.path} session={session} stop={stop} isLast={i === road.length - 1} isStop={isStop(stop, i)} />
      ))}
      <Box display={{ base: 'none', md: 'block' }} borderTopWidth="1px" borderColor="line" mt="2" pt="2">
        {beside.map((stop) => (
          <StopLink key={stop.station.path} session={session} stop={stop} isStop={isStop(stop, -1)} />
        ))}
      </Box>
      <More session={session} beside={beside} here={here} />
    </Flex>
  );
}
