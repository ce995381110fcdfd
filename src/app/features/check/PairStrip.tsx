import { Box } from '@chakra-ui/react';
import { useEffect, useRef, useState } from 'react';
import { middleOf, type PairMoment } from '../../../core/analysis';
import type { Session } from '../../../core/document';
import { formatNumber } from '../../../core/units';
import { sayCheck } from '../../../words/check.page.en';
import { runJob } from '../../../workers/runJob';
import { filesOfTake } from '../../stores/takeStore';

interface Props {
  readonly session: Session;
  /** The pair's own name, and the channels of its two sides. */
  readonly name: string;
  readonly left: string;
  readonly right: string;
  readonly lengthS: number;
}

const HEIGHT = 56;
const signed = (value: number, digits: number): string => `${value < 0 ? '−' : ''}${formatNumber(Math.abs(value), digits)}`;

/** How mono or wide a pair is over the take: correlation from +1 above to −1 below, on the lanes' own time axis. */
export function PairStrip({ session, name, left, right, lengthS }: Props) {
  const [moments, setMoments] = useState<readonly PairMoment[]>([]);
  const files = filesOfTake(session.id);
  const loaded = files[0]?.loadId;
  const newest = useRef(files);
  newest.current = files;
  useEffect(() => {
    let isGone = false;
    if (loaded === undefined) return;
    void runJob('pair-over-time', { files: newest.current, left, right }, { owner: `pair ${left} ${right}` }).then((answer) => {
      if (!isGone && answer.kind === 'done' && answer.output.ok) setMoments(answer.output.moments);
    });
    return () => {
      isGone = true;
    };
  }, [loaded, left, right]);
  const correlation = middleOf(moments.map((one) => one.correlation));
  const sideDb = middleOf(moments.map((one) => one.sideDb));
  if (correlation === null || sideDb === null) return null;
  const below = moments.filter((one) => (one.correlation ?? 0) < 0).length / moments.filter((one) => one.correlation !== null).length;
  const words = sayCheck('pair-over-time', {
    name,
    correlation: signed(correlation, 2),
    side: signed(sideDb, 0),
    below: formatNumber(100 * below, 0),
    isBelow: below > 0.1 ? 'yes' : 'no',
  });
  const step = (moments[1]?.atSeconds ?? lengthS) - (moments[0]?.atSeconds ?? 0);
  return (
    <Box>
      <Box fontSize="sm" color="quiet">
        {words}
      </Box>
      <svg viewBox={`0 0 1000 ${HEIGHT}`} preserveAspectRatio="none" width="100%" height={HEIGHT} role="img" aria-label={words}>
        <line x1="0" x2="1000" y1={HEIGHT / 2} y2={HEIGHT / 2} stroke="var(--chakra-colors-line)" strokeWidth="1" vectorEffect="non-scaling-stroke" />
        {moments.map((one) => {
          if (one.correlation === null) return null;
          const tall = (Math.abs(one.correlation) * HEIGHT) / 2;
          return (
            <rect
              key={one.atSeconds}
              x={(1000 * one.atSeconds) / lengthS}
              width={(900 * step) / lengthS}
              y={one.correlation >= 0 ? HEIGHT / 2 - tall : HEIGHT / 2}
              height={Math.max(1, tall)}
              fill={`var(--chakra-colors-${one.correlation >= 0 ? 'fine' : 'fix'})`}
            />
          );
        })}
      </svg>
    </Box>
  );
}
