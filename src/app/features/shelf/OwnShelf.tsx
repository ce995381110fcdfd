import { Box, Button, Flex } from '@chakra-ui/react';
import { useLiveQuery } from 'dexie-react-hooks';
import { useState } from 'react';
import type { Shelf } from '../../../core/document';
import { sayShelf } from '../../../words/shelf.page.en';
import { download } from '../../components/download';
import { readProblem, saveProblem } from '../../db/database';
import { changeShelf, EMPTY_SHELF, loadShelf, type StoredShelf } from '../../db/shelf';
import { TopBar } from '../../frame/TopBar';
import { ShelfLists } from './ShelfLists';

interface Told {
  readonly text: string;
  readonly bad: boolean;
  readonly undo?: () => void;
}

const trouble = (error: unknown): StoredShelf => ({ kind: 'unreadable', reason: readProblem(error), raw: null });

/** The one shelf of one's own, which new sessions take their gear from. */
export function OwnShelf() {
  const stored = useLiveQuery(() => loadShelf().catch(trouble), []);
  const [told, setTold] = useState<Told | null>(null);
  const write = async (words: string, change: (shelf: Shelf) => Shelf): Promise<void> => {
    try {
      const result = await changeShelf(change);
      if (!result.ok) setTold({ text: result.reason, bad: true });
      else
        setTold({
          text: sayShelf('done', { words }),
          bad: false,
          undo: () => {
            setTold(null);
            void changeShelf(() => result.before).catch((error) => setTold({ text: saveProblem(error), bad: true }));
          },
        });
    } catch (error) {
      setTold({ text: saveProblem(error), bad: true });
    }
  };
  return (
    <Flex direction="column" h="100%">
      <TopBar session={null} />
      <Box as="main" flex="1" minH="0">
        {told && (
          <Flex role={told.bad ? 'alert' : 'status'} color={told.bad ? 'fix' : 'ink'} px="8" py="2" gap="3" align="center" bg="panel">
            <Box flex="1">{told.text}</Box>
            {told.undo && (
              <Button size="sm" minH="44px" variant="outline" onClick={told.undo}>
                {sayShelf('undo')}
              </Button>
            )}
          </Flex>
        )}
        {stored?.kind === 'unreadable' && <Unreadable reason={stored.reason} raw={stored.raw} />}
        {stored && stored.kind !== 'unreadable' && (
          <ShelfLists
            shelf={stored.kind === 'shelf' ? stored.shelf : EMPTY_SHELF}
            session={null}
            onChange={(words, change) => void write(words, change)}
          />
        )}
      </Box>
    </Flex>
  );
}

function Unreadable({ reason, raw }: { reason: string; raw: unknown }) {
  return (
    <Box role="alert" px="8" py="6" maxW="640px">
      <Box mb="3">{sayShelf('it-is-kept-as-it-is', { reason })}</Box>
      {raw !== null && (
        <Button minH="44px" variant="outline" onClick={() => download('shelf-as-found.json', JSON.stringify(raw, null, 2), 'application/json')}>
          {sayShelf('export-it-as-it-is')}
        </Button>
      )}
    </Box>
  );
}
