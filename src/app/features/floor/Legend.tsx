import { Box } from '@chakra-ui/react';
import { inUnits, type UnitSystem } from '../../../core/units';
import { sayFloor } from '../../../words/floor.page.en';

const ROWS: readonly (readonly [string, string])[] = [
  ['M2 8H22', sayFloor('string-from-source-to-microphone-with')],
  ['M12 2V14M6 8H18M12 8m-4 0a4 4 0 1 0 8 0a4 4 0 1 0 -8 0', sayFloor('aim-drag-it-or-tab-to')],
  ['M7 4H17V12H7ZM12 4V0M12 12V16M7 8H2M17 8H22', sayFloor('instrument-drag-arrows-move-it-and')],
  ['M12 3m-5 5a5 5 0 1 0 10 0a5 5 0 1 0 -10 0', sayFloor('source-choose-it-for-strings-and')],
];

/** What the marks mean, and the keys. Small, and only when asked for. */
export function Legend({ units }: { units: UnitSystem }) {
  return (
    <Box
      position="absolute"
      left="3"
      bottom="3"
      bg="panel"
      borderWidth="1px"
      borderColor="edge"
      p="3"
      fontSize="sm"
      maxW="340px"
      zIndex="2"
      role="note"
      aria-label={sayFloor('legend')}
    >
      {ROWS.map(([d, words]) => (
        <Box key={words} display="flex" gap="2" alignItems="center" py="0.5">
          <svg width="24" height="16" viewBox="0 0 24 16" aria-hidden="true" style={{ flexShrink: 0 }}>
            <path d={d} fill="none" stroke="currentColor" strokeWidth="1.5" />
          </svg>
          {words}
        </Box>
      ))}
      <Box color="quiet" mt="1">
        {sayFloor('arrows-move-by-page-up-and', { step: inUnits('{1 cm}', units), stride: inUnits('{10 cm}', units) })}
      </Box>
    </Box>
  );
}
