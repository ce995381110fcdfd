import { Button, Flex } from '@chakra-ui/react';
import { useLiveQuery } from 'dexie-react-hooks';
import { Link } from 'react-router';
import { editGear, type Session } from '../../../core/document';
import { saySetups } from '../../../words/setups.page.en';
import { loadShelf } from '../../db/shelf';
import { runCommand } from '../../stores/sessionStore';

/** Said while a session has no microphone to record with: where to get some. */
export function EmptyShelf({ session }: { session: Session }) {
  const stored = useLiveQuery(() => loadShelf().catch(() => null), []);
  const own = stored?.kind === 'shelf' && stored.shelf.microphones.length > 0 ? stored.shelf : null;
  return (
    <Flex role="status" align="center" gap="3" wrap="wrap" bg="panel" borderLeftWidth="4px" borderColor="tape" px="4" py="2" mb="3">
      <span>{own ? `${saySetups('this-session-has-no-microphone-yet')} ` : saySetups('there-is-no-microphone-on-your')}</span>
      {own ? (
        <Button
          minH="44px"
          bg="tapeFill"
          color="#12181b"
          onClick={() => runCommand(editGear(saySetups('take-everything-from-the-shelf'), () => own))}
        >
          {saySetups('take-everything-from-the-shelf-2')}
        </Button>
      ) : (
        <Button asChild minH="44px" bg="tapeFill" color="#12181b">
          <Link to={`/start?then=${encodeURIComponent(`/session/${session.id}/setups`)}`}>{saySetups('what-do-you-own')}</Link>
        </Button>
      )}
    </Flex>
  );
}
