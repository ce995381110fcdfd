import { Box, Button, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { sayComponents } from '../../words/components.page.en';
import { Help, type Term } from './Help';
import { Severity, type SeverityName } from './Severity';

interface Props {
  readonly severity: SeverityName;
  readonly message: string;
  readonly why?: string;
  readonly moveLabel?: string | null;
  readonly onMove?: () => void;
  /** Where there are several ways, the first is the usual one. */
  readonly moves?: readonly { readonly label: string; readonly onMove: () => void }[];
  /** Lets it be heard before and after the move. */
  readonly onHear?: () => void;
  readonly onPoint?: () => void;
  /** The term that it turns on, told by a press. */
  readonly term?: Term | null;
}

const LOUD = { bg: 'tapeFill', color: '#12181b', _hover: { opacity: 0.88 } } as const;
const QUIET = { variant: 'outline', borderColor: 'edge' } as const;

/** Names in a move may be long: the button grows, and stays in its column. */
const LONG = { h: 'auto', py: '1', maxW: '100%', whiteSpace: 'normal', textAlign: 'start', overflowWrap: 'anywhere' } as const;

/** One sentence, how bad it is, and the button with the move. */
export function VerdictLine({ severity, message, why, moveLabel, onMove, moves = [], onHear, onPoint, term = null }: Props) {
  const [open, setOpen] = useState(false);
  return (
    <Box as="li" listStyleType="none" py="3" borderBottomWidth="1px" borderColor="line" onMouseEnter={onPoint}>
      <Severity severity={severity} />
      <Box mt="1">{message}</Box>
      <Flex gap="2" mt="2" align="center" wrap="wrap">
        {moves.map((move, i) => (
          <Button
            key={move.label}
            size="sm"
            minH={{ base: '44px', md: '32px' }}
            {...LONG}
            {...(severity === 'note' || i > 0 ? QUIET : LOUD)}
            onClick={move.onMove}
          >
            {move.label}
          </Button>
        ))}
        {moveLabel && onMove && (
          <Button size="sm" minH={{ base: '44px', md: '32px' }} {...LONG} {...(severity === 'note' ? QUIET : LOUD)} onClick={onMove}>
            {moveLabel}
          </Button>
        )}
        {onHear && (
          <Button size="sm" minH={{ base: '44px', md: '32px' }} variant="outline" borderColor="edge" onClick={onHear}>
            {sayComponents('hear-it')}
          </Button>
        )}
        {why && (
          <Button
            size="sm"
            minH={{ base: '44px', md: '32px' }}
            variant="ghost"
            color="quiet"
            px="2"
            aria-expanded={open}
            onClick={() => setOpen(!open)}
          >
            {sayComponents('why')}
          </Button>
        )}
        {term && <Help term={term} />}
      </Flex>
      {open && (
        <Box mt="1" color="quiet" fontSize="sm">
          {why}
        </Box>
      )}
    </Box>
  );
}
