import { Box, Button, Flex, Input } from '@chakra-ui/react';
import { useId, useState } from 'react';
import type { Session } from '../../../core/document';
import { partsOfAddress } from '../../../core/patch';
import { Choice } from '../../components/Choice';
import { wasCutOff } from '../../components/underway';
import { planted, useLinePractice } from '../../stores/linePractice';
import { beginLineCheck, type LineSource, useLineCheck } from './lineStore';
import { Simulated } from './Simulated';

const SOURCES: readonly { readonly value: LineSource; readonly text: string }[] = [
  { value: 'hand', text: 'mine, worked by hand' },
  { value: 'bridge', text: 'mine, through a bridge' },
  { value: 'simulated', text: 'simulated, to try the check' },
];

/** Which device, how it is reached, and what is hidden in it for practice. */
export function LineBegin({ session }: { session: Session }) {
  const { plant } = useLinePractice();
  const [source, setSource] = useState<LineSource>(plant ? 'simulated' : 'hand');
  const [address, setAddress] = useState('ws://localhost:4180/interface');
  const [deviceId, setDeviceId] = useState(partsOfAddress(Object.values(session.patch)[0]).deviceId);
  const { busy, problem } = useLineCheck();
  const id = useId();
  return (
    <Box maxW="720px">
      <Box mb="3">
        From microphone to file, one line after another: is the device really answering, is power where it should be, is every microphone where the
        patch says, its polarity right, as loud and as quiet as planned.
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
          onClick={() => {
            const faults = source === 'simulated' ? planted(session, deviceId, plant) : [];
            useLinePractice.setState({ plant: null });
            void beginLineCheck({ session, deviceId, source, address, faults });
          }}
        >
          {busy ? 'Connecting' : 'Begin'}
        </Button>
      </Flex>
      {source === 'simulated' && (
        <Box mt="3">
          <Simulated />
          {plant && 'Something is hidden in it, for practice.'}
        </Box>
      )}
      {(wasCutOff('line check') || wasCutOff('simulated line check')) && busy === null && (
        <Box role="status" mt="3">
          The page was reloaded during a line check.{' '}
          {wasCutOff('line check') ? 'Look whether 48 V is still on at the device and switch it off, then begin again.' : 'Begin it again.'}
        </Box>
      )}
      {problem && (
        <Box role="alert" color="fix" mt="3">
          {problem}
        </Box>
      )}
      <Box mt="4" fontSize="sm" color="quiet">
        A bridge is a small program that speaks this page’s messages to your device; docs/adapters.md tells them. Only bridges on this machine can be
        reached. By hand works with every recorder: look at its own meters and answer, or record a step here or give its file.
      </Box>
    </Box>
  );
}
