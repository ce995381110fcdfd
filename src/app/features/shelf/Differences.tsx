import { Box, Button, Flex } from '@chakra-ui/react';
import { useLiveQuery } from 'dexie-react-hooks';
import { ChevronDown } from 'lucide-react';
import { useState } from 'react';
import { copyGear, editGear, type Session, type Shelf, type ShelfDifference, shelfDifferences } from '../../../core/document';
import { sayShelf } from '../../../words/shelf.page.en';
import { readProblem, saveProblem } from '../../db/database';
import { changeShelf, EMPTY_SHELF, loadShelf, type StoredShelf } from '../../db/shelf';
import { runCommand } from '../../stores/sessionStore';

const WORDS: Record<ShelfDifference['how'], string> = {
  'only in the session': sayShelf('not-on-your-shelf'),
  'only on the shelf': sayShelf('on-your-shelf-not-in-this'),
  unlike: sayShelf('not-as-it-is-on-your'),
};

const trouble = (error: unknown): StoredShelf => ({ kind: 'unreadable', reason: readProblem(error), raw: null });

/** Where this session's record of gear and the shelf differ, and both ways of evening it out. */
export function Differences({ session }: { session: Session }) {
  const stored = useLiveQuery(() => loadShelf().catch(trouble), []);
  const [problem, setProblem] = useState<string | null>(null);
  if (!stored) return null;
  if (stored.kind === 'unreadable')
    return (
      <Box role="alert" px={{ base: '4', md: '8' }} pt="4">
        {stored.reason}
      </Box>
    );
  const own = stored.kind === 'shelf' ? stored.shelf : EMPTY_SHELF;
  const differences = shelfDifferences(session.shelf, own);
  const takeFrom = ({ kind, id, name }: ShelfDifference): void =>
    void runCommand(editGear(sayShelf('take-from-the-shelf', { name }), (record) => copyGear(record, own, kind, id)));
  const putOn = ({ kind, id }: ShelfDifference): void => {
    const change = (shelf: Shelf): Shelf => copyGear(shelf, session.shelf, kind, id);
    changeShelf(change)
      .then((result) => setProblem(result.ok ? null : result.reason))
      .catch((error) => setProblem(saveProblem(error)));
  };
  if (differences.length === 0) return null;
  return (
    <Box px={{ base: '4', md: '8' }} pt="4" maxW="1100px">
      <Box as="details" bg="panel" px="3" py="1">
        <Box as="summary" minH="44px" display="flex" alignItems="center" gap="2" cursor="pointer">
          <ChevronDown size={16} aria-hidden="true" />
          {sayShelf('this-session-keeps-the-gear-it', { differences: differences.length })}
        </Box>
        {problem && (
          <Box role="alert" color="fix">
            {problem}
          </Box>
        )}
        <Box as="ul" m="0" p="0" aria-label={sayShelf('differences-from-the-shelf')}>
          {differences.map((difference) => (
            <Flex
              as="li"
              key={`${difference.kind}/${difference.id}`}
              gap="2"
              align="center"
              wrap="wrap"
              borderTopWidth="1px"
              borderColor="line"
              py="2"
            >
              <Box flex="1" minW="200px" overflowWrap="anywhere">
                <strong>{difference.name}</strong>: {WORDS[difference.how]}
              </Box>
              {difference.how !== 'only in the session' && (
                <Button
                  size="sm"
                  minH="44px"
                  variant="outline"
                  aria-label={sayShelf('take-from-the-shelf-2', { difference: difference.name })}
                  onClick={() => takeFrom(difference)}
                >
                  {sayShelf('take-from-the-shelf-3')}
                </Button>
              )}
              {difference.how !== 'only on the shelf' && (
                <Button
                  size="sm"
                  minH="44px"
                  variant="outline"
                  aria-label={sayShelf('put-on-the-shelf', { difference: difference.name })}
                  onClick={() => putOn(difference)}
                >
                  {sayShelf('put-on-the-shelf-2')}
                </Button>
              )}
            </Flex>
          ))}
        </Box>
      </Box>
    </Box>
  );
}
