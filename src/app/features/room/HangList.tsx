import { Box } from '@chakra-ui/react';
import { useMemo } from 'react';
import type { Session } from '../../../core/document';
import { SOFT_MODELS } from '../../../core/furnishings';
import { whatToHang } from '../../../core/planning';
import { formatLength, formatNumber } from '../../../core/units';

const SHOWN = 4;

/** Places where something soft helps most, in order, with what it changes. */
export function HangList({ session }: { session: Session }) {
  const advice = useMemo(() => whatToHang(session).slice(0, SHOWN), [session]);
  return (
    <Box>
      <Box as="ol" m="0" p="0" aria-label="What to hang">
        {advice.map(({ surface, kind, atM, echoDb, ends, beforeS, afterS }) => (
          <Box as="li" key={surface} listStyleType="none" py="2" borderTopWidth="1px" borderColor="line">
            <Box>
              <b>
                {SOFT_MODELS[kind].name}, {surface}.
              </b>{' '}
              {ends ? `Ends the flutter between ${ends.between.join(' and ')}. ` : ''}
              {echoDb !== null && atM
                ? `Its reflection reaches a microphone ${formatNumber(Math.max(0, -echoDb), 0)} dB under the direct sound, off a place ${
                    surface === 'floor' || surface === 'ceiling'
                      ? `${formatLength(atM.x, session.units)} from the left and ${formatLength(atM.y, session.units)} from the back`
                      : `${formatLength(atM.z, session.units)} up and ${
                          surface === 'left wall' || surface === 'right wall'
                            ? `${formatLength(atM.y, session.units)} from the back`
                            : `${formatLength(atM.x, session.units)} from the left`
                        }`
                  }. `
                : ''}
            </Box>
            <Box fontSize="sm" color="quiet" className="measure">
              decay {formatNumber(beforeS, 2)} → {formatNumber(afterS, 2)} s
            </Box>
          </Box>
        ))}
      </Box>
      <Box fontSize="sm" color="quiet" mt="2">
        In a small room absorb before you scatter, ceiling and corners too; take panels out again for a roomy sound. Hang things on what holds their
        weight, off heaters, lamps and exits; wool and foam must be rated against fire as your local code says.
      </Box>
    </Box>
  );
}
