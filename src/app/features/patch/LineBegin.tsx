import { Box, Button, Flex, Input } from '@chakra-ui/react';
import { useId, useState } from 'react';
import type { Session } from '../../../core/document';
import { partsOfAddress } from '../../../core/ids';
import { sayTold } from '../../../words';
import { sayPatch } from '../../../words/patch.page.en';
import { Choice } from '../../components/Choice';
import { wasCutOff } from '../../components/underway';
import { planted, useLinePractice } from '../../stores/linePractice';
import { beginLineCheck, type LineSource, useLineCheck } from './lineStore';
import { Simulated } from './Simulated';

const SOURCES: readonly { readonly value: LineSource; readonly text: string }[] = [
  { value: 'hand', text: sayPatch('mine-worked-by-hand') },
  { value: 'bridge', text: sayPatch('mine-through-a-bridge') },
  { value: 'simulated', text: sayPatch('simulated-to-try-the-check') },
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
      <Box mb="3">{sayPatch('from-microphone-to-file-one-line')}</Box>
      <Flex gap="3" wrap="wrap" align="end">
        {session.shelf.devices.length > 1 && (
          <Choice
            label={sayPatch('device')}
            value={deviceId}
            options={session.shelf.devices.map((device) => ({ value: device.id, text: device.name }))}
            onChange={setDeviceId}
          />
        )}
        <Choice label={sayPatch('the-interface-is')} value={source} options={SOURCES} onChange={(value) => setSource(value as LineSource)} />
        {source === 'bridge' && (
          <Box>
            <label htmlFor={id} style={{ display: 'block', fontSize: 13, color: 'var(--chakra-colors-quiet)' }}>
              {sayPatch('bridge-at')}
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
          {busy ? sayPatch('connecting') : sayPatch('begin')}
        </Button>
      </Flex>
      {source === 'simulated' && (
        <Box mt="3">
          <Simulated />
          {plant && sayPatch('something-is-hidden-in-it-for')}
        </Box>
      )}
      {(wasCutOff('line check') || wasCutOff('simulated line check')) && busy === null && (
        <Box role="status" mt="3">
          {sayPatch('the-page-was-reloaded-during-a', { wasCutOff: wasCutOff('line check') ? 'yes' : 'no' })}
        </Box>
      )}
      {problem && (
        <Box role="alert" color="fix" mt="3">
          {sayTold(problem, session.units)}
        </Box>
      )}
      <Box mt="4" fontSize="sm" color="quiet">
        {sayPatch('a-bridge-is-a-small-program')}
      </Box>
    </Box>
  );
}
