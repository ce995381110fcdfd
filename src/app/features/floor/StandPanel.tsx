import { Box, Button, Flex } from '@chakra-ui/react';
import type { ArrivalTable } from '../../../core/arrivals';
import { freeStands, type PlacedMicrophone, putOnStand, restand, type Session } from '../../../core/document';
import { poseOf } from '../../../core/stands';
import { formatLength } from '../../../core/units';
import { sayFloor } from '../../../words/floor.page.en';
import { Choice } from '../../components/Choice';
import { runCommand } from '../../stores/sessionStore';

/** The stand a microphone is on: which, and how it is set. */
export function StandPanel({ session, table, placed }: { session: Session; table: ArrivalTable; placed: PlacedMicrophone }) {
  const free = freeStands(session, placed.id);
  const microphone = table.plan.microphones.find((candidate) => candidate.id === placed.id);
  const pose = microphone?.stand && poseOf(microphone.stand.model, microphone.stand.baseM, microphone.positionM);
  const choose = (id: string): void => void runCommand(putOnStand(placed.id, id || null));
  const own = placed.stand && session.shelf.stands.find((stand) => stand.id === placed.stand?.modelId);
  const options = [...free, ...(own && !free.includes(own) ? [own] : [])];
  return (
    <Box mt="2">
      <Flex gap="2" align="end">
        <Box flex="1">
          <Choice
            label={sayFloor('stand')}
            value={placed.stand?.modelId ?? ''}
            options={[{ value: '', text: sayFloor('none') }, ...options.map((stand) => ({ value: stand.id, text: stand.name }))]}
            onChange={choose}
          />
        </Box>
        <Button size="sm" variant="outline" minH={{ base: '44px', md: '34px' }} onClick={() => runCommand(restand(placed.id))}>
          {sayFloor('find-it-a-place')}
        </Button>
      </Flex>
      {pose && (
        <Box fontSize="sm" color="quiet" className="measure" whiteSpace="normal">
          {sayFloor('pole-boom', { z: formatLength(pose.poleTopM.z, session.units), boom: formatLength(pose.boomM, session.units) })}
        </Box>
      )}
    </Box>
  );
}
