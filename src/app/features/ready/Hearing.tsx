import { Box, Grid } from '@chakra-ui/react';
import { allowedMinutes, dose, EXPOSURE_RULES } from '../../../core/acoustics';
import { getReady, type Session } from '../../../core/document';
import { earLevelDba, hearingCaution } from '../../../core/planning';
import { formatNumber } from '../../../core/units';
import { sayTold } from '../../../words';
import { sayReady } from '../../../words/ready.page.en';
import { NumberField } from '../../components/NumberField';
import { runCommand } from '../../stores/sessionStore';

const spell = (minutes: number): string =>
  minutes >= 90 ? `${formatNumber(minutes / 60, 1)} h` : sayReady('min', { minutes: formatNumber(minutes, 0) });

/** The day's exposure of the player's ears, by both published limits. */
export function Hearing({ session }: { session: Session }) {
  const level = earLevelDba(session);
  const caution = hearingCaution(session);
  const minutes = session.ready.playedMinutes ?? 0;
  return (
    <Box maxW="640px">
      <Box as="h1" fontSize="xl" fontWeight="700" mb="1">
        {sayReady('how-long-ears-last-today')}
      </Box>
      {level === null ? (
        <Box color="quiet">{sayReady('with-an-instrument-in-the-room-2')}</Box>
      ) : (
        <>
          <Box mb="3">
            {sayReady('playeddba-as-measured-estimated-from-the', { playedDba: session.ready.playedDba !== undefined ? 'yes' : 'no' })}{' '}
            <span className="measure">{formatNumber(level, 0)} dBA</span> {sayReady('at-the-players-ears-while-playing')}
          </Box>
          {caution && <Box mb="3">{sayTold(caution, session.units)}</Box>}
          <Grid templateColumns="1fr 1fr" gap="3" maxW="420px">
            <NumberField
              label={sayReady('played-today')}
              unit={sayReady('min-2')}
              digits={0}
              value={minutes}
              low={0}
              high={1440}
              onCommit={(played) => runCommand(getReady(sayReady('note-the-time-played'), { playedMinutes: played }))}
            />
            <NumberField
              label={sayReady('level-if-measured')}
              unit="dBA"
              digits={0}
              value={level}
              low={30}
              high={140}
              onCommit={(dba) => runCommand(getReady(sayReady('note-the-level'), { playedDba: dba }))}
            />
          </Grid>
          <Box as="ul" m="0" p="0" mt="4" aria-label={sayReady('exposure')}>
            {EXPOSURE_RULES.map((rule) => {
              const share = dose(rule, level, minutes);
              return (
                <Box as="li" key={rule.name} listStyleType="none" mb="3">
                  <Box>
                    {rule.name}: <span className="measure">{formatNumber(100 * share, 0)} %</span> {sayReady('of-the-day-used')}{' '}
                    <span className="measure">{spell(allowedMinutes(rule, level))}</span> {sayReady('in-all-at-this-level')}
                  </Box>
                  <Box h="10px" bg="line" mt="1">
                    <Box h="100%" w={`${Math.min(100, 100 * share)}%`} bg={share >= 1 ? 'fix' : share >= 0.5 ? 'improve' : 'fine'} />
                  </Box>
                </Box>
              );
            })}
          </Box>
          <Box>{sayReady('headphones-set-them-before-the-loud')}</Box>
        </>
      )}
    </Box>
  );
}
