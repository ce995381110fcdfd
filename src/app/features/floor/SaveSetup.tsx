import { Box, Button, Flex, Input } from '@chakra-ui/react';
import { useState } from 'react';
import { editGear, putOwnSetup, type Session } from '../../../core/document';
import type { Instrument } from '../../../core/instruments';
import { ownSetupFrom } from '../../../core/planning';
import { sayFloor } from '../../../words/floor.page.en';
import { newId } from '../../components/newId';
import { saveProblem } from '../../db/database';
import { changeShelf } from '../../db/shelf';
import { runCommand } from '../../stores/sessionStore';

/** The microphones round an instrument kept as a set-up of one's own, for this session and the next ones. */
export function SaveSetup({ session, instrument }: { session: Session; instrument: Instrument }) {
  const [name, setName] = useState<string | null>(null);
  const [told, setTold] = useState<string | null>(null);
  const save = async (): Promise<void> => {
    const title = name?.trim();
    const setup = title ? ownSetupFrom(session, instrument.id, newId(), title) : null;
    if (!setup) {
      setTold(title ? sayFloor('there-are-no-microphones-round-this') : sayFloor('give-it-a-name-first'));
      return;
    }
    runCommand(editGear(sayFloor('save', { setup: setup.name }), (shelf) => putOwnSetup(shelf, setup)));
    try {
      const result = await changeShelf((shelf) => putOwnSetup(shelf, setup));
      setTold(result.ok ? sayFloor('is-among-the-set-ups-the', { setup: setup.name }) : result.reason);
      if (result.ok) setName(null);
    } catch (error) {
      setTold(saveProblem(error));
    }
  };
  return (
    <Box mt="2">
      {name === null ? (
        <Button size="sm" variant="ghost" color="quiet" px="0" minH={{ base: '44px', md: '32px' }} onClick={() => setName('')}>
          {sayFloor('save-these-microphones-as-a-set')}
        </Button>
      ) : (
        <Flex gap="2">
          <Input
            size="sm"
            h="44px"
            aria-label={sayFloor('name-of-the-set-up')}
            placeholder={sayFloor('name-of-the-set-up')}
            maxLength={120}
            value={name}
            onChange={(event) => setName(event.target.value)}
            onKeyDown={(event) => event.key === 'Enter' && void save()}
          />
          <Button size="sm" minH="44px" variant="outline" onClick={() => void save()}>
            {sayFloor('save-it')}
          </Button>
        </Flex>
      )}
      {told && (
        <Box role="status" fontSize="sm">
          {told}
        </Box>
      )}
    </Box>
  );
}
