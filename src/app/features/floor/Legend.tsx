import { Box } from '@chakra-ui/react';
import { inUnits, type UnitSystem } from '../../../core/units';

const ROWS: readonly (readonly [string, string])[] = [
  ['M2 8H22', 'String: from source to microphone, with its length'],
  ['M12 2V14M6 8H18M12 8m-4 0a4 4 0 1 0 8 0a4 4 0 1 0 -8 0', 'Aim: drag it, or Tab to it and use the arrows'],
  ['M7 4H17V12H7ZM12 4V0M12 12V16M7 8H2M17 8H22', 'Instrument: drag; arrows move it, [ and ] turn it'],
  ['M12 3m-5 5a5 5 0 1 0 10 0a5 5 0 1 0 -10 0', 'Source: choose it for strings and rake'],
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
      aria-label="Legend"
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
        Arrows move by {inUnits('{1 cm}, with Shift {10 cm}', units)}; Page Up and Down lift. Shift and click takes several in hand. A drag clicks
        into equal strings, round lengths and equal heights; Alt lets it run free. Shaded: keep free.
      </Box>
    </Box>
  );
}
