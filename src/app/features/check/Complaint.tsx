import { Box, Button, Flex } from '@chakra-ui/react';
import { useEffect, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { applyMove, type Session } from '../../../core/document';
import { type Remedy, remediesFor } from '../../../core/planning';
import { COMPLAINTS, type Complaint as Word } from '../../../core/setups';
import type { Told } from '../../../core/units';
import { type Heard, inTake, marginsInTake, thenInTake, worstInTake } from '../../../core/verdict';
import { sayTold } from '../../../words';
import { sayCheck } from '../../../words/check.page.en';
import { term } from '../../../words/term';
import { Choice } from '../../components/Choice';
import { hearBeside } from '../../listening/hearBeside';
import { useListening } from '../../listening/listeningStore';
import { runCommand } from '../../stores/sessionStore';

/** Of one microphone alone nothing bleeds and nothing is wide. */
const OF_SEVERAL: readonly Word[] = ['bleed', 'narrow'];

/** One answer: what to do, what it does, heard before and after, done by a press. */
function Answer({ session, remedy, then, onDone }: { session: Session; remedy: Remedy; then: Told | null; onDone: () => void }) {
  const { deck, isPlaying } = useListening();
  const [isOwn, setOwn] = useState(false);
  const words = sayTold(remedy.act, session.units);
  const hear = async (on: 'A' | 'B'): Promise<void> => {
    const { stop, switchTo } = await import('../../listening/listening');
    if (isOwn && isPlaying && deck === on) return stop();
    if (isOwn && isPlaying) return switchTo(on);
    setOwn(await hearBeside(session, remedy.move, [sayCheck('before'), sayCheck('after')], on));
  };
  return (
    <Box as="li" listStyleType="none" py="3" borderBottomWidth="1px" borderColor="line">
      <Box fontWeight="700">{words}</Box>
      <Box>
        {sayTold(remedy.effect, session.units)}
        {then && ` ${sayTold(then, session.units)}`}
      </Box>
      <Flex gap="2" mt="2" wrap="wrap">
        <Button
          size="sm"
          minH={{ base: '44px', md: '34px' }}
          bg="tapeFill"
          color="#12181b"
          onClick={() => {
            runCommand(applyMove(remedy.move));
            onDone();
          }}
        >
          {sayTold(remedy.move.label, session.units)}
        </Button>
        {(['A', 'B'] as const).map((on) => (
          <Button
            key={on}
            size="sm"
            minH={{ base: '44px', md: '34px' }}
            variant="outline"
            aria-pressed={isOwn && isPlaying && deck === on}
            borderColor={isOwn && isPlaying && deck === on ? 'tape' : 'edge'}
            onClick={() => void hear(on)}
          >
            {sayCheck(on === 'A' ? 'before' : 'after')}
          </Button>
        ))}
      </Flex>
    </Box>
  );
}

/** From what someone hears, with what the take has to say of it, to the one or two small moves that answer it. */
export function Complaint({ session, heard }: { session: Session; heard: Heard }) {
  const [query] = useSearchParams();
  const asked = COMPLAINTS.find((word) => word === query.get('sounds')) ?? null;
  const [id, setId] = useState('');
  const [complaint, setComplaint] = useState<Word | null>(asked);
  const [isDone, setDone] = useState(false);
  useEffect(() => () => void import('../../listening/listening').then(({ stop }) => useListening.getState().isPlaying && stop()), []);
  // Where nobody says of which, the take says where it is worst.
  const worst = id === '' && complaint ? worstInTake(heard, complaint) : null;
  const chosen =
    session.microphones.find((one) => one.id === (worst ?? id)) ?? (session.microphones.length === 1 ? session.microphones[0] : undefined);
  const words = COMPLAINTS.filter((word) => session.microphones.length > 1 || !OF_SEVERAL.includes(word));
  // The take's margins are made anew at every drawing: the moves are worked out again only where one of them differs.
  const margins = chosen ? JSON.stringify([...marginsInTake(heard, chosen.id)]) : '';
  const remedies = useMemo(
    () => (chosen && complaint && !isDone ? remediesFor(session, chosen.id, complaint, new Map(JSON.parse(margins))) : null),
    [session, chosen, complaint, isDone, margins],
  );
  const measured = chosen && complaint && !isDone ? inTake(heard, chosen.id, complaint) : null;
  const ask = (change: () => void): void => {
    change();
    setDone(false);
  };
  return (
    <Box role="group" aria-label={sayCheck('what-bothers-you')} pt="3" mt="2">
      <Box fontWeight="700" mb="1">
        {sayCheck('what-bothers-you')}
      </Box>
      <Flex gap="2" wrap="wrap">
        {session.microphones.length > 1 && (
          <Choice
            label={sayCheck('which-one')}
            value={chosen?.id ?? ''}
            options={[{ value: '', text: sayCheck('choose') }, ...session.microphones.map((one) => ({ value: one.id, text: one.name }))]}
            onChange={(value) => ask(() => setId(value))}
          />
        )}
        <Choice
          label={sayCheck('it-sounds')}
          value={complaint ?? ''}
          options={[{ value: '', text: sayCheck('choose') }, ...words.map((word) => ({ value: word, text: term(word) }))]}
          onChange={(value) => ask(() => setComplaint(COMPLAINTS.find((word) => word === value) ?? null))}
        />
      </Flex>
      {isDone && (
        <Box role="status" py="2">
          {sayCheck('moved-record-again-to-hear-it')}
        </Box>
      )}
      {worst && !isDone && (
        <Box pt="2" fontSize="sm" role="note">
          {sayCheck('worst-there-by-the-take', { name: chosen?.name ?? '' })}
        </Box>
      )}
      {measured && (
        <Box pt="2" fontSize="sm" color="quiet" role="note">
          {sayTold(measured, session.units)}
        </Box>
      )}
      {remedies && remedies.length === 0 && (
        <Box role="status" py="2">
          {sayCheck(chosen?.locked ? 'it-is-locked' : 'nothing-small-helps')}
        </Box>
      )}
      {remedies && remedies.length > 0 && (
        <Box as="ul" m="0" p="0" aria-label={sayCheck('what-helps')}>
          {remedies.map((remedy) => (
            <Answer
              key={JSON.stringify(remedy.act)}
              session={session}
              remedy={remedy}
              then={chosen && complaint ? thenInTake(heard, chosen.id, complaint, remedy.gain) : null}
              onDone={() => setDone(true)}
            />
          ))}
        </Box>
      )}
    </Box>
  );
}
