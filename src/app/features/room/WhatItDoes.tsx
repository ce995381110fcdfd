import { Box, Flex } from '@chakra-ui/react';
import { useMemo } from 'react';
import { speedOfSound } from '../../../core/acoustics';
import type { Session } from '../../../core/document';
import { heardRoom, roomFlutters, roomFor } from '../../../core/planning';
import { criticalDistanceM, middleSeconds, octaveDecays, roomVolumeM3, schroederHz } from '../../../core/room';
import { asMidway, formatLength, formatNumber } from '../../../core/units';
import { sayRoom } from '../../../words/room.page.en';
import { Help } from '../../components/Help';
import { DecayBars, DecayWords } from './Decay';

/** What the room does, in sentences and one picture. */
export function WhatItDoes({ session }: { session: Session }) {
  const room = useMemo(() => heardRoom(session), [session]);
  const speed = speedOfSound(room.temperatureC);
  const decays = octaveDecays(room, speed);
  const middleS = middleSeconds(decays);
  const volume = roomVolumeM3(room);
  const flutter = roomFlutters(session);
  const suits = useMemo(() => roomFor(session), [session]);
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
      aria-label={sayRoom('what-the-room-does')}
    >
      <Box flex="1" minW="240px" maxW="420px">
        <DecayBars decays={decays} />
        <DecayWords decays={decays} />
      </Box>
      <Box flex="1" minW="240px">
        <Box>
          {sayRoom('a-stroke-dies-away-in')} <span className="measure">{formatNumber(middleS, 2)} s</span>
          {sayRoom('farther-off-than')} <span className="measure">{length(criticalDistanceM(1, volume, middleS))}</span>{' '}
          {sayRoom('an-omni-hears-more-room-than')} <span className="measure">{length(criticalDistanceM(3, volume, middleS))}</span>.{' '}
          <Help term="critical-distance" />
        </Box>
        <Box mt="2">
          {sayRoom('below')} <span className="measure">{formatNumber(schroederHz(middleS, volume), 0)} Hz</span>{' '}
          {sayRoom('single-modes-rule-and-where-things')}
        </Box>
        <Box mt="2" color={room.noiseDb === undefined ? 'quiet' : undefined}>
          {room.noiseDb === undefined ? (
            sayRoom('its-own-noise-is-not-measured')
          ) : (
            <>
              {sayRoom('its-own-noise-is')} <span className="measure">{sayRoom('db-spl-2', { noise: formatNumber(room.noiseDb, 0) })}</span>
              {sayRoom('what-is-softer-than-some-db', { noise: formatNumber(room.noiseDb + 20, 0) })}
            </>
          )}
        </Box>
        {suits.map(({ instrument, judged, lowS, highS, lift }) => (
          <Box key={instrument.id} mt="2" color={judged === 'right' ? undefined : 'improve'}>
            {sayRoom('how-it-suits', {
              judged,
              name: instrument.name,
              low: formatNumber(lowS, 2),
              high: formatNumber(highS, 2),
              lift: lift ? 'yes' : 'no',
              thing: asMidway(lift ?? ''),
            })}
          </Box>
        ))}
        {flutter.map(({ between, periodS, apartM }) => (
          <Box key={between[0]} mt="2" color="improve">
            {sayRoom('and-are-bare-and-apart-a', { between: between[0], between2: between[1], length: length(apartM) })}{' '}
            <span className="measure">{formatNumber(1000 * periodS, 0)} ms</span>
            {sayRoom('hang-something-on-one-of-them')}
          </Box>
        ))}
      </Box>
    </Flex>
  );
}
