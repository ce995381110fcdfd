import { Box, Button, Flex } from '@chakra-ui/react';
import type { ArrivalTable } from '../../../core/arrivals';
import { applyMove, belongsTo, type Session } from '../../../core/document';
import { toneLinesFor, toneLineTold, tonePlaces } from '../../../core/setups';
import { formatLength, formatNumber } from '../../../core/units';
import { sayTold } from '../../../words';
import { sayFloor } from '../../../words/floor.page.en';
import { runCommand } from '../../stores/sessionStore';

/** Places along the instrument, from one tone to another: the trade's words apart from the model's numbers. */
export function ToneStrip({ session, table, id }: { session: Session; table: ArrivalTable; id: string | null }) {
  const placed = session.microphones.find((microphone) => microphone.id === id) ?? session.microphones[0];
  const microphone = table.plan.microphones.find((candidate) => candidate.id === placed?.id);
  const instrument = placed && session.instruments.find((candidate) => belongsTo(session, placed, candidate.id));
  const lines = instrument ? toneLinesFor(instrument) : [];
  const line = lines.find((candidate) => placed?.target?.sourceId === candidate.source) ?? (lines.length === 1 ? lines[0] : undefined);
  if (!placed || !microphone || !instrument || !line)
    return (
      <Box px="3" py="3" color="quiet">
        {session.microphones.length ? sayFloor('there-is-no-tone-guide-for') : sayFloor('place-a-microphone-first')}
      </Box>
    );
  const title = sayTold(toneLineTold(line), session.units);
  const places = tonePlaces(line, instrument, microphone, table.plan);
  return (
    <Box px="3" pb="2">
      <Box fontSize="sm" color="quiet" py="1">
        {sayFloor('for-words-are-the-trades-numbers', { line: title, placed: placed.name })}
      </Box>
      <Flex as="ul" m="0" p="0" gap="2" overflow="auto" aria-label={title}>
        {places.map((place) => (
          <Box as="li" key={place.name.code} listStyleType="none" minW="168px" flex="1" borderLeftWidth="2px" borderColor="edge" pl="2">
            <Box fontWeight="700" fontSize="sm">
              {sayTold(place.name, session.units)}
            </Box>
            <Box fontSize="sm">{sayTold(place.sounds, session.units)}</Box>
            <Box className="measure" fontSize="12px" color="quiet">
              {formatLength(place.distanceM, session.units)} · {formatNumber(place.offSourceDeg, 0)}° · +{formatNumber(place.proximityDb, 1)} dB
            </Box>
            <Button
              size="xs"
              variant="outline"
              mt="1"
              minH={{ base: '44px', md: '28px' }}
              disabled={placed.locked}
              aria-label={sayFloor('move-it-there-2', { place: sayTold(place.name, session.units) })}
              onClick={() =>
                runCommand(
                  applyMove({ kind: 'set', microphoneId: placed.id, positionM: place.positionM, aimM: place.aimM, label: sayFloor('move-it-there') }),
                )
              }
            >
              {sayFloor('move-it-there')}
            </Button>
          </Box>
        ))}
      </Flex>
    </Box>
  );
}
