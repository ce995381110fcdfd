import { Box, Flex } from '@chakra-ui/react';
import { NavLink } from 'react-router';
import type { Session } from '../../core/document';
import { sayFrame } from '../../words/frame.page.en';
import { STATIONS } from '../stations';
import { useAttempts } from '../stores/attemptStore';
import { useNoPatch } from '../stores/patchVerdict';
import { livePlan } from '../stores/planHooks';
import { useKeptProof, useProof } from '../stores/proofStore';
import { useTakeStore } from '../stores/takeStore';
import type { StopState } from './station';

const STATE_WORDS: Record<StopState, string> = {
  open: sayFrame('not-begun'),
  begun: sayFrame('begun'),
  trouble: sayFrame('something-to-fix'),
  done: sayFrame('done-2'),
};

/** Stops of the line, in the order of the day. */
const STOPS = STATIONS.filter((station) => station.order !== null).sort((a, b) => (a.order ?? 0) - (b.order ?? 0));

function Stop({ state }: { state: StopState }) {
  const colour = state === 'trouble' ? 'fix' : state === 'done' ? 'fine' : 'edge';
  return (
    <svg width="16" height="16" viewBox="0 0 16 16" aria-hidden="true" style={{ color: `var(--chakra-colors-${colour})` }}>
      <circle cx="8" cy="8" r="6" fill="var(--chakra-colors-panel)" stroke="currentColor" strokeWidth="2" />
      {state === 'begun' && <path d="M8 4.6a3.4 3.4 0 0 0 0 6.8Z" fill="currentColor" />}
      {state === 'done' && <path d="M4.8 8.2 7.2 10.6 11.4 5.6" fill="none" stroke="currentColor" strokeWidth="2" />}
      {state === 'trouble' && <path d="M8 4.2V8.6M8 10.6V11.4" stroke="currentColor" strokeWidth="2" />}
    </svg>
  );
}

/** The stations as stops on one line; at phone width a bar at the bottom. */
export function StationLine({ session }: { session: Session }) {
  const report = useTakeStore((state) => (state.sessionId === session.id ? state.report : null));
  const matching = useTakeStore((state) => state.matching);
  const roles = useTakeStore((state) => state.roles);
  const chains = useTakeStore((state) => state.chains);
  const proof = useProof(report);
  useKeptProof(session);
  const noPatch = useNoPatch(session);
  const attempts = useAttempts(({ sessionId, attempts: kept }) => (sessionId === session.id ? kept.length : 0));
  const facts = { session, noPatch, attempts, live: livePlan(session), take: { report, matching, roles, chains, proof } };
  return (
    <Flex
      as="nav"
      aria-label={sayFrame('stations')}
      className="no-print"
      direction={{ base: 'row', md: 'column' }}
      order={{ base: 3, md: 0 }}
      w={{ base: '100%', md: '92px' }}
      bg="panel"
      borderRightWidth={{ md: '1px' }}
      borderTopWidth={{ base: '1px', md: '0' }}
      borderColor="line"
      pt={{ md: '3' }}
      justify={{ base: 'space-around', md: 'flex-start' }}
      flexShrink={0}
      maxW="100vw"
      overflowX={{ base: 'auto', md: 'visible' }}
    >
      {STOPS.filter(({ isFor }) => isFor?.(session) ?? true).map((station) => {
        const { state, why } = station.state?.(facts) ?? { state: 'open' as const, why: '' };
        return (
          <NavLink key={station.path} title={why} to={`/session/${session.id}/${station.path}`} style={{ textDecoration: 'none' }}>
            {({ isActive }) => (
              <Flex
                position="relative"
                direction={{ base: 'column', md: 'row' }}
                align="center"
                gap={{ base: '0.5', md: '2' }}
                px={{ base: '1', md: '3' }}
                minW={{ base: '44px', md: 'auto' }}
                fontSize={{ base: '13px', md: 'md' }}
                minH="48px"
                justify={{ base: 'center', md: 'flex-start' }}
                color={isActive ? 'ink' : 'quiet'}
                fontWeight={isActive ? '700' : '400'}
                borderLeftWidth={{ base: '0', md: '3px' }}
                borderColor={isActive ? 'tape' : 'transparent'}
              >
                <Stop state={state} />
                <span>{station.label}</span>
                <Box as="span" position="absolute" w="1px" h="1px" overflow="hidden" clipPath="inset(50%)">
                  , {STATE_WORDS[state]}
                  {why && `: ${why}`}
                </Box>
              </Flex>
            )}
          </NavLink>
        );
      })}
    </Flex>
  );
}
