import { Box, Button, Flex } from '@chakra-ui/react';
import { moveInstrument, type Session } from '../../../core/document';
import type { InstrumentId } from '../../../core/ids';
import type { Spot, SpotMap } from '../../../core/planning';
import { formatLength, formatNumber } from '../../../core/units';
import { sayRoom } from '../../../words/room.page.en';
import { runCommand } from '../../stores/sessionStore';

const PARTS = [
  ['walls', sayRoom('off-walls-and-corners')],
  ['modes', sayRoom('clear-of-the-strong-modes')],
  ['reflections', sayRoom('first-reflections-spread-out')],
] as const;

function Parts({ spot }: { spot: Spot }) {
  return (
    <Box as="dl" m="0" mt="1" fontSize="sm">
      {PARTS.map(([part, words]) => (
        <Flex key={part} align="center" gap="2">
          <Box as="dt" color="quiet" flex="1">
            {words}
          </Box>
          <Box as="dd" m="0" w="72px">
            <Box h="6px" bg="line" role="img" aria-label={sayRoom('of-100', { value: formatNumber(100 * spot.score[part], 0) })}>
              <Box h="100%" w={`${100 * spot.score[part]}%`} bg="fine" />
            </Box>
          </Box>
        </Flex>
      ))}
    </Box>
  );
}

/** The best places for the instrument at hand, with what speaks for each, and one press to move it there. */
export function SpotList({ session, instrumentId, map }: { session: Session; instrumentId: InstrumentId; map: SpotMap }) {
  const instrument = session.instruments.find(({ id }) => id === instrumentId);
  if (!instrument) return null;
  const { here } = map;
  const place = ({ positionM: { x, y } }: Spot): string =>
    sayRoom('from-the-left-from-the-back', { x: formatLength(x, session.units), y: formatLength(y, session.units) });
  const isHere = (spot: Spot): boolean =>
    Math.hypot(spot.positionM.x - instrument.positionM.x, spot.positionM.y - instrument.positionM.y) < map.stepM / 2;
  return (
    <Box>
      <Box mb="1">
        {sayRoom('stands-at', { instrument: instrument.name })} <span className="measure">{formatNumber(here.score.score, 0)}</span>{' '}
        {sayRoom('of-100-2')}
      </Box>
      <Parts spot={here} />
      {map.best.length === 0 && (
        <Box mt="2">
          {map.scores.some((score) => score >= 0) ? sayRoom('no-place-on-the-grid-is') : sayRoom('with-its-microphones-it-fits-nowhere')}
        </Box>
      )}
      <Box as="ol" m="0" p="0" mt="2" aria-label={sayRoom('best-places')}>
        {map.best.map((spot, i) => (
          <Box as="li" key={place(spot)} listStyleType="none" py="2" borderTopWidth="1px" borderColor="line">
            <Flex justify="space-between" align="baseline">
              <Box fontWeight="700">
                {i + 1}. <span className="measure">{formatNumber(spot.score.score, 0)}</span> {sayRoom('of-100-3')}
              </Box>
              {isHere(spot) ? (
                <Box color="quiet" fontSize="sm">
                  {sayRoom('it-stands-here')}
                </Box>
              ) : (
                <Button
                  size="sm"
                  minH={{ base: '44px', md: '32px' }}
                  variant="outline"
                  onClick={() => runCommand(moveInstrument(instrumentId, spot.positionM, instrument.rotationDeg))}
                >
                  {sayRoom('move-it-to', { i: i + 1 })}
                </Button>
              )}
            </Flex>
            <Box fontSize="sm" color="quiet">
              {place(spot)}
            </Box>
            <Parts spot={spot} />
          </Box>
        ))}
      </Box>
      <Box fontSize="sm" color="quiet" mt="1">
        {map.refused > 0 && `${sayRoom('as-good-left-out-since-a', { refused: map.refused })} `}
        {sayRoom('by-the-room-alone-with-space')}
      </Box>
    </Box>
  );
}
