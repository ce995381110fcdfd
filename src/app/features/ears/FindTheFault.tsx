import { Box, Button, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { Session } from '../../../core/document';
import { sayEars } from '../../../words/ears.page.en';
import { Choice } from '../../components/Choice';
import { PLANTS, type Plant, useLinePractice } from '../../stores/linePractice';

/** Practice for the line check: something is hidden in a simulated interface, and the check is the way to find it. */
export function FindTheFault({ session }: { session: Session }) {
  const [plant, setPlant] = useState<Plant>('any');
  const navigate = useNavigate();
  const isPatched = Object.keys(session.patch).length > 0;
  return (
    <Box maxW="640px">
      <Box as="h1" fontSize="xl" fontWeight="700" mb="2">
        {sayEars('find-the-fault')}
      </Box>
      <Box mb="3">{sayEars('a-fault-is-hidden-in-a')}</Box>
      {isPatched ? (
        <Flex gap="3" align="end" wrap="wrap">
          <Choice
            label={sayEars('hide')}
            value={plant}
            options={PLANTS}
            onChange={(value) => setPlant(PLANTS.find((one) => one.value === value)?.value ?? 'any')}
          />
          <Button
            minH="44px"
            bg="tapeFill"
            color="#12181b"
            onClick={() => {
              useLinePractice.setState({ plant });
              void navigate('../patch?show=lines', { relative: 'path' });
            }}
          >
            {sayEars('hide-it')}
          </Button>
        </Flex>
      ) : (
        <Box color="quiet">{sayEars('solve-the-patch-first-the-lines')}</Box>
      )}
    </Box>
  );
}
