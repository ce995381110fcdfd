import { Box, Grid } from '@chakra-ui/react';
import { allowedMinutes, dose, EXPOSURE_RULES } from '../../../core/acoustics';
import { getReady, type Session } from '../../../core/document';
import { earLevelDba, hearingCaution } from '../../../core/planning';
import { formatNumber } from '../../../core/units';
import { NumberField } from '../../components/NumberField';
import { runCommand } from '../../stores/sessionStore';

const spell = (minutes: number): string => (minutes >= 90 ? `${formatNumber(minutes / 60, 1)} h` : `${formatNumber(minutes, 0)} min`);

/** The day's exposure of the player's ears, by both published limits. */
export function Hearing({ session }: { session: Session }) {
  const level = earLevelDba(session);
  const caution = hearingCaution(session);
  const minutes = session.ready.playedMinutes ?? 0;
  return (
    <Box maxW="640px">
      <Box as="h1" fontSize="xl" fontWeight="700" mb="1">
        How long ears last today
      </Box>
      {level === null ? (
        <Box color="quiet">With an instrument in the room, its level at the player’s ears is estimated here.</Box>
      ) : (
        <>
          <Box mb="3">
            {session.ready.playedDba !== undefined ? 'As measured' : 'Estimated from the instruments, ±6 dB'}, it is{' '}
            <span className="measure">{formatNumber(level, 0)} dBA</span> at the player’s ears while playing.
          </Box>
          {caution && <Box mb="3">{caution}</Box>}
          <Grid templateColumns="1fr 1fr" gap="3" maxW="420px">
            <NumberField
              label="Played today"
              unit="min"
              digits={0}
              value={minutes}
              low={0}
              high={1440}
              onCommit={(played) => runCommand(getReady('note the time played', { playedMinutes: played }))}
            />
            <NumberField
              label="Level, if measured"
              unit="dBA"
              digits={0}
              value={level}
              low={30}
              high={140}
              onCommit={(dba) => runCommand(getReady('note the level', { playedDba: dba }))}
            />
          </Grid>
          <Box as="ul" m="0" p="0" mt="4" aria-label="Exposure">
            {EXPOSURE_RULES.map((rule) => {
              const share = dose(rule, level, minutes);
              return (
                <Box as="li" key={rule.name} listStyleType="none" mb="3">
                  <Box>
                    {rule.name}: <span className="measure">{formatNumber(100 * share, 0)} %</span> of the day used;{' '}
                    <span className="measure">{spell(allowedMinutes(rule, level))}</span> in all at this level.
                  </Box>
                  <Box h="10px" bg="line" mt="1">
                    <Box h="100%" w={`${Math.min(100, 100 * share)}%`} bg={share >= 1 ? 'fix' : share >= 0.5 ? 'improve' : 'fine'} />
                  </Box>
                </Box>
              );
            })}
          </Box>
          <Box>
            Headphones: set them before the loud part, as quiet as the click can still be followed; earplugs under closed ones are no shame. Ringing
            after a take means that it was too loud. Local rules prevail.
          </Box>
        </>
      )}
    </Box>
  );
}
