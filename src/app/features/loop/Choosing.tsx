import { Box, Button, Flex, Textarea } from '@chakra-ui/react';
import { useState } from 'react';
import type { Session } from '../../../core/document';
import { asMixed } from '../../../core/planning';
import { sayLoop } from '../../../words/loop.page.en';
import { runJob } from '../../../workers/runJob';
import { Toggle } from '../../components/Toggle';
import { DeckBar } from '../../listening/DeckBar';
import { type Deck, loadDecks, useDecks } from '../../listening/decks';
import { keepAttempt } from '../../stores/attemptStore';
import { filesOfTake, useTakeStore } from '../../stores/takeStore';

const MOST_CHOICES = 6;

/** Several microphones, or places, on one source in one take: heard at one loudness, one of them chosen and written down. */
export function Choosing({ session }: { session: Session }) {
  const { sessionId, report, matching } = useTakeStore();
  const decks = useDecks((state) => state.decks);
  const [picked, setPicked] = useState<readonly string[]>([]);
  const [why, setWhy] = useState('');
  const [words, setWords] = useState<string | null>(null);
  const files = filesOfTake(session.id);
  const there = session.microphones.filter(({ id }) => Object.values(matching).includes(id));
  if (sessionId !== session.id || !report || files.length === 0 || there.length < 2) return null;
  const listen = async (): Promise<void> => {
    const made: Deck[] = [];
    for (const { id, name } of there.filter((one) => picked.includes(one.id))) {
      const channels = asMixed(session, matching, { of: 'channel', channels: Object.keys(matching).filter((file) => matching[file] === id) });
      const answer = await runJob('hear-take', { files, channels, moment: null }, { owner: `deck ${id}` });
      if (answer.kind === 'done' && answer.output.ok) made.push({ id, name, mixed: answer.output });
      else setWords(answer.kind === 'failed' ? answer.reason : answer.kind === 'done' && !answer.output.ok ? answer.output.reason : null);
    }
    loadDecks(made);
  };
  const choose = (id: string): void => {
    const nameOf = (one: string): string => session.microphones.find((placed) => placed.id === one)?.name ?? '';
    const rest = decks.filter((deck) => deck.id !== id).map((deck) => deck.name);
    void keepAttempt(session, {
      kind: 'chosen',
      words: sayLoop('rather-than-why', { of: nameOf(id), rest: rest.join(', '), why: why.trim() ? 'yes' : 'no', why2: why.trim() }),
    });
    setWhy('');
    loadDecks([]);
  };
  return (
    <Box role="region" aria-label={sayLoop('choose-by-ear')}>
      <Box as="h2" fontWeight="700" mb="1">
        {sayLoop('which-of-them')}
      </Box>
      <Box mb="2">{sayLoop('two-to-six-microphones-of-the')}</Box>
      <Flex gap="2" wrap="wrap" mb="2">
        {there.map(({ id, name }) => (
          <Toggle
            key={id}
            label={name}
            on={picked.includes(id)}
            onToggle={() => setPicked(picked.includes(id) ? picked.filter((one) => one !== id) : [...picked, id].slice(-MOST_CHOICES))}
          />
        ))}
      </Flex>
      <Button minH="44px" variant="outline" disabled={picked.length < 2} onClick={() => void listen()}>
        {sayLoop('hear-them')}
      </Button>
      {words && (
        <Box role="alert" color="fix" mt="2">
          {words}
        </Box>
      )}
      {decks.length > 0 && (
        <>
          <DeckBar onChoose={choose} />
          <Textarea
            aria-label={sayLoop('why')}
            placeholder={sayLoop('why-in-a-few-words')}
            rows={1}
            value={why}
            maxLength={300}
            onChange={(event) => setWhy(event.target.value)}
          />
        </>
      )}
    </Box>
  );
}
