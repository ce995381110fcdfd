import { Box, Button, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { partsOfSourceKey, sourceKey } from '../../../core/arrivals';
import { framePair, type Pair, type Session } from '../../../core/document';
import type { Source } from '../../../core/instruments';
import { centreBesides } from '../../../core/planning';
import { centringMoves, type ImagePlace, type PairFrame } from '../../../core/stereo';
import { formatLength, formatNumber } from '../../../core/units';
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
          {sayPairs('turn-about-the-to-centre-it', { pivot: pivot.name.toLowerCase() })}
        </Button>
      </Flex>
      {words && <Box color="quiet">{words}</Box>}
    </Box>
  );
}

/** Sources that are wanted in the middle and are not, each with the move that makes its two strings equal. */
export function Centring({
  session,
  pair,
  frame,
  sources,
  places,
}: {
  session: Session;
  pair: Pair;
  frame: PairFrame;
  sources: readonly Source[];
  places: readonly ImagePlace[];
}) {
  const centreKey = pair.centre && `${pair.centre.instrumentId}/${pair.centre.sourceId}`;
  const off = places.filter(
    ({ sourceKey: key, position }) => Math.abs(position) > CENTRAL && (key === centreKey || WANTED.has(partsOfSourceKey(key).sourceId)),
  );
  if (off.length === 0) return null;
  return (
    <Box mt="3" role="group" aria-label={sayPairs('what-should-be-in-the-middle')}>
      {off.map((place) => {
        const { sourceKey: key, name, position } = place;
        const source = sources.find((one) => sourceKey(one) === key);
        if (!source) return null;
        const pivot = key === centreKey ? undefined : sources.find((one) => sourceKey(one) === centreKey);
        if (pivot) return <Besides key={key} session={session} pair={pair} place={place} pivot={pivot} />;
        const { slide, slideM, turn, turnDeg } = centringMoves(frame, source.sides[0].positionM);
        return (
          <Box key={key} mb="2">
            {sayPairs('is-position-left-right-key-and', {
              name,
              value: formatNumber(100 * Math.abs(position), 0),
              position: position < 0 ? 'yes' : 'no',
              key: key === centreKey ? 'yes' : 'no',
            })}
            <Flex gap="1" mt="1" wrap="wrap">
              {Math.abs(slideM) > LEAST_M && (
                <Button size="sm" variant="outline" minH={{ base: '44px', md: '32px' }} onClick={() => runCommand(framePair(pair.id, slide))}>
                  {sayPairs('slide-to-the-slide2-left-right', {
                    slide: formatLength(Math.abs(slideM), session.units),
                    slide2: slideM < 0 ? 'yes' : 'no',
                  })}
                </Button>
              )}
              {Math.abs(turnDeg) > LEAST_DEG && Math.abs(turnDeg) < 60 && (
                <Button size="sm" variant="outline" minH={{ base: '44px', md: '32px' }} onClick={() => runCommand(framePair(pair.id, turn))}>
                  {sayPairs('turn-to-the-turn2-left-right', { turn: formatNumber(Math.abs(turnDeg), 0), turn2: turnDeg < 0 ? 'yes' : 'no' })}
                </Button>
              )}
            </Flex>
          </Box>
        );
      })}
    </Box>
  );
}
