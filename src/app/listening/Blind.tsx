import { Box, Button, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { byChance } from '../../core/listening';
import { formatNumber } from '../../core/units';
import { sayListening } from '../../words/listening.page.en';
import { switchTo } from './listening';
import type { Deck } from './listeningStore';

const secret = (): Deck => (Math.random() < 0.5 ? 'A' : 'B');

/** Told apart by ear alone: X is one of the two, and nothing on the page says which until it was named. */
export function Blind() {
  const [x, setX] = useState<Deck>(secret);
  const [shown, setShown] = useState<'A' | 'B' | 'X'>('A');
  const [tally, setTally] = useState({ right: 0, tries: 0, last: '' });
  const hear = (what: 'A' | 'B' | 'X'): void => {
    setShown(what);
    switchTo(what === 'X' ? x : what);
  };
  const name = (deck: Deck): void => {
    const right = deck === x;
    setTally({
      right: tally.right + (right ? 1 : 0),
      tries: tally.tries + 1,
      last: right ? sayListening('right-it-was', { x }) : sayListening('it-was', { x }),
    });
    setX(secret());
    hear('A');
  };
  const chance = byChance(tally.right, tally.tries);
  return (
    <Box role="group" aria-label={sayListening('blind-comparison')}>
      <Flex gap="1" wrap="wrap" align="center">
        {(['A', 'B', 'X'] as const).map((what) => (
          <Button
            key={what}
            size="sm"
            minH={{ base: '44px', md: '32px' }}
            variant="outline"
            aria-pressed={shown === what}
            bg={shown === what ? 'line' : 'transparent'}
            onClick={() => hear(what)}
          >
            {what}
          </Button>
        ))}
        {(['A', 'B'] as const).map((deck) => (
          <Button key={deck} size="sm" minH={{ base: '44px', md: '32px' }} onClick={() => name(deck)}>
            {sayListening('x-is', { deck })}
          </Button>
        ))}
        <Box fontSize="sm" aria-live="polite">
          {tally.tries > 0 &&
            sayListening('of-right-tries2-by-guessing-alone', {
              last: tally.last,
              right: tally.right,
              tries: tally.tries,
              tries2: tally.tries >= 5 ? 'yes' : 'no',
              value: formatNumber(100 * chance, 0),
            })}
        </Box>
      </Flex>
    </Box>
  );
}
