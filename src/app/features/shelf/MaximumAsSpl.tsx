import { Box, Button, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { outputLevelDbu } from '../../../core/microphones';
import { formatNumber } from '../../../core/units';
import { sayShelf } from '../../../words/shelf.page.en';
import { NumberField } from '../../components/NumberField';

/** A data sheet may give the maximum as a sound level with a microphone of some sensitivity: the same in dBu. */
export function MaximumAsSpl({ onTake }: { onTake: (dbu: number) => void }) {
  const [splDb, setSpl] = useState(130);
  const [sensitivity, setSensitivity] = useState(10);
  const dbu = Math.round(10 * outputLevelDbu(sensitivity, splDb, 0)) / 10;
  return (
    <Box as="details" mt="2" fontSize="sm">
      <Box as="summary" minH="44px" display="flex" alignItems="center" cursor="pointer">
        {sayShelf('its-data-sheet-gives-a-maximum')}
      </Box>
      <Flex
        gap="3"
        align="end"
        wrap="wrap"
        // Enter commits a number here; it does not send the form.
        onKeyDown={(event) => event.key === 'Enter' && event.target instanceof HTMLInputElement && event.preventDefault()}
      >
        <NumberField label={sayShelf('maximum')} unit={sayShelf('db-spl')} digits={0} value={splDb} low={60} high={200} onCommit={setSpl} />
        <NumberField
          label={sayShelf('with-a-microphone-of')}
          unit="mV/Pa"
          digits={1}
          value={sensitivity}
          low={0.1}
          high={200}
          onCommit={setSensitivity}
        />
        <Button size="sm" minH="44px" variant="outline" type="button" onClick={() => onTake(dbu)}>
          {sayShelf('that-is-dbu-take-it', { dbu: formatNumber(dbu, 1) })}
        </Button>
      </Flex>
    </Box>
  );
}
