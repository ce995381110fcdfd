import { Box, Button, Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { framePair, type Pair, type Session } from '../../../core/document';
import { keyOfSource, partsOfSourceKey, sourceKey } from '../../../core/ids';
import type { Source } from '../../../core/instruments';
import { centreBesides, centringOffers } from '../../../core/planning';
import type { ImagePlace } from '../../../core/stereo';
import { asMidway, formatLength, formatNumber } from '../../../core/units';
import { sayPairs } from '../../../words/pairs.page.en';
import { runCommand } from '../../stores/sessionStore';

/** Farther out than this it is told, share of the way to a loudspeaker. */
const CENTRAL = 0.12;
const WANTED = new Set(['kick', 'snare', 'voice']);
/** Less than this is a hand's tremble, metres and degrees. */
const [LEAST_M, LEAST_DEG] = [0.005, 0.5];

/** Beside the one that is in the middle already, another: the pair turned about the first keeps that one there. */
function Besides({ session, pair, place, pivot }: { session: Session; pair: Pair; place: ImagePlace; pivot: Source }) {
  const [words, setWords] = useState<string | null>(null);
  const turn = (): void => {
    const found = centreBesides(session, pair, sourceKey(pivot), place.sourceKey);
    if (!found) setWords(sayPairs('no-turn-brings-it-nearer-give'));
    else runCommand(framePair(pair.id, found.frame));
  };
  return (
    <Box mb="2">
      {sayPairs('is-position-left-right', {
        place: place.name,
        value: formatNumber(100 * Math.abs(place.position), 0),
        position: place.position < 0 ? 'yes' : 'no',
      })}
      <Flex mt="1">
        <Button size="sm" variant="outline" minH={{ base: '44px', md: '32px' }} onClick={turn}>
          {sayPairs('turn-about-the-to-centre-it', { pivot: asMidway(pivot.name) })}
        </Button>
      </Flex>
      {words && <Box color="quiet">{words}</Box>}
    </Box>
  );
}

/** One source that is not in the middle, and the ways that end in two equal strings. */
function ToTheMiddle({ session, pair, place, isCentre }: { session: Session; pair: Pair; place: ImagePlace; isCentre: boolean }) {
  const { sourceKey: key, name, position } = place;
  const offers = useMemo(() => centringOffers(session, pair, key), [session, pair, key]);
  const slide = offers.find(({ kind, by }) => kind === 'slide' && Math.abs(by) > LEAST_M);
  const turn = offers.find(({ kind, by }) => kind === 'turn' && Math.abs(by) > LEAST_DEG);
  return (
    <Box mb="2">
      {sayPairs('is-position-left-right-key-and', {
        name,
        value: formatNumber(100 * Math.abs(position), 0),
        position: position < 0 ? 'yes' : 'no',
        key: isCentre ? 'yes' : 'no',
      })}
      <Flex gap="1" mt="1" wrap="wrap">
        {slide && (
          <Button size="sm" variant="outline" minH={{ base: '44px', md: '32px' }} onClick={() => runCommand(framePair(pair.id, slide.frame))}>
            {sayPairs('slide-to-the-slide2-left-right', {
              slide: formatLength(Math.abs(slide.by), session.units),
              slide2: slide.by < 0 ? 'yes' : 'no',
            })}
          </Button>
        )}
        {turn && (
          <Button size="sm" variant="outline" minH={{ base: '44px', md: '32px' }} onClick={() => runCommand(framePair(pair.id, turn.frame))}>
            {sayPairs('turn-to-the-turn2-left-right', { turn: formatNumber(Math.abs(turn.by), 0), turn2: turn.by < 0 ? 'yes' : 'no' })}
          </Button>
        )}
        {!slide && !turn && <Box color="quiet">{sayPairs('no-way-to-centre-it')}</Box>}
      </Flex>
    </Box>
  );
}

/** Sources that are wanted in the middle and are not, each with the move that makes its two strings equal. */
export function Centring({
  session,
  pair,
  sources,
  places,
}: {
  session: Session;
  pair: Pair;
  sources: readonly Source[];
  places: readonly ImagePlace[];
}) {
  const centreKey = pair.centre && keyOfSource(pair.centre);
  const off = places.filter(
    ({ sourceKey: key, position }) => Math.abs(position) > CENTRAL && (key === centreKey || WANTED.has(partsOfSourceKey(key).sourceId)),
  );
  if (off.length === 0) return null;
  return (
    <Box mt="3" role="group" aria-label={sayPairs('what-should-be-in-the-middle')}>
      {off.map((place) => {
        const { sourceKey: key } = place;
        const pivot = key === centreKey ? undefined : sources.find((one) => sourceKey(one) === centreKey);
        if (pivot) return <Besides key={key} session={session} pair={pair} place={place} pivot={pivot} />;
        return <ToTheMiddle key={key} session={session} pair={pair} place={place} isCentre={key === centreKey} />;
      })}
    </Box>
  );
}
