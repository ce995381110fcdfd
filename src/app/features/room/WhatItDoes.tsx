import { Box, Flex } from '@chakra-ui/react';
import { useMemo } from 'react';
import { speedOfSound } from '../../../core/acoustics';
import type { Session } from '../../../core/document';
import { heardRoom, roomFlutters } from '../../../core/planning';
import { criticalDistanceM, middleSeconds, octaveDecays, roomVolumeM3, schroederHz } from '../../../core/room';
import { formatLength, formatNumber } from '../../../core/units';
import { DecayBars, DecayWords } from './Decay';

/** What the room does, in sentences and one picture. */
export function WhatItDoes({ session }: { session: Session }) {
  const room = useMemo(() => heardRoom(session), [session]);
  const speed = speedOfSound(room.temperatureC);
  const decays = octaveDecays(room, speed);
  const middleS = middleSeconds(decays);
  const volume = roomVolumeM3(room);
  const flutter = roomFlutters(session);
  const length = (metres: number): string => formatLength(metres, session.units);
  return (
    <Flex
      borderTopWidth="1px"
      borderColor="line"
      px="4"
      py="3"
      gap="5"
      wrap={{ base: 'wrap', md: 'nowrap' }}
      role="region"
      aria-label="What the room does"
    >
      <Box flex="1" minW="240px" maxW="420px">
        <DecayBars decays={decays} />
        <DecayWords decays={decays} />
      </Box>
      <Box flex="1" minW="240px">
        <Box>
          A stroke dies away in <span className="measure">{formatNumber(middleS, 2)} s</span>. Farther off than{' '}
          <span className="measure">{length(criticalDistanceM(1, volume, middleS))}</span> an omni hears more room than instrument, a cardioid than{' '}
          <span className="measure">{length(criticalDistanceM(3, volume, middleS))}</span>.
        </Box>
        <Box mt="2">
          Below <span className="measure">{formatNumber(schroederHz(middleS, volume), 0)} Hz</span> single modes rule, and where things stand decides
          the bass.
        </Box>
        <Box mt="2" color={room.noiseDb === undefined ? 'quiet' : undefined}>
          {room.noiseDb === undefined ? (
            'Its own noise is not measured yet: the quiet test tells it.'
          ) : (
            <>
              Its own noise is <span className="measure">{formatNumber(room.noiseDb, 0)} dB SPL</span>: what is softer than some{' '}
              {formatNumber(room.noiseDb + 20, 0)} dB at a microphone is recorded with it.
            </>
          )}
        </Box>
        {flutter.map(({ between, periodS, apartM }) => (
          <Box key={between[0]} mt="2" color="improve">
            {between[0]} and {between[1]} are bare and {length(apartM)} apart: a clap flutters every{' '}
            <span className="measure">{formatNumber(1000 * periodS, 0)} ms</span>. Hang something on one of them.
          </Box>
        ))}
      </Box>
    </Flex>
  );
}
