import { Box, Button } from '@chakra-ui/react';
import { type ReactNode, useId, useState } from 'react';
import { sayHelp } from '../../words/help.page.en';

export type Term = 'polarity' | 'comb' | 'three-to-one' | 'headroom' | 'phantom' | 'mid-side' | 'near-coincident' | 'critical-distance';

const wave = (sign: number, at: number, size: number): string =>
  Array.from({ length: 33 }, (_, i) => `${i === 0 ? 'M' : 'L'}${4 + i * 3} ${(at - sign * size * Math.sin((i / 32) * 4 * Math.PI)).toFixed(1)}`).join(
    '',
  );

/** A comb's sum by frequency: as loud as twice one, and nothing, in turn. */
const comb = Array.from(
  { length: 65 },
  (_, i) => `${i === 0 ? 'M' : 'L'}${4 + i * 1.5} ${(40 - 30 * Math.abs(Math.cos((i / 64) * 3.5 * Math.PI))).toFixed(1)}`,
).join('');

const line = { fill: 'none', strokeWidth: 2 } as const;

/** What a word alone does not show. */
const DRAWN: Partial<Record<Term, ReactNode>> = {
  polarity: (
    <>
      <path d={wave(1, 13, 9)} stroke="var(--chakra-colors-string0)" {...line} />
      <path d={wave(-1, 35, 9)} stroke="var(--chakra-colors-string1)" {...line} />
    </>
  ),
  comb: <path d={comb} stroke="var(--chakra-colors-string0)" {...line} />,
  'three-to-one': (
    <>
      <path d="M14 40V26M86 40V26" stroke="var(--chakra-colors-string0)" {...line} />
      <path d="M14 20H86" stroke="var(--chakra-colors-string1)" strokeDasharray="4 3" {...line} />
      <circle cx="14" cy="42" r="4" fill="var(--chakra-colors-quiet)" />
      <circle cx="86" cy="42" r="4" fill="var(--chakra-colors-quiet)" />
      <text x="22" y="37" fontSize="10" fill="currentColor">
        1
      </text>
      <text x="47" y="15" fontSize="10" fill="currentColor">
        3
      </text>
    </>
  ),
  'mid-side': (
    <>
      <circle cx="52" cy="17" r="13" stroke="var(--chakra-colors-string0)" {...line} />
      <circle cx="39" cy="30" r="12" stroke="var(--chakra-colors-string1)" {...line} />
      <circle cx="65" cy="30" r="12" stroke="var(--chakra-colors-string1)" {...line} />
    </>
  ),
};

/** A small question mark beside a term, or the question itself: two sentences, and a drawing where it helps. */
export function Help({ term, asked = false }: { term: Term; asked?: boolean }) {
  const [open, setOpen] = useState(false);
  const id = useId();
  const drawn = DRAWN[term];
  return (
    <>
      <Button
        variant="ghost"
        size="xs"
        minW={{ base: '44px', md: '24px' }}
        minH={{ base: '44px', md: '24px' }}
        h={{ base: '44px', md: '24px' }}
        px={asked ? '2' : '0'}
        color="quiet"
        verticalAlign="baseline"
        aria-label={sayHelp('what-is', { term: sayHelp(term) })}
        aria-expanded={open}
        aria-controls={id}
        onClick={() => setOpen(!open)}
      >
        {asked ? sayHelp('what-is', { term: sayHelp(term) }) : '?'}
      </Button>
      {open && (
        <Box
          id={id}
          as="span"
          role="note"
          display="flex"
          flexBasis="100%"
          gap="3"
          alignItems="center"
          fontSize="sm"
          fontWeight="400"
          color="quiet"
          my="1"
          maxW="520px"
          whiteSpace="normal"
        >
          {drawn && (
            <svg width="104" height="48" viewBox="0 0 104 48" aria-hidden="true" style={{ flex: 'none' }}>
              {drawn}
            </svg>
          )}
          <span>{sayHelp(`${term}-is`)}</span>
        </Box>
      )}
    </>
  );
}
