import { Box, Button, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import type { Session } from '../../../core/document';
import { geometryOf } from '../../../core/instruments';
import { addMicrophone, freeModels } from '../../../core/planning';
import { sayFloor } from '../../../words/floor.page.en';
import { Choice } from '../../components/Choice';
import { Fold } from '../../components/Fold';
import { newId } from '../../components/newId';
import { runCommand } from '../../stores/sessionStore';
import { chooseMicrophone } from '../../stores/viewStore';

/** A microphone of the shelf by hand, before any source: for who knows what they want, and for what no set-up has. */
export function AddMicrophone({ session }: { session: Session }) {
  const free = freeModels(session);
  const sources = session.instruments.flatMap((instrument) =>
    geometryOf(instrument).sources.map((source) => ({
      key: `${instrument.id}/${source.id}`,
      target: { instrumentId: instrument.id, sourceId: source.id },
      text: session.instruments.length > 1 && source.name !== instrument.name ? `${instrument.name}: ${source.name}` : source.name,
    })),
  );
  const [modelId, setModel] = useState('');
  const [key, setKey] = useState('');
  const model = free.find(({ id }) => id === modelId) ?? free[0];
  const source = sources.find((one) => one.key === key) ?? sources[0];
  if (!source) return null;
  const put = (): void => {
    if (!model) return;
    const id = newId();
    runCommand(addMicrophone(model.id, source.target, () => id));
    chooseMicrophone(id);
  };
  return (
    <Box mb="3">
      <Fold id="a microphone by hand" small summary={sayFloor('a-microphone-by-hand')}>
        {model ? (
          <Flex gap="2" wrap="wrap" align="end">
            <Choice
              label={sayFloor('microphone-kind')}
              value={model.id}
              options={free.map(({ id, name }) => ({ value: id, text: name }))}
              onChange={setModel}
            />
            <Choice
              label={sayFloor('in-front-of')}
              value={source.key}
              options={sources.map((one) => ({ value: one.key, text: one.text }))}
              onChange={setKey}
            />
            <Button size="sm" minH={{ base: '44px', md: '34px' }} variant="outline" onClick={put}>
              {sayFloor('add-it')}
            </Button>
          </Flex>
        ) : (
          <Box>{sayFloor('no-microphone-is-free')}</Box>
        )}
      </Fold>
    </Box>
  );
}
