import { Box, Grid } from '@chakra-ui/react';
import { getReady, type Session } from '../../../core/document';
import { familyOf } from '../../../core/instruments';
import { SOUND_CHOICES } from '../../../core/planning';
import { FOLLOWED } from '../../../core/synthesis';
import { Choice } from '../../components/Choice';
import { runCommand } from '../../stores/sessionStore';

const NOT_SAID = { value: '', text: 'not said' };

/** What is part of the sound and not of the plan: kept with the session, printed on its sheet. */
export function Choices({ session }: { session: Session }) {
  const chosen = session.ready.choices ?? {};
  const choose = (key: string, answer: string): void => {
    const { [key]: _, ...others } = chosen;
    runCommand(getReady('note a choice', { choices: answer ? { ...others, [key]: answer } : others }));
  };
  if (session.instruments.length === 0) return <Box color="quiet">With an instrument in the room, its choices are asked here.</Box>;
  return (
    <Box maxW="860px">
      <Box as="h1" fontSize="xl" fontWeight="700">
        Choices that are part of the sound
      </Box>
      <Box color="quiet" mb="3">
        Kept with the session and printed on its sheet, so that another day sounds the same. Levels and arrivals follow only a kick’s front head and
        port, a piano’s lid and how hard is played, which belong to the instrument on the Floor; what is heard of the plan follows what is named under
        each instrument.
      </Box>
      {session.instruments.map((instrument) => (
        <Box key={instrument.id} mb="4">
          <Box fontWeight="700" borderBottomWidth="1px" borderColor="line" mb="2">
            {instrument.name}
          </Box>
          <Heard group={familyOf(instrument.kind).group} />
          <Grid templateColumns={{ base: '1fr 1fr', md: 'repeat(3, 1fr)' }} gap="3">
            {SOUND_CHOICES[familyOf(instrument.kind).group].map(({ id, ask, answers }) => {
              const key = `${instrument.id}/${id}`;
              return (
                <Choice
                  key={key}
                  label={ask}
                  value={chosen[key] ?? ''}
                  options={[NOT_SAID, ...answers.map((answer) => ({ value: answer, text: answer }))]}
                  onChange={(answer) => choose(key, answer)}
                />
              );
            })}
          </Grid>
        </Box>
      ))}
    </Box>
  );
}

/** What of an instrument's choices is heard when the plan is played. */
function Heard({ group }: { group: keyof typeof SOUND_CHOICES }) {
  const heard = SOUND_CHOICES[group].filter(({ id }) => FOLLOWED.includes(id)).map(({ ask }) => ask.toLowerCase());
  if (heard.length === 0) return null;
  return (
    <Box fontSize="sm" color="quiet" mb="2">
      Heard when the plan is played: {heard.join(', ')}.
    </Box>
  );
}
