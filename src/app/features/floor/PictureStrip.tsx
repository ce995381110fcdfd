import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import type { ArrivalTable } from '../../../core/arrivals';
import type { Session } from '../../../core/document';
import { pairPicture } from '../../../core/stereo';
import { sayFloor } from '../../../words/floor.page.en';
import { Choice } from '../../components/Choice';
import { Toggle } from '../../components/Toggle';
import { useSize } from '../../components/useSize';
import { PairPicture, PictureWords, seenFrom } from '../../drawing/PairPicture';

/** Where each source appears between the loudspeakers, by the pair in hand or the first one. */
export function PictureStrip({ session, table, chosen }: { session: Session; table: ArrivalTable; chosen: readonly string[] }) {
  const [wanted, setWanted] = useState<string | null>(null);
  const [isAudience, setAudience] = useState(false);
  const [box, size] = useSize<HTMLDivElement>();
  const inHand = session.pairs.find(({ leftId, rightId }) => chosen.includes(leftId) || chosen.includes(rightId));
  const pair = inHand ?? session.pairs.find(({ id }) => id === wanted) ?? session.pairs[0];
  if (!pair)
    return (
      <Box px="4" py="3" color="quiet">
        {sayFloor('no-pair-yet-two-microphones-chosen')}
      </Box>
    );
  const places = seenFrom(pairPicture(table, pair.leftId, pair.rightId, pair.decoding, pair.width), isAudience);
  return (
    <Flex px="3" gap="4" direction={{ base: 'column', md: 'row' }}>
      <Box w={{ base: '100%', md: '200px' }} flexShrink={0}>
        {session.pairs.length > 1 && !inHand && (
          <Choice
            label={sayFloor('pair')}
            value={pair.id}
            options={session.pairs.map(({ id, name }) => ({ value: id, text: name }))}
            onChange={setWanted}
          />
        )}
        <Box mt="1">
          <Toggle label={sayFloor('as-the-audience-hears-it')} on={isAudience} onToggle={() => setAudience(!isAudience)} />
        </Box>
        <Box fontSize="sm" color="quiet" mt="2">
          {sayFloor('dot-level-and-time-together-tick')}
        </Box>
      </Box>
      <Box
        flex="1"
        minW="0"
        ref={box}
        overflow="auto"
        maxH={{ md: '168px' }}
        tabIndex={0}
        role="region"
        aria-label={sayFloor('picture-of', { pair: pair.name })}
      >
        <PairPicture key={size.width > 0 ? 'sized' : 'not yet'} places={places} width={Math.max(240, size.width - 4)} />
      </Box>
      <Box
        w={{ base: '100%', md: '230px' }}
        flexShrink={0}
        fontSize="sm"
        overflow="auto"
        maxH={{ md: '164px' }}
        tabIndex={0}
        role="region"
        aria-label={sayFloor('what-the-picture-says')}
      >
        <PictureWords pair={pair} places={places} />
      </Box>
    </Flex>
  );
}
