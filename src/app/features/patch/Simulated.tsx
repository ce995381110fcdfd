import { Box } from '@chakra-ui/react';
import { sayPatch } from '../../../words/patch.page.en';

/** Stands over everything that a simulated interface says. */
export function Simulated() {
  return (
    <Box role="note" borderWidth="2px" borderColor="improve" px="3" py="2" mb="3" fontWeight="700">
      {sayPatch('simulated-interface-no-cable-no-microphone')}
    </Box>
  );
}
