import { Box, Button, Flex } from '@chakra-ui/react';
import { framePair, type Pair, type Session } from '../../../core/document';
import type { Fit, FittingMove, PairFit } from '../../../core/stereo';
import { formatLength, formatNumber } from '../../../core/units';
import { sayPairs } from '../../../words/pairs.page.en';
import { Severity } from '../../components/Severity';
import { runCommand } from '../../stores/sessionStore';

const WORDS: Readonly<Record<PairFit['fit'], string>> = {
  'too wide': sayPairs('more-of-the-instrument-than-the'),
  'too narrow': sayPairs('the-instrument-takes-up-little-of'),
  fits: sayPairs('the-instrument-fills-what-the-pair'),
};

function labelOf({ kind, by }: FittingMove, { units }: Session, pair: Pair): string {
  const frame = pair.frame;
  if (kind === 'distance') return sayPairs('by-back-nearer-by', { by: by > 0 ? 'yes' : 'no', by2: formatLength(Math.abs(by), units) });
  if (kind === 'angle') return sayPairs('by-open-close-to', { by: by > 0 ? 'yes' : 'no', angle: formatNumber((frame?.angleDeg ?? 0) + by, 0) });
  return sayPairs('apart', { spacing: formatLength((frame?.spacingM ?? 0) + by, units) });
}

/** Whether the instrument fits, by how much, and what would make it. */
export function FitWords({ near, ...rest }: FitProps & { near: Fit | null }) {
  if (near === null) return <FarWords {...rest} />;
  return (
    <Box role="group" aria-label={sayPairs('whether-it-fits')}>
      <Severity severity={near === 'fits' ? 'fine' : 'note'} />
      <Box mt="1">{sayPairs('so-wide-a-pair-so-near', { nearWords: NEAR_WORDS[near] })}</Box>
    </Box>
  );
}

const NEAR_WORDS: Readonly<Record<Fit, string>> = {
  'too wide': sayPairs('most-of-it-is-heard-at'),
  'too narrow': sayPairs('it-is-heard-close-to-the'),
  fits: sayPairs('it-is-heard-from-side-to'),
};

interface FitProps {
  readonly session: Session;
  readonly pair: Pair;
  readonly fit: PairFit;
  readonly moves: readonly FittingMove[];
}

/** Nearer together than this both sides are one figure, degrees. */
const ALIKE_DEG = 2;

/** An angle to both sides, in one where they are alike. */
function sides({ left, right }: PairFit, of: 'recordingDeg' | 'instrumentDeg'): string {
  const [l, r] = [left[of], right[of]];
  if (l !== null && r !== null && Math.abs(l - r) < ALIKE_DEG) return `±${formatNumber((l + r) / 2, 0)}°`;
  const told = (degrees: number | null): string => (degrees === null ? sayPairs('all-round') : `${formatNumber(degrees, 0)}°`);
  return sayPairs('left-and-right-of-it', { left: told(l), right: told(r) });
}

function FarWords({ session, pair, fit, moves }: FitProps) {
  return (
    <Box role="group" aria-label={sayPairs('whether-it-fits')}>
      <Severity severity={fit.fit === 'fits' ? 'fine' : 'note'} />
      <Box mt="1">
        {sayPairs('the-pair-spreads', { words: WORDS[fit.fit] })}{' '}
        <span className="measure">{fit.recordingDeg === null ? sayPairs('all-round') : sides(fit, 'recordingDeg')}</span>
        {sayPairs('the-instrument-takes-up')} <span className="measure">{sides(fit, 'instrumentDeg')}</span>.
      </Box>
      {fit.fit !== 'fits' && moves.length > 0 && (
        <Flex gap="1" mt="2" wrap="wrap" role="group" aria-label={sayPairs('what-would-make-it-fit')}>
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
          {sayPairs('no-change-of-distance-angle-or')}
        </Box>
      )}
    </Box>
  );
}
