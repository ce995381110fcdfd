import { Box } from '@chakra-ui/react';
import { useMemo } from 'react';
import type { Session } from '../../../core/document';
import type { NextHelp as Help } from '../../../core/planning';
import { counted } from '../../../core/units';
import { sayReady } from '../../../words/ready.page.en';
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
        {sayReady('one-more-of-what')}
      </Box>
      {problem && <Box role="alert">{problem}</Box>}
      {!help && !problem && <Box color="quiet">{sayReady('trying-every-set-up-with-one')}</Box>}
      {help?.length === 0 && <Box>{sayReady('no-single-microphone-more-opens-a')}</Box>}
      <Box as="ol" m="0" p="0" aria-label={sayReady('what-would-help-next')}>
        {help?.map(({ kind, name, opens }) => (
          <Box as="li" key={kind} listStyleType="none" py="2" borderTopWidth="1px" borderColor="line">
            <Box fontWeight="700">{sayReady('one-more-opens', { name: name.toLowerCase(), counted: counted(opens.length, 'set-up') })}</Box>
            <Box fontSize="sm" color="quiet">
              {opens.join(', ')}
            </Box>
          </Box>
        ))}
      </Box>
      <Box mt="3">{sayReady('what-costs-nothing-a-set-up')}</Box>
    </Box>
  );
}
