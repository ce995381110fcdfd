import { Box } from '@chakra-ui/react';
import { editGear } from '../../../core/document';
import { runCommand, useSessionStore } from '../../stores/sessionStore';
import { Differences } from './Differences';
import { ShelfLists } from './ShelfLists';

/** The gear that the open session was made with: a record of its own, beside the shelf. */
export function SessionShelf() {
  const session = useSessionStore((state) => state.doc);
  if (!session) return null;
  return (
    <Box h="100%" overflow="auto">
      <Differences session={session} />
      <ShelfLists shelf={session.shelf} session={session} onChange={(words, change) => runCommand(editGear(words, change))} />
    </Box>
  );
}
