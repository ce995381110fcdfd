import { Box, Flex } from '@chakra-ui/react';
import { useEffect, useRef } from 'react';
import { formatNumber } from '../../core/units';
import { sayListening } from '../../words/listening.page.en';
import { useListening } from './listeningStore';

const LOWEST_DB = -54;
const dbOf = (peak: number): number => 20 * Math.log10(Math.max(1e-6, peak));
const shareOf = (peak: number): number => Math.max(0, Math.min(1, 1 - dbOf(peak) / LOWEST_DB));
/** Steps of the trace over one round of the loop. */
const STEPS = 160;

/** Both sides' peaks over a round, as one stroke. */
function traceOf(peaks: Float32Array): string {
  let d = '';
  for (let k = 0; k < STEPS; k++) {
    const [up, down] = [shareOf(peaks[2 * k] ?? 0), shareOf(peaks[2 * k + 1] ?? 0)];
    if (up + down > 0) d += `M${k + 0.5} ${(17 - 16 * up).toFixed(1)}V${(17 + 16 * down).toFixed(1)}`;
  }
  return d || 'M0 17';
}

/** What is heard, to be seen: both sides' peaks, and the round of the loop with where it is. */
export function Meter() {
  const report = useListening((state) => state.report);
  const trace = useRef(new Float32Array(2 * STEPS));
  const step = report && report.length > 0 ? Math.floor((report.at / report.length) * STEPS) % STEPS : 0;
  const last = useRef(step);
  useEffect(() => {
    if (!report) return;
    // What was heard since the last report fills every step it went over.
    for (let k = last.current; k !== step; k = (k + 1) % STEPS) {
      trace.current[2 * k] = report.peaks[0];
      trace.current[2 * k + 1] = report.peaks[1];
    }
    last.current = step;
  }, [report, step]);
  const loudest = report ? dbOf(Math.max(...report.peaks)) : LOWEST_DB;
  const words = report && loudest > LOWEST_DB ? `${formatNumber(loudest, 0)} dBFS` : sayListening('silent');
  return (
    <Flex align="center" gap="3" minW="0" flex="1">
      <Box
        w="88px"
        role="meter"
        aria-label={sayListening('level')}
        aria-valuemin={LOWEST_DB}
        aria-valuemax={0}
        aria-valuenow={Math.round(Math.max(LOWEST_DB, loudest))}
        aria-valuetext={words}
      >
        {([0, 1] as const).map((side) => (
          <Box key={side} h="7px" mb="2px" bg="line">
            <Box h="100%" w={`${100 * shareOf(report?.peaks[side] ?? 0)}%`} bg={report?.isLimited ? 'improve' : 'fine'} />
          </Box>
        ))}
      </Box>
      <svg
        width="100%"
        height="34"
        viewBox={`0 0 ${STEPS} 34`}
        preserveAspectRatio="none"
        role="img"
        aria-label={sayListening('one-round-of-what-is-heard')}
      >
        <path d={`M0 17H${STEPS}`} stroke="var(--chakra-colors-line)" strokeWidth={0.6} vectorEffect="non-scaling-stroke" />
        <path d={traceOf(trace.current)} stroke="var(--chakra-colors-tape)" strokeWidth={0.7} opacity={0.7} />
        {report && <path d={`M${step + 0.5} 0V34`} stroke="var(--chakra-colors-ink)" strokeWidth={0.6} />}
      </svg>
      <Box className="measure" fontSize="sm" color="quiet" w="82px" textAlign="right" flexShrink={0}>
        {words}
      </Box>
    </Flex>
  );
}
