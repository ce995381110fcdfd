import { Box, Button, Flex } from '@chakra-ui/react';
import { framePair, type Pair, type Session } from '../../../core/document';
import type { Fit, FittingMove, PairFit } from '../../../core/stereo';
import { formatLength, formatNumber } from '../../../core/units';
import { Severity } from '../../components/Severity';
import { runCommand } from '../../stores/sessionStore';

const WORDS: Readonly<Record<PairFit['fit'], string>> = {
  'too wide': 'More of the instrument than the pair spreads: its ends pile up in the loudspeakers.',
  'too narrow': 'The instrument takes up little of what the pair spreads: a puddle in the middle.',
  fits: 'The instrument fills what the pair spreads.',
};

function labelOf({ kind, by }: FittingMove, { units }: Session, pair: Pair): string {
  const frame = pair.frame;
  if (kind === 'distance') return `${by > 0 ? 'Back' : 'Nearer'} by ${formatLength(Math.abs(by), units)}`;
  if (kind === 'angle') return `${by > 0 ? 'Open' : 'Close'} to ${formatNumber((frame?.angleDeg ?? 0) + by, 0)}°`;
  return `Apart ${formatLength((frame?.spacingM ?? 0) + by, units)}`;
}

/** Whether the instrument fits, by how much, and what would make it. */
export function FitWords({ near, ...rest }: FitProps & { near: Fit | null }) {
  if (near === null) return <FarWords {...rest} />;
  return (
    <Box role="group" aria-label="Whether it fits">
      <Severity severity={near === 'fits' ? 'fine' : 'note'} />
      <Box mt="1">{NEAR_WORDS[near]} So wide a pair so near is judged by its picture, not by an angle.</Box>
    </Box>
  );
}

const NEAR_WORDS: Readonly<Record<Fit, string>> = {
  'too wide': 'Most of it is heard at the loudspeakers and little between: bring the two nearer together, or both farther off.',
  'too narrow': 'It is heard close to the middle: bring the two apart, or both nearer.',
  fits: 'It is heard from side to side with something between.',
};

interface FitProps {
  readonly session: Session;
  readonly pair: Pair;
  readonly fit: PairFit;
  readonly moves: readonly FittingMove[];
}

function FarWords({ session, pair, fit, moves }: FitProps) {
  return (
    <Box role="group" aria-label="Whether it fits">
      <Severity severity={fit.fit === 'fits' ? 'fine' : 'note'} />
      <Box mt="1">
        {WORDS[fit.fit]} The pair spreads{' '}
        <span className="measure">{fit.recordingDeg === null ? 'all round' : `±${formatNumber(fit.recordingDeg, 0)}°`}</span>, the instrument takes up{' '}
        <span className="measure">±{formatNumber(fit.instrumentDeg, 0)}°</span>.
      </Box>
      {fit.fit !== 'fits' && moves.length > 0 && (
        <Flex gap="1" mt="2" wrap="wrap" role="group" aria-label="What would make it fit">
          {moves.map((move) => (
            <Button
              key={move.kind}
              size="sm"
              variant="outline"
              minH={{ base: '44px', md: '32px' }}
              onClick={() => runCommand(framePair(pair.id, move.frame))}
            >
              {labelOf(move, session, pair)}
            </Button>
          ))}
        </Flex>
      )}
      {fit.fit !== 'fits' && moves.length === 0 && (
        <Box mt="1" color="quiet" fontSize="sm">
          No change of distance, angle or spacing alone makes it fit here: try another geometry below.
        </Box>
      )}
    </Box>
  );
}
