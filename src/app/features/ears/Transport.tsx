import { Box, Button, Flex } from '@chakra-ui/react';
import { useEffect } from 'react';
import { getReady, play, stop, useListening } from '../../listening/listening';
import { Meter } from '../../listening/Meter';

/** Play, stop, and the meter. */
export function Transport() {
  const { isPlaying, problem } = useListening();
  useEffect(() => void getReady().catch(() => undefined), []);
  useEffect(() => () => stop(), []);
  return (
    <Box>
      <Flex gap="3" align="center" maxW="760px">
        <Button size="sm" minH={{ base: '44px', md: '34px' }} minW="76px" onClick={() => (isPlaying ? stop() : void play())}>
          {isPlaying ? 'Stop' : 'Play'}
        </Button>
        <Meter />
      </Flex>
      {problem && (
        <Box mt="2" color="fix" role="alert">
          {problem}
        </Box>
      )}
      <Box mt="2" fontSize="sm" color="quiet">
        Turn headphones down before you press Play; what is too loud for long harms hearing. Escape stops it.
      </Box>
    </Box>
  );
}
