import { Box, Flex } from '@chakra-ui/react';
import { type InputAddress, inputAddress, type MicrophoneId } from '../../../core/ids';
import type { InputDevice } from '../../../core/patch';
import { sayPatch } from '../../../words/patch.page.en';
import { Choice } from '../../components/Choice';
import { stringColour } from '../../drawing/MicrophoneGlyph';
import { NEEDS, type Row } from './rows';

interface Props {
  readonly microphones: readonly Row[];
  readonly devices: readonly InputDevice[];
  readonly patch: Readonly<Record<string, string>>;
  readonly onChoose: (id: string) => void;
  readonly onConnect: (microphoneId: MicrophoneId, address: InputAddress) => void;
}

/** One microphone after another with its input: what a narrow page shows instead of the crosspoints. */
export function ByMicrophone({ microphones, devices, patch, onChoose, onConnect }: Props) {
  const owner = (address: InputAddress): string | undefined => microphones.find(({ id }) => patch[id] === address)?.name;
  const inputs = devices.flatMap((device) =>
    device.inputs.map(({ id, name }) => {
      const title = sayPatch('input-devices-of', { input: name, devices: devices.length > 1 ? 'yes' : 'no', device: device.name });
      return { address: inputAddress({ deviceId: device.id, id }), title };
    }),
  );
  return (
    <Box as="ul" m="0" p="0" aria-label={sayPatch('inputs-by-microphone')}>
      {microphones.map((microphone) => (
        <Flex as="li" key={microphone.id} listStyleType="none" gap="3" py="2" align="center" borderBottomWidth="1px" borderColor="line">
          <Box className="measure" fontWeight="700" minW="30px" color={stringColour(microphone.colour)}>
            {microphone.label}
          </Box>
          <Box flex="1" minW="0" overflowWrap="anywhere">
            {microphone.name}
            {NEEDS[microphone.phantom] && (
              <Box as="span" className="measure" fontSize="sm" color={microphone.phantom === 'never' ? 'fix' : 'quiet'}>
                {' '}
                {NEEDS[microphone.phantom]}
              </Box>
            )}
            {microphone.through && (
              <Box fontSize="sm" color="tape">
                {sayPatch('through', { through: microphone.through })}
              </Box>
            )}
          </Box>
          <Box w="150px">
            <Choice
              hideLabel
              label={sayPatch('input-of-microphone', { microphone: microphone.name })}
              value={patch[microphone.id] ?? ''}
              options={[
                { value: '', text: sayPatch('no-input') },
                ...inputs.map(({ address, title }) => {
                  const other = owner(address);
                  return {
                    value: address,
                    text: other && other !== microphone.name ? sayPatch('input-taken-by', { input: title, other }) : title,
                  };
                }),
              ]}
              onChange={(address) => {
                onChoose(microphone.id);
                // What it is plugged into is let go by the same act.
                onConnect(microphone.id, address || (patch[microphone.id] ?? ''));
              }}
            />
          </Box>
        </Flex>
      ))}
    </Box>
  );
}
