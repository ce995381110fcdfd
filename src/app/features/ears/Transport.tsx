import { Box, Flex } from '@chakra-ui/react';
import { sayEars } from '../../../words/ears.page.en';
import { useListening } from '../../listening/listeningStore';
import { Meter } from '../../listening/Meter';
import { PlayButton } from '../../listening/PlayButton';

/** Play, stop, and the meter. */
export function Transport() {
  const problem = useListening((state) => state.problem);
  return (
    <Box>
      <Flex gap="3" align="center" maxW="760px">
        <PlayButton />
        <Meter />
      </Flex>
      {problem && (
        <Box mt="2" color="fix" role="alert">
          {problem}
        </Box>
      )}
      <Box mt="2" fontSize="sm" color="quiet">
        {sayEars('turn-headphones-down-before-you-press')}
      </Box>
    </Box>
  );
}
