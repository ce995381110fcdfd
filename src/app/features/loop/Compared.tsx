import { Box, Button, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { type Attempt, changesBetween, countChanges } from '../../../core/attempts';
import type { Session } from '../../../core/document';
import { asMixed } from '../../../core/planning';
import { formatNumber } from '../../../core/units';
import { sayTold } from '../../../words';
import { sayLoop } from '../../../words/loop.page.en';
import { runJob } from '../../../workers/runJob';
import { soundOf } from '../../db/attempts';
import { MovedMicrophones, movedBetween } from '../../drawing/MovedMicrophones';
import { DeckBar } from '../../listening/DeckBar';
import { type Deck, loadDecks } from '../../listening/decks';
import { useAttempts } from '../../stores/attemptStore';
import { titleOf } from './Thread';
import { useSnapshot } from './useSnapshot';

/** Two attempts: what changed in place, gain and figures, and both to be heard. */
export function Compared({ session, one, other }: { session: Session; one: Attempt; other: Attempt }) {
  const { attempts } = useAttempts();
  const [before, after] = [useSnapshot(one.id), useSnapshot(other.id)];
  const [words, setWords] = useState<string | null>(null);
  const changes = before && after ? changesBetween(before, after) : [];
  const count = after ? countChanges(after, changes) : 0;
  const listen = async (): Promise<void> => {
    const decks: Deck[] = [];
    for (const [attempt, snapshot] of [
      [one, before],
      [other, after],
    ] as const) {
      const row = await soundOf(attempt.id);
      if (!row || !snapshot) return setWords(sayLoop('the-sound-of-was-not-kept', { titleOf: titleOf(attempt, attempts) }));
      const channels = asMixed(snapshot, row.matching);
      const answer = await runJob('hear-take', { files: row.files, channels, moment: null }, { owner: `deck ${attempt.id}` });
      if (answer.kind !== 'done' || !answer.output.ok)
        return setWords(answer.kind === 'failed' ? answer.reason : answer.kind === 'done' && !answer.output.ok ? answer.output.reason : null);
      decks.push({ id: attempt.id, name: titleOf(attempt, attempts), mixed: answer.output });
    }
    setWords(null);
    loadDecks(decks);
  };
  const difference = (id: string): number | null => {
    const [was, is] = [one.figures?.peaksDbfs[id], other.figures?.peaksDbfs[id]];
    return was === undefined || is === undefined ? null : is - was;
  };
  return (
    <Box maxW="900px">
      <Box as="h2" fontSize="xl" fontWeight="700">
        {sayLoop('and', { titleOf: titleOf(one, attempts), titleOf2: titleOf(other, attempts) })}
      </Box>
      <Box mb="2">
        {count === 0
          ? sayLoop('nothing-was-changed-between-them')
          : count === 1
            ? sayLoop('one-thing-changed-between-them')
            : sayLoop('things-changed-between-them', { count })}
      </Box>
      <Box as="ul" m="0" pl="4" aria-label={sayLoop('changed-between-them')}>
        {changes
          .map(({ told }) => sayTold(told, session.units))
          .map((said) => (
            <li key={said}>{said}</li>
          ))}
      </Box>
      {before && after && (
        <Flex gap="4" my="3" direction={{ base: 'column', lg: 'row' }}>
          <MovedMicrophones
            session={after}
            microphones={movedBetween(before, after)}
            face="plan"
            width={400}
            height={280}
            title={sayLoop('what-moved')}
          />
          <MovedMicrophones
            session={after}
            microphones={movedBetween(before, after)}
            face="side"
            width={400}
            height={280}
            title={sayLoop('what-moved')}
          />
        </Flex>
      )}
      {one.figures && other.figures && (
        <Box mb="3">
          {sayLoop('to-fix-then-to-improve-then', {
            fixes: one.figures.fixes,
            fixes2: other.figures.fixes,
            improves: one.figures.improves,
            improves2: other.figures.improves,
          })}
          {session.microphones.flatMap(({ id, name }) => {
            const db = difference(id);
            return db === null || Math.abs(db) < 1
              ? []
              : [` ${sayLoop('came-db-db2-hotter-softer', { name, db: formatNumber(Math.abs(db), 0), db2: db > 0 ? 'yes' : 'no' })}`];
          })}
        </Box>
      )}
      {one.soundBytes > 0 && other.soundBytes > 0 ? (
        <Button minH="44px" variant="outline" onClick={() => void listen()}>
          {sayLoop('hear-both')}
        </Button>
      ) : (
        <Box fontSize="sm" color="quiet">
          {sayLoop('to-hear-both-keep-the-sound')}
        </Box>
      )}
      {words && (
        <Box role="alert" color="fix" mt="2">
          {words}
        </Box>
      )}
      <DeckBar />
    </Box>
  );
}
