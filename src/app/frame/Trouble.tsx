import { Box, Button, Flex } from '@chakra-ui/react';
import { useRouteError } from 'react-router';
import { exportSession } from '../../core/exchange';
import { download, fileName } from '../components/download';
import { useSessionStore } from '../stores/sessionStore';

/** Shown when a view fails: what happened, that nothing is lost, and the way on. */
export function Trouble() {
  const error = useRouteError();
  const session = useSessionStore((state) => state.doc);
  return (
    <Box p="8" maxW="640px" role="alert">
      <Box as="h1" fontSize="xl" fontWeight="700" mb="2">
        This view failed
      </Box>
      <Box mb="3">
        Every change up to here is saved. Load the page again; if it fails again, export the session and start the view from another one.
      </Box>
      <Box fontSize="sm" color="quiet" mb="3">
        {error instanceof Error ? error.message : 'Unknown trouble'}
      </Box>
      <Flex gap="2">
        <Button minH="44px" bg="tapeFill" color="#12181b" onClick={() => window.location.reload()}>
          Load again
        </Button>
        {session && (
          <Button minH="44px" variant="outline" onClick={() => download(fileName(session.name, 'json'), exportSession(session), 'application/json')}>
            Export the session
          </Button>
        )}
      </Flex>
    </Box>
  );
}
