import { Box, Button, Flex } from '@chakra-ui/react';
import { useEffect } from 'react';
import { sayListening } from '../../words/listening.page.en';
import { Toggle } from '../components/Toggle';
import { hearDeck, hideNames, stopDecks, useDecks } from './decks';
import { useEscapeToStop } from './useEscapeToStop';

/** Recordings beside each other at one loudness, switched without a gap; by letters where names would lead the ear. */
export function DeckBar({ onChoose }: { onChoose?: (id: string) => void }) {
  const { decks, heard, hidden, problem } = useDecks();
  useEscapeToStop();
  useEffect(() => () => stopDecks(), []);
  if (decks.length === 0) return null;
  const ordered = hidden ? hidden.flatMap((id) => decks.filter((deck) => deck.id === id)) : decks;
  return (
    <Box role="group" aria-label={sayListening('listen')} my="3">
      <Flex gap="2" wrap="wrap" align="center">
        {ordered.map(({ id, name }, i) => (
          <Button
            key={id}
            minH="44px"
            variant="outline"
            borderColor={heard === id ? 'tape' : 'line'}
            borderWidth="2px"
            aria-pressed={heard === id}
            onClick={() => void hearDeck(id)}
          >
            {hidden ? String.fromCharCode(65 + i) : name}
          </Button>
        ))}
        <Button minH="44px" variant="ghost" disabled={heard === null} onClick={stopDecks}>
          {sayListening('stop')}
        </Button>
        {decks.length > 1 && <Toggle label={sayListening('names-hidden')} on={hidden !== null} onToggle={() => hideNames(hidden === null)} />}
        {onChoose && (
          <Button minH="44px" variant="outline" disabled={heard === null} onClick={() => heard && onChoose(heard)}>
            {sayListening('this-one')}
          </Button>
        )}
      </Flex>
      {problem && (
        <Box mt="1" role="alert" color="fix">
          {problem}
        </Box>
      )}
      <Box mt="1" fontSize="sm" color="quiet">
        {sayListening('at-one-loudness-at-most-23')}
      </Box>
    </Box>
  );
}
