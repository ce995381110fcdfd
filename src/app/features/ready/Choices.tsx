import { Box, Grid } from '@chakra-ui/react';
import { getReady, type Session } from '../../../core/document';
import { familyOf } from '../../../core/instruments';
import { SOUND_CHOICES } from '../../../core/planning';
import { FOLLOWED } from '../../../core/synthesis';
import { midway } from '../../../words/midway';
import { sayReady } from '../../../words/ready.page.en';
import { term } from '../../../words/term';
import { Choice } from '../../components/Choice';
import { runCommand } from '../../stores/sessionStore';

const NOT_SAID = { value: '', text: sayReady('not-said') };

/** What is part of the sound and not of the plan: kept with the session, printed on its sheet. */
export function Choices({ session }: { session: Session }) {
  const chosen = session.ready.choices ?? {};
  const choose = (key: string, answer: string): void => {
    const { [key]: _, ...others } = chosen;
    runCommand(getReady(sayReady('note-a-choice'), { choices: answer ? { ...others, [key]: answer } : others }));
  };
  if (session.instruments.length === 0) return <Box color="quiet">{sayReady('with-an-instrument-in-the-room')}</Box>;
  return (
    <Box maxW="860px">
      <Box as="h1" fontSize="xl" fontWeight="700">
        {sayReady('choices-that-are-part-of-the')}
      </Box>
      <Box color="quiet" mb="3">
        {sayReady('kept-with-the-session-and-printed')}
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
                  label={term(ask)}
                  value={chosen[key] ?? ''}
                  options={[NOT_SAID, ...answers.map((answer) => ({ value: answer, text: term(answer) }))]}
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
  const heard = SOUND_CHOICES[group].filter(({ id }) => FOLLOWED.includes(id)).map(({ ask }) => midway(ask));
  if (heard.length === 0) return null;
  return (
    <Box fontSize="sm" color="quiet" mb="2">
      {sayReady('heard-when-the-plan-is-played', { heard: heard.join(', ') })}
    </Box>
  );
}
