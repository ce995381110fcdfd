import { Box, Button, Flex, Input } from '@chakra-ui/react';
import { useId, useState } from 'react';
import type { Session } from '../../../core/document';
import { banksToLight, isTapped, type LineFault, linesOf } from '../../../core/lineCheck';
import { Choice } from '../../components/Choice';
import { beginLineCheck, type LineSource, useLineCheck } from './lineStore';

const SOURCES: readonly { readonly value: LineSource; readonly text: string }[] = [
  { value: 'simulated', text: 'a simulated one, to try it' },
  { value: 'bridge', text: 'the real one, through a bridge' },
  { value: 'hand', text: 'by hand, recorded here or from files' },
];

type Plant = LineFault['kind'] | 'none';
const PLANTS: readonly { readonly value: Plant; readonly text: string }[] = [
  { value: 'none', text: 'nothing' },
  { value: 'swapped', text: 'two cables exchanged' },
  { value: 'reversed', text: 'a reversed cable' },
  { value: 'dead', text: 'a dead cable' },
  { value: 'no power', text: 'a bank without power' },
  { value: 'wrong gain', text: 'a gain that is not what it says' },
  { value: 'hum', text: 'hum' },
  { value: 'not answering', text: 'a device that does nothing' },
  { value: 'dropped', text: 'a connection that drops' },
];

/** A fault of the wished kind somewhere among the lines: where is for the check to find. */
function planted(session: Session, deviceId: string, plant: Plant): LineFault[] {
  const lines = linesOf(session, deviceId).filter(isTapped);
  const one = lines[Math.floor(Math.random() * lines.length)];
  if (plant === 'none' || !one) return [];
  const others = lines.filter((line) => line !== one);
  const other = others[Math.floor(Math.random() * others.length)];
  switch (plant) {
    case 'swapped':
      return other ? [{ kind: plant, microphoneId: one.microphoneId, otherId: other.microphoneId }] : [];
    case 'reversed':
    case 'dead':
    case 'hum':
      return [{ kind: plant, microphoneId: one.microphoneId }];
    case 'no power':
      return banksToLight(lines)
        .slice(0, 1)
        .map((bank) => ({ kind: plant, bank }));
    case 'wrong gain':
      return [{ kind: plant, inputId: one.inputId, byDb: Math.random() < 0.5 ? -16 : 16 }];
    case 'not answering':
      return [{ kind: plant }];
    case 'dropped':
      return [{ kind: plant, afterCommands: 5 }];
  }
}

/** Which device, how it is reached, and what is hidden in it for practice. */
export function LineBegin({ session }: { session: Session }) {
  const [source, setSource] = useState<LineSource>('simulated');
  const [plant, setPlant] = useState<Plant>('none');
  const [address, setAddress] = useState('ws://localhost:4180/interface');
  const [deviceId, setDeviceId] = useState(Object.values(session.patch)[0]?.split('/')[0] ?? '');
  const { busy, problem } = useLineCheck();
  const id = useId();
  return (
    <Box maxW="720px">
      <Box mb="3">
        From microphone to file, one line after another: is the device really answering, is power where it should be, is every microphone where the
        patch says, the right way up, as loud and as quiet as planned.
      </Box>
      <Flex gap="3" wrap="wrap" align="end">
        {session.shelf.devices.length > 1 && (
          <Choice
            label="Device"
            value={deviceId}
            options={session.shelf.devices.map((device) => ({ value: device.id, text: device.name }))}
            onChange={setDeviceId}
          />
        )}
        <Choice label="The interface is" value={source} options={SOURCES} onChange={(value) => setSource(value as LineSource)} />
        {source === 'simulated' && <Choice label="Hide in it" value={plant} options={PLANTS} onChange={(value) => setPlant(value as Plant)} />}
        {source === 'bridge' && (
          <Box>
            <label htmlFor={id} style={{ display: 'block', fontSize: 13, color: 'var(--chakra-colors-quiet)' }}>
              Bridge at
            </label>
            <Input
              id={id}
              size="sm"
              w="260px"
              h={{ base: '44px', md: '34px' }}
              value={address}
              onChange={(event) => setAddress(event.target.value)}
            />
          </Box>
        )}
        <Button
          minH="44px"
          bg="tapeFill"
          color="#12181b"
          disabled={busy !== null}
          onClick={() =>
            void beginLineCheck({ session, deviceId, source, address, faults: source === 'simulated' ? planted(session, deviceId, plant) : [] })
          }
        >
          {busy ? 'Connecting' : 'Begin'}
        </Button>
      </Flex>
      {problem && (
        <Box role="alert" color="fix" mt="3">
          {problem}
        </Box>
      )}
      <Box mt="4" fontSize="sm" color="quiet">
        A bridge is a small program that speaks this page’s messages to your device; docs/adapters.md tells them. Only bridges on this machine can be
        reached. By hand works with every recorder: each step is recorded and given here.
      </Box>
    </Box>
  );
}
