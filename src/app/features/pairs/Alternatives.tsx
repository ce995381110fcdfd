import { Box, Button, Flex } from '@chakra-ui/react';
import { useMemo } from 'react';
import type { Pair, Session } from '../../../core/document';
import { patternGain } from '../../../core/microphones';
import { type PairAlternative, type PairDesign, pairAlternatives } from '../../../core/planning';
import { formatDb, formatLength, formatNumber, radiansFromDegrees, type UnitSystem } from '../../../core/units';
import { sayTold } from '../../../words';
import { sayPairs } from '../../../words/pairs.page.en';
import { runCommand } from '../../stores/sessionStore';

const [WIDE, HIGH] = [84, 56];
const LOBE = 22;

/** Outline of a pattern looking one way, pixels. */
function lobe(design: PairDesign, side: 0 | 1, x: number): string {
  const turn = design.decoding === 'mid-side' ? (side === 0 ? 0 : -90) : ((side === 0 ? -1 : 1) * design.angleDeg) / 2;
  const points = Array.from({ length: 49 }, (_, i) => {
    const angle = (i * 7.5 * Math.PI) / 180;
    const r = Math.abs(patternGain(design.patterns[side], Math.cos(angle))) * LOBE;
    const at = radiansFromDegrees(turn) + angle;
    return `${(x + r * Math.sin(at)).toFixed(1)} ${(38 - r * Math.cos(at)).toFixed(1)}`;
  });
  return `M${points.join('L')}Z`;
}

/** How a geometry looks from above. */
function Thumb({ design }: { design: PairDesign }) {
  const half = Math.min(22, design.spacingM * 44);
  const at = [WIDE / 2 - half, WIDE / 2 + half] as const;
  return (
    <svg width={WIDE} height={HIGH} aria-hidden="true">
      {([0, 1] as const).map((side) => (
        <g key={side}>
          <path
            d={lobe(design, side, at[side])}
            fill={side === 0 ? 'var(--chakra-colors-string0)' : 'var(--chakra-colors-string1)'}
            fillOpacity={0.18}
            stroke={side === 0 ? 'var(--chakra-colors-string0)' : 'var(--chakra-colors-string1)'}
          />
          <circle cx={at[side]} cy={38} r={2.5} fill="var(--chakra-colors-ink)" />
        </g>
      ))}
    </svg>
  );
}

export const nameOf = ({ technique, spacingM, angleDeg, decoding }: PairDesign, units: UnitSystem): string =>
  [
    technique,
    ...(spacingM > 0 ? [formatLength(spacingM, units)] : []),
    ...(decoding === 'left-right' && angleDeg > 0 ? [`${formatNumber(angleDeg, 0)}°`] : []),
  ].join(', ');

/** Other geometries at the same place, best first, each put up in one press. */
export function Alternatives({ session, pair, onHear }: { session: Session; pair: Pair; onHear: (one: PairAlternative) => void }) {
  const found = useMemo(() => pairAlternatives(session, pair.id), [session, pair.id]);
  if (found.length === 0) return <Box color="quiet">{sayPairs('square-the-pair-up-to-compare')}</Box>;
  return (
    <Flex as="ol" gap="3" m="0" p="0" overflowX="auto" aria-label={sayPairs('other-geometries-here')}>
      {found.map((one) => (
        <One key={nameOf(one.design, session.units)} one={one} units={session.units} onHear={onHear} />
      ))}
    </Flex>
  );
}

function One({ one, units, onHear }: { one: PairAlternative; units: UnitSystem; onHear: (one: PairAlternative) => void }) {
  const { design, command } = one;
  return (
    <Flex
      as="li"
      direction="column"
      listStyleType="none"
      w="204px"
      minH="196px"
      flexShrink={0}
      borderWidth="1px"
      borderColor={one.isPresent ? 'tape' : 'line'}
      p="2"
      gap="1"
    >
      <Flex gap="2" align="start">
        <Thumb design={design} />
        <Box flex="1" lineHeight="1.25">
          <Box fontWeight="700">{nameOf(design, units)}</Box>
          {!one.missing && <Box className="measure">{sayPairs('of-100', { score: formatNumber(one.score, 0) })}</Box>}
        </Box>
      </Flex>
      <Box fontSize="sm" lineHeight="1.35" flex="1">
        {one.missing
          ? sayTold(one.missing, units)
          : `${sayPairs('reaches-mono-loses-room', { value: formatNumber(100 * one.reach, 0), monoLoss: formatDb(one.monoLossDb), room: formatDb(one.roomDb) })} `}
        <Box as="span" color="quiet">
          {!one.missing && `${sayTold(design.told, units)}.`}
        </Box>
      </Box>
      {command && !one.isPresent && (
        <Flex gap="1">
          <Button flex="1" size="sm" variant="outline" minH={{ base: '44px', md: '30px' }} onClick={() => runCommand(command)}>
            {sayPairs('put-it-up')}
          </Button>
          <Button size="sm" variant="outline" minH={{ base: '44px', md: '30px' }} onClick={() => onHear(one)}>
            {sayPairs('hear-it')}
          </Button>
        </Flex>
      )}
      {one.isPresent && <Box fontSize="sm">{sayPairs('stands-here')}</Box>}
    </Flex>
  );
}
