import { Box, Button, Flex } from '@chakra-ui/react';
import { moveInstrument, type Session } from '../../../core/document';
import type { Spot, SpotMap } from '../../../core/planning';
import { formatLength, formatNumber } from '../../../core/units';
import { runCommand } from '../../stores/sessionStore';

const PARTS = [
  ['walls', 'off walls and corners'],
  ['modes', 'clear of the strong modes'],
  ['reflections', 'first reflections spread out'],
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
            <Box h="6px" bg="line" role="img" aria-label={`${formatNumber(100 * spot.score[part], 0)} of 100`}>
              <Box h="100%" w={`${100 * spot.score[part]}%`} bg="fine" />
            </Box>
          </Box>
        </Flex>
      ))}
    </Box>
  );
}

/** The best places for the instrument at hand, with what speaks for each, and one press to move it there. */
export function SpotList({ session, instrumentId, map }: { session: Session; instrumentId: string; map: SpotMap }) {
  const instrument = session.instruments.find(({ id }) => id === instrumentId);
  if (!instrument) return null;
  const { here } = map;
  const place = ({ positionM: { x, y } }: Spot): string =>
    `${formatLength(x, session.units)} from the left, ${formatLength(y, session.units)} from the back`;
  const isHere = (spot: Spot): boolean =>
    Math.hypot(spot.positionM.x - instrument.positionM.x, spot.positionM.y - instrument.positionM.y) < map.stepM / 2;
  return (
    <Box>
      <Box mb="1">
        {instrument.name} stands at <span className="measure">{formatNumber(here.score.score, 0)}</span> of 100.
      </Box>
      <Parts spot={here} />
      {map.best.length === 0 && (
        <Box mt="2">
          {map.scores.some((score) => score >= 0)
            ? 'No place on the grid is better without a new finding: leave it where it is.'
            : 'With its microphones it fits nowhere as it is turned: turn it, or take fewer stands.'}
        </Box>
      )}
      <Box as="ol" m="0" p="0" mt="2" aria-label="Best places">
        {map.best.map((spot, i) => (
          <Box as="li" key={place(spot)} listStyleType="none" py="2" borderTopWidth="1px" borderColor="line">
            <Flex justify="space-between" align="baseline">
              <Box fontWeight="700">
                {i + 1}. <span className="measure">{formatNumber(spot.score.score, 0)}</span> of 100
              </Box>
              {isHere(spot) ? (
                <Box color="quiet" fontSize="sm">
                  it stands here
                </Box>
              ) : (
                <Button
                  size="sm"
                  minH={{ base: '44px', md: '32px' }}
                  variant="outline"
                  onClick={() => runCommand(moveInstrument(instrumentId, spot.positionM, instrument.rotationDeg))}
                >
                  Move it to {i + 1}
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
        {map.refused > 0 && `${map.refused} as good left out, since a finding would come with ${map.refused === 1 ? 'it' : 'them'}. `}
        By the room alone, with space for its stands. Ears decide: walk round it playing one low note.
      </Box>
    </Box>
  );
}
