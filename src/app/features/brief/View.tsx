import { Box, Button, Flex, Grid } from '@chakra-ui/react';
import { Fragment, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { answerBrief, type Brief, belongsTo, type Session } from '../../../core/document';
import type { InstrumentId } from '../../../core/ids';
import { familyOf } from '../../../core/instruments';
import { type Proposal, placeSetup, proposalsFor, putUpSetup, wantedLevelDb, withoutSetups } from '../../../core/planning';
import { counted } from '../../../core/units';
import { say, sayFit, sayTold, sentence, setupTexts } from '../../../words';
import { sayBrief } from '../../../words/brief.page.en';
import { term } from '../../../words/term';
import { Choice } from '../../components/Choice';
import { Fold } from '../../components/Fold';
import { NumberField } from '../../components/NumberField';
import { newId } from '../../components/newId';
import { Segments } from '../../components/Segments';
import { SidePane } from '../../components/SidePane';
import { AddInstrument } from '../../drawing/AddInstrument';
import { StaticFace } from '../../drawing/StaticFace';
import { runCommand, useLiveSession } from '../../stores/sessionStore';
import { PLACING, solvePatch } from '../../stores/solvePatch';
import { chooseNothing } from '../../stores/viewStore';
import { Parts } from './Parts';
import { HABIT_QUESTIONS, type Question, SOUND_QUESTIONS } from './questions.data';

/** What is wanted, before anything is placed; every line can be left. */
export function BriefStation() {
  const session = useLiveSession();
  return session ? <BriefPage session={session} /> : null;
}

/** One line: the question, its answers, why it is asked. A second press takes an answer back. */
function Line({ session, question }: { session: Session; question: Question }) {
  const value = session.brief[question.of];
  return (
    <Box py="2" borderTopWidth="1px" borderColor="line">
      <Flex gap="2" wrap="wrap" align="baseline" justify="space-between">
        <Box fontWeight="700" minW="110px">
          {question.ask}
        </Box>
        <Flex wrap="wrap">
          <Segments
            label={question.ask}
            value={typeof value === 'string' ? value : ''}
            options={question.answers.map((answer) => ({ value: answer, text: term(answer) }))}
            onChange={(answer) => runCommand(answerBrief({ [question.of]: answer === value ? undefined : answer } as Partial<Brief>))}
          />
        </Flex>
      </Flex>
      <Box fontSize="sm" color="quiet">
        {sayBrief('used-by', { why: question.why, usedBy: question.usedBy })}
      </Box>
    </Box>
  );
}

/** How loud each instrument is to be in the mix: asked once, where the faders stay at unity. */
function Levels({ session }: { session: Session }) {
  return (
    <Flex role="group" aria-label={sayBrief('how-loud-in-the-mix')} gap="3" wrap="wrap" pb="3">
      {session.instruments.map((instrument) => (
        <NumberField
          key={instrument.id}
          label={sayBrief('in-the-mix', { instrument: instrument.name })}
          unit={sayBrief('db-against-the-loudest')}
          digits={0}
          value={wantedLevelDb(session, instrument)}
          low={-40}
          high={0}
          onCommit={(db) => runCommand(answerBrief({ levelsDb: { ...session.brief.levelsDb, [instrument.id]: db } }))}
        />
      ))}
    </Flex>
  );
}

function BriefPage({ session }: { session: Session }) {
  const [wanted, setWanted] = useState<string | null>(null);
  const instrument = session.instruments.find(({ id }) => id === wanted) ?? session.instruments[session.instruments.length - 1];
  const inputs = session.shelf.devices.reduce((sum, device) => sum + device.inputs.length, 0);
  const microphones = session.shelf.microphones.reduce((sum, { count }) => sum + count, 0);
  const stands = session.shelf.stands.reduce((sum, { count }) => sum + count, 0);
  const { brief } = session;
  return (
    <Flex h="100%" minH="0" direction={{ base: 'column', md: 'row' }} overflow={{ base: 'auto', md: 'hidden' }}>
      <Box flex="1" minW="0" overflow={{ md: 'auto' }} px={{ base: '3', md: '5' }} py="4" tabIndex={0} role="region" aria-label={sayBrief('brief')}>
        <Box as="h1" fontSize="xl" fontWeight="700">
          {sayBrief('what-is-it-for')}
        </Box>
        <Box color="quiet" mb="3">
          {sayBrief('nothing-here-must-be-answered-and')}
        </Box>
        {session.instruments.length === 0 ? (
          <AddInstrument session={session} />
        ) : (
          <Box pb="2">
            <b>{sayBrief('played')}</b> {session.instruments.map(({ name }) => name).join(', ')}
            {session.players ? sayBrief('by', { players: session.players }) : ''}. <b>{sayBrief('at-hand')}</b> {counted(microphones, 'microphone')},{' '}
            {counted(inputs, 'input')}, {counted(stands, 'stand')}.
          </Box>
        )}
        {SOUND_QUESTIONS.map((question) => (
          <Line key={question.of} session={session} question={question} />
        ))}
        <Fold id="how you work" summary={sayBrief('tempo-levels-and-how-you-work')}>
          <Grid templateColumns={{ base: '1fr 1fr', md: 'repeat(4, 1fr)' }} gap="3" py="3" borderTopWidth="1px" borderColor="line">
            <NumberField
              label={sayBrief('tempo')}
              unit={sayBrief('a-minute-0-is-free')}
              digits={0}
              value={brief.tempoBpm ?? 0}
              low={0}
              high={400}
              onCommit={(tempo) => runCommand(answerBrief({ tempoBpm: tempo >= 20 ? tempo : undefined }))}
            />
            <Choice
              label={sayBrief('key')}
              value={brief.key ?? ''}
              options={[{ value: '', text: sayBrief('not-said') }, ...KEYS.map((key) => ({ value: key, text: key }))]}
              onChange={(key) => runCommand(answerBrief({ key: key || undefined }))}
            />
            <Choice
              label={sayBrief('depth')}
              value={String(brief.bitDepth ?? '')}
              options={[
                { value: '', text: sayBrief('not-said') },
                ...DEPTHS.map((depth) => ({ value: String(depth), text: depth === 32 ? sayBrief('32-bit-float') : sayBrief('bits', { depth }) })),
              ]}
              onChange={(depth) => runCommand(answerBrief({ bitDepth: depth ? (Number(depth) as 16 | 24 | 32) : undefined }))}
            />
            <Choice
              label={sayBrief('where')}
              value={brief.away === undefined ? '' : brief.away ? 'away' : 'home'}
              options={[
                { value: '', text: sayBrief('not-said') },
                { value: 'home', text: sayBrief('at-home') },
                { value: 'away', text: sayBrief('away') },
              ]}
              onChange={(where) => runCommand(answerBrief({ away: where === '' ? undefined : where === 'away' }))}
            />
          </Grid>
          {HABIT_QUESTIONS.map((question) => (
            <Fragment key={question.of}>
              <Line session={session} question={question} />
              {question.of === 'levelHabit' &&
                brief.levelHabit === 'balanced at unity' &&
                (session.instruments.length > 1 || brief.together === 'one after another') && <Levels session={session} />}
            </Fragment>
          ))}
          <Parts session={session} />
        </Fold>
      </Box>
      <SidePane label={sayBrief('proposals')} width={380}>
        {session.instruments.length > 1 && instrument && (
          <Choice
            label={sayBrief('for')}
            value={instrument.id}
            options={session.instruments.map(({ id, name }) => ({ value: id, text: name }))}
            onChange={setWanted}
          />
        )}
        {instrument ? (
          <Proposals session={session} instrumentId={instrument.id} />
        ) : (
          <Box color="quiet">{sayBrief('with-an-instrument-in-the-room')}</Box>
        )}
      </SidePane>
    </Flex>
  );
}

const DEPTHS = [16, 24, 32] as const;
const KEYS = ['C', 'D♭', 'D', 'E♭', 'E', 'F', 'G♭', 'G', 'A♭', 'A', 'B♭', 'B'].flatMap((note) => [
  sayBrief('major', { note }),
  sayBrief('minor', { note }),
]);

/** Set-ups that answer the brief, drawn, with their reasons and costs; one press puts one on the Floor. */
function Proposals({ session, instrumentId }: { session: Session; instrumentId: InstrumentId }) {
  const navigate = useNavigate();
  const instrument = session.instruments.find(({ id }) => id === instrumentId);
  const proposals = useMemo(() => (instrument ? proposalsFor(session, instrument) : []), [session, instrument]);
  if (!instrument) return null;
  const own = session.microphones.filter((placed) => belongsTo(session, placed, instrumentId)).map(({ id }) => id);
  const put = ({ recipe }: Proposal): void => {
    if (runCommand(putUpSetup(recipe, instrumentId, newId, own), { burst: PLACING })) void solvePatch('held');
    chooseNothing();
    void navigate('../floor', { relative: 'path' });
  };
  if (proposals.length === 0) return <Box>{sayBrief('no-set-up-for-the-can', { instrument: instrument.name })}</Box>;
  return (
    <Box as="ul" m="0" p="0" aria-label={sayBrief('proposed-set-ups')}>
      {proposals.map((proposal, i) => (
        <Card
          key={proposal.recipe.id}
          session={session}
          instrumentId={instrumentId}
          proposal={proposal}
          first={i === 0}
          replaces={own.length > 0}
          onPut={() => put(proposal)}
        />
      ))}
    </Box>
  );
}

interface CardProps {
  readonly session: Session;
  readonly instrumentId: InstrumentId;
  readonly proposal: Proposal;
  readonly first: boolean;
  readonly replaces: boolean;
  readonly onPut: () => void;
}

function Card({ session, instrumentId, proposal, first, replaces, onPut }: CardProps) {
  const { recipe, fit, because } = proposal;
  const { gives, costs } = setupTexts(recipe, session.units);
  const instrument = session.instruments.find(({ id }) => id === instrumentId);
  const drawn = useMemo(() => {
    const bare = withoutSetups(
      session,
      instrumentId,
      session.microphones.map(({ id }) => id),
    );
    return placeSetup({ ...bare, instruments: bare.instruments.filter(({ id }) => id === instrumentId) }, recipe, instrumentId, newId).session;
  }, [session, instrumentId, recipe]);
  if (!instrument) return null;
  return (
    <Box as="li" listStyleType="none" pb="3" mb="3" borderBottomWidth="1px" borderColor="line" aria-label={recipe.name}>
      <Flex gap="2">
        {(['plan', familyOf(instrument.kind).group === 'Piano' ? 'side' : 'front'] as const).map((face) => (
          <Box key={face} flex="1" minW="0">
            <StaticFace session={drawn} face={face} width={150} height={130} bare labels />
          </Box>
        ))}
      </Flex>
      <Box fontWeight="700">{recipe.name}</Box>
      <Box>
        {sentence([
          ...because.map((one) => sayTold(one, session.units)),
          say('fits', 'needs', { microphones: fit.microphones, stands: fit.stands }, session.units),
        ])}
      </Box>
      <Box fontSize="sm" color="quiet" mt="1">
        {sayBrief('gives-costs', { gives, costs })}
      </Box>
      {fit.reasons
        .map((reason) => sayFit(reason, session.units))
        .map((words) => (
          <Box key={words} fontSize="sm" color="improve" mt="1">
            {words}
          </Box>
        ))}
      <Button mt="2" minH="44px" {...(first ? { bg: 'tapeFill', color: '#12181b' } : { variant: 'outline' as const })} onClick={onPut}>
        {replaces ? sayBrief('put-this-up-instead') : sayBrief('put-this-up')}
      </Button>
    </Box>
  );
}
