import { Button, Flex } from '@chakra-ui/react';
import { useLiveQuery } from 'dexie-react-hooks';
import { Link } from 'react-router';
import { editGear, type Session } from '../../../core/document';
import { loadShelf } from '../../db/shelf';
import { runCommand } from '../../stores/sessionStore';

/** Said while a session has no microphone to record with: where to get some. */
export function EmptyShelf({ session }: { session: Session }) {
  const stored = useLiveQuery(() => loadShelf().catch(() => null), []);
  const own = stored?.kind === 'shelf' && stored.shelf.microphones.length > 0 ? stored.shelf : null;
  return (
    <Flex role="status" align="center" gap="3" wrap="wrap" bg="panel" borderLeftWidth="4px" borderColor="tape" px="4" py="2" mb="3">
      <span>
        {own
          ? 'This session has no microphone yet; your shelf has. '
          : 'There is no microphone on your shelf yet, so set-ups can be looked at but not put up.'}
      </span>
      {own ? (
        <Button minH="44px" bg="tapeFill" color="#12181b" onClick={() => runCommand(editGear('take everything from the shelf', () => own))}>
          Take everything from the shelf
        </Button>
      ) : (
        <Button asChild minH="44px" bg="tapeFill" color="#12181b">
          <Link to={`/start?then=${encodeURIComponent(`/session/${session.id}/setups`)}`}>What do you own?</Link>
        </Button>
      )}
    </Flex>
  );
}
