import { Box, Button, Flex } from '@chakra-ui/react';
import { sourceKey } from '../../../core/arrivals';
import { framePair, type Pair, type Session } from '../../../core/document';
import type { Source } from '../../../core/instruments';
import { centringMoves, type ImagePlace, type PairFrame, turnAbout } from '../../../core/stereo';
import { formatLength, formatNumber } from '../../../core/units';
import { runCommand } from '../../stores/sessionStore';

/** Farther out than this it is told, share of the way to a loudspeaker. */
const CENTRAL = 0.12;
const WANTED = new Set(['kick', 'snare', 'voice']);
/** Less than this is a hand's tremble, metres and degrees. */
const [LEAST_M, LEAST_DEG] = [0.005, 0.5];

/** Beside the one that is in the middle already, another: the pair turned about the first keeps both there. */
function About({ pair, frame, name, position, pivot, at }: AboutProps) {
  const { turnDeg, frame: change } = turnAbout(frame, pivot.sides[0].positionM, at);
  return (
    <Box mb="2">
      {name} is {formatNumber(100 * Math.abs(position), 0)} % {position < 0 ? 'left' : 'right'}; {pivot.name.toLowerCase()} and it both come to the
      middle when the pair is turned about the {pivot.name.toLowerCase()}.
      {Math.abs(turnDeg) > LEAST_DEG && (
        <Flex mt="1">
          <Button size="sm" variant="outline" minH={{ base: '44px', md: '32px' }} onClick={() => runCommand(framePair(pair.id, change))}>
            Turn it {formatNumber(Math.abs(turnDeg), 0)}° {turnDeg < 0 ? 'anticlockwise' : 'clockwise'} about the {pivot.name.toLowerCase()}
          </Button>
        </Flex>
      )}
    </Box>
  );
}
interface AboutProps {
  readonly pair: Pair;
  readonly frame: PairFrame;
  readonly name: string;
  readonly position: number;
  readonly pivot: Source;
  readonly at: Source['sides'][0]['positionM'];
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
    ({ sourceKey: key, position }) => Math.abs(position) > CENTRAL && (key === centreKey || WANTED.has(key.split('/')[1] ?? '')),
  );
  if (off.length === 0) return null;
  return (
    <Box mt="3" role="group" aria-label="What should be in the middle">
      {off.map(({ sourceKey: key, name, position }) => {
        const source = sources.find((one) => sourceKey(one) === key);
        if (!source) return null;
        const at = source.sides[0].positionM;
        const pivot = key === centreKey ? undefined : sources.find((one) => sourceKey(one) === centreKey);
        const { slide, slideM, turn, turnDeg } = centringMoves(frame, at);
        if (pivot) return <About key={key} pair={pair} frame={frame} name={name} position={position} pivot={pivot} at={at} />;
        return (
          <Box key={key} mb="2">
            {name} is {formatNumber(100 * Math.abs(position), 0)} % {position < 0 ? 'left' : 'right'}
            {key === centreKey ? ', and should be in the middle.' : '.'}
            <Flex gap="1" mt="1" wrap="wrap">
              {Math.abs(slideM) > LEAST_M && (
                <Button size="sm" variant="outline" minH={{ base: '44px', md: '32px' }} onClick={() => runCommand(framePair(pair.id, slide))}>
                  Slide {formatLength(Math.abs(slideM), session.units)} to the {slideM < 0 ? 'left' : 'right'}
                </Button>
              )}
              {Math.abs(turnDeg) > LEAST_DEG && Math.abs(turnDeg) < 60 && (
                <Button size="sm" variant="outline" minH={{ base: '44px', md: '32px' }} onClick={() => runCommand(framePair(pair.id, turn))}>
                  Turn {formatNumber(Math.abs(turnDeg), 0)}° to the {turnDeg < 0 ? 'left' : 'right'}
                </Button>
              )}
            </Flex>
          </Box>
        );
      })}
    </Box>
  );
}
