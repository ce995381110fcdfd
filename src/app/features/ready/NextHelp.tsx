import { Box } from '@chakra-ui/react';
import { useMemo } from 'react';
import type { Session } from '../../../core/document';
import type { NextHelp as Help } from '../../../core/planning';
import { counted } from '../../../core/units';
import { createResource, useResource } from '../../stores/resource';

const helps = createResource<{ readonly session: Session }, readonly Help[], 'what-helps'>({
  job: 'what-helps',
  owner: 'ready',
  key: ({ session }) => [session],
  input: ({ session }) => session,
  output: (found) => found,
  stillMs: 0,
});

/** What one more of a kind would open, and what costs nothing. */
export function NextHelp({ session }: { session: Session }) {
  const { of, value, problem } = useResource(
    helps,
    useMemo(() => ({ session }), [session]),
  );
  const help = of?.session === session ? value : null;
  return (
    <Box maxW="720px">
      <Box as="h1" fontSize="xl" fontWeight="700" mb="2">
        One more of what?
      </Box>
      {problem && <Box role="alert">{problem}</Box>}
      {!help && !problem && <Box color="quiet">Trying every set-up with one more of each kind</Box>}
      {help?.length === 0 && <Box>No single microphone more opens a set-up: what is here is enough, or stands and inputs are what is short.</Box>}
      <Box as="ol" m="0" p="0" aria-label="What would help next">
        {help?.map(({ kind, name, opens }) => (
          <Box as="li" key={kind} listStyleType="none" py="2" borderTopWidth="1px" borderColor="line">
            <Box fontWeight="700">
              One more {name.toLowerCase()} opens {counted(opens.length, 'set-up')}
            </Box>
            <Box fontSize="sm" color="quiet">
              {opens.join(', ')}
            </Box>
          </Box>
        ))}
      </Box>
      <Box mt="3">
        What costs nothing: a set-up that fits already, the instrument at a better place in the room, a blanket where the loudest reflection comes
        from, and a second take one hand’s width farther off.
      </Box>
    </Box>
  );
}
