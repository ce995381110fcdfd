import { Box, Button, Flex, Textarea } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import { ATTEMPT_TAGS, type Attempt, attemptsCsv, attemptsJson, changesBetween, countChanges, LONGEST_WORDS, wayBack } from '../../../core/attempts';
import type { Session } from '../../../core/document';
import { counted, formatLength, formatNumber } from '../../../core/units';
import { runJob } from '../../../workers/runJob';
import { download, fileName } from '../../components/download';
import { Toggle } from '../../components/Toggle';
import { soundOf } from '../../db/attempts';
import { MovedMicrophones, movedBetween } from '../../drawing/MovedMicrophones';
import {
  attemptSnapshot,
  dropItsSound,
  forgetAttempt,
  keepAttempt,
  keepItsSound,
  openAttempts,
  putAttemptBack,
  sayOf,
  useAttempts,
} from '../../stores/attemptStore';
import { useLiveSession } from '../../stores/sessionStore';
import { filesOfTake, useTakeStore } from '../../stores/takeStore';
import { DeckBar } from './Decks';
import { type Deck, loadDecks, useDecks } from './decks';
import { Progress, Thread, titleOf } from './Thread';

/** Record, listen, adjust: what was tried, what changed, what stayed; any earlier set-up can be put back. */
export function LoopStation() {
  const session = useLiveSession();
  return session ? <Loop session={session} /> : null;
}

/** The set-up of an attempt, read when it is wanted. */
function useSnapshot(id: string | null | undefined): Session | null {
  const [found, setFound] = useState<{ id: string; snapshot: Session | null } | null>(null);
  useEffect(() => {
    if (!id) return;
    let on = true;
    void attemptSnapshot(id).then((snapshot) => on && setFound({ id, snapshot }));
    return () => {
      on = false;
    };
  }, [id]);
  return found && found.id === id ? found.snapshot : null;
}

function Loop({ session }: { session: Session }) {
  const { attempts, standsOn, problem } = useAttempts();
  const [picked, setPicked] = useState<readonly string[]>([]);
  useEffect(() => {
    void openAttempts(session.id);
  }, [session.id]);
  const chosen = picked.filter((id) => attempts.some((one) => one.id === id));
  const choose = (id: string): void => setPicked(chosen.includes(id) ? chosen.filter((one) => one !== id) : [...chosen, id].slice(-2));
  const [a, b] = chosen.map((id) => attempts.find((one) => one.id === id));
  return (
    <Flex h="100%" minH="0" direction={{ base: 'column', md: 'row' }} overflow="auto">
      <Box w={{ base: '100%', md: '380px' }} flexShrink={0} p="4" overflow={{ md: 'auto' }} borderRightWidth={{ md: '1px' }} borderColor="line">
        <Box as="h1" fontSize="xl" fontWeight="700" mb="2">
          {attempts.length === 0 ? 'No attempt yet' : counted(attempts.length, 'attempt')}
        </Box>
        {problem && (
          <Box role="alert" color="fix" mb="2">
            {problem}
          </Box>
        )}
        <Now session={session} standsOn={standsOn} />
        <Progress attempts={attempts} />
        <Thread attempts={attempts} standsOn={standsOn} chosen={chosen} onChoose={choose} />
        {attempts.length > 0 && (
          <Flex mt="3" gap="2" wrap="wrap">
            <Button
              size="sm"
              minH={{ base: '44px', md: '34px' }}
              variant="outline"
              onClick={() => download(fileName(`${session.name} attempts`, 'csv'), attemptsCsv(attempts, standsOn), 'text/csv')}
            >
              Log as CSV
            </Button>
            <Button
              size="sm"
              minH={{ base: '44px', md: '34px' }}
              variant="outline"
              onClick={() => download(fileName(`${session.name} attempts`, 'json'), attemptsJson(attempts, standsOn), 'application/json')}
            >
              Log as JSON
            </Button>
            <Button size="sm" minH={{ base: '44px', md: '34px' }} variant="outline" onClick={() => window.print()}>
              Print it
            </Button>
          </Flex>
        )}
      </Box>
      <Box flex="1" minW="0" p="5" overflow={{ md: 'auto' }} role="region" aria-label="Chosen attempts" tabIndex={0}>
        {a && b ? (
          <Compared session={session} one={a.at < b.at ? a : b} other={a.at < b.at ? b : a} />
        ) : a ? (
          <Single key={a.id} session={session} attempt={a} />
        ) : (
          <Intro session={session} />
        )}
      </Box>
    </Flex>
  );
}

function Intro({ session }: { session: Session }) {
  return (
    <Box maxW="620px">
      <Box mb="3" color="quiet">
        Every take that is checked is kept here with the whole set-up. Choose one to say what you think of it or to put it back; choose two to see
        what changed between them and to hear both at one loudness. Change one thing at a time: two at once, and nobody knows which of them it was.
      </Box>
      <Choosing session={session} />
    </Box>
  );
}

/** How what stands now differs from the attempt it went on from. */
function Now({ session, standsOn }: { session: Session; standsOn: string | null }) {
  const before = useSnapshot(standsOn);
  const changes = before ? changesBetween(before, session) : [];
  const count = before ? countChanges(session, changes) : 0;
  return (
    <Box mb="3" role="region" aria-label="Now">
      {before && (
        <Box mb="2">
          {count === 0 ? (
            <Box color="quiet">What stands now is as it was then.</Box>
          ) : (
            <>
              <Box fontWeight="700">{count === 1 ? 'One thing changed since' : `${count} things changed since`}</Box>
              <Box as="ul" m="0" pl="4" fontSize="sm">
                {changes.slice(0, 6).map(({ words }) => (
                  <li key={words}>{words}</li>
                ))}
                {changes.length > 6 && <li>and {changes.length - 6} more</li>}
              </Box>
              {count > 1 && (
                <Box fontSize="sm" color="improve">
                  More than one at once: what you hear next will not say which of them it was.
                </Box>
              )}
            </>
          )}
        </Box>
      )}
      <Button
        size="sm"
        minH={{ base: '44px', md: '34px' }}
        variant="outline"
        disabled={session.microphones.length === 0}
        onClick={() => void keepAttempt(session, { kind: 'kept' })}
      >
        Keep what stands now
      </Button>
    </Box>
  );
}

const megabytes = (bytes: number): string => `${formatNumber(bytes / 1e6, 1)} MB`;

function Single({ session, attempt }: { session: Session; attempt: Attempt }) {
  const snapshot = useSnapshot(attempt.id);
  const { attempts } = useAttempts();
  const [words, setWords] = useState(attempt.words);
  const [sure, setSure] = useState(false);
  const back = snapshot ? wayBack(session, snapshot) : null;
  const files = filesOfTake();
  const bytes = files.reduce((sum, { blob }) => sum + blob.size, 0);
  // Only the newest take's files are at hand.
  const canKeepSound =
    attempt.kind === 'take' && attempt.soundBytes === 0 && bytes > 0 && attempts.find(({ kind }) => kind === 'take')?.id === attempt.id;
  return (
    <Box maxW="760px">
      <Box as="h2" fontSize="xl" fontWeight="700">
        {titleOf(attempt, attempts)}
      </Box>
      {attempt.changes.length > 0 && (
        <Box as="ul" m="0" pl="4" mb="2">
          {attempt.changes.map((change) => (
            <li key={change}>{change}</li>
          ))}
        </Box>
      )}
      {attempt.figures && <Figures attempt={attempt} session={snapshot ?? session} />}
      <Flex gap="2" my="3" wrap="wrap" role="group" aria-label="Rating">
        {[1, 2, 3, 4, 5].map((rating) => (
          <Button
            key={rating}
            size="sm"
            minW="44px"
            minH="44px"
            variant="outline"
            aria-pressed={attempt.rating === rating}
            aria-label={`${rating} of 5`}
            borderColor={rating <= attempt.rating ? 'tape' : 'line'}
            color={rating <= attempt.rating ? 'tape' : 'quiet'}
            onClick={() => void sayOf(attempt, { rating: attempt.rating === rating ? 0 : rating })}
          >
            {rating}
          </Button>
        ))}
      </Flex>
      <Flex gap="2" mb="2" wrap="wrap" role="group" aria-label="In a word">
        {ATTEMPT_TAGS.map((tag) => (
          <Toggle
            key={tag}
            label={tag}
            on={attempt.tags.includes(tag)}
            onToggle={() =>
              void sayOf(attempt, { tags: attempt.tags.includes(tag) ? attempt.tags.filter((one) => one !== tag) : [...attempt.tags, tag] })
            }
          />
        ))}
      </Flex>
      <Textarea
        aria-label="What you hear in it"
        placeholder="What you hear in it, and what you do not like"
        value={words}
        maxLength={LONGEST_WORDS}
        rows={2}
        onChange={(event) => setWords(event.target.value)}
        onBlur={() => words !== attempt.words && void sayOf(attempt, { words })}
      />
      <Flex gap="2" my="3" wrap="wrap">
        <Button
          minH="44px"
          bg="tapeFill"
          color="#12181b"
          disabled={!snapshot || (back?.tape.length === 0 && back.others.length === 0)}
          onClick={() => void putAttemptBack(attempt)}
        >
          Put this set-up back
        </Button>
        {canKeepSound && (
          <Button minH="44px" variant="outline" onClick={() => void keepItsSound(attempt)}>
            Keep its sound, {megabytes(bytes)}
          </Button>
        )}
        {attempt.soundBytes > 0 && (
          <Button minH="44px" variant="outline" onClick={() => void dropItsSound(attempt)}>
            Let its sound go, {megabytes(attempt.soundBytes)}
          </Button>
        )}
        <Button minH="44px" variant="ghost" onClick={() => (sure ? void forgetAttempt(attempt) : setSure(true))}>
          {sure ? 'Yes, drop it for good' : 'Drop it'}
        </Button>
      </Flex>
      {snapshot && back && (back.tape.length > 0 || back.others.length > 0) && (
        <Box role="region" aria-label="The way back">
          <Box fontWeight="700" mb="1">
            From what stands now to this
          </Box>
          <Flex gap="4" direction={{ base: 'column', lg: 'row' }}>
            <Box flex="1">
              <MovedMicrophones
                session={snapshot}
                microphones={movedBetween(session, snapshot)}
                face="plan"
                width={360}
                height={260}
                title="What moves"
              />
            </Box>
            <Box flex="1">
              <Box as="ul" m="0" pl="4" aria-label="Strings to set">
                {back.tape.map(({ microphone, from, lengthM, ref }) => (
                  <li key={`${microphone}${ref}`}>
                    {microphone}: {from} <span className="measure">{formatLength(lengthM, session.units)}</span>
                  </li>
                ))}
                {back.others.map((other) => (
                  <li key={other}>{other}</li>
                ))}
              </Box>
            </Box>
          </Flex>
        </Box>
      )}
      {snapshot && back && back.tape.length === 0 && back.others.length === 0 && <Box color="quiet">This is what stands now.</Box>}
    </Box>
  );
}

function Figures({ attempt, session }: { attempt: Attempt; session: Session }) {
  const { figures } = attempt;
  if (!figures) return null;
  const { fixes, improves, findings, worst } = figures;
  return (
    <Box>
      <Box>
        {fixes > 0 ? `${counted(fixes, 'thing')} to fix` : improves > 0 ? `${counted(improves, 'thing')} to improve` : 'Nothing to mend'}
        {worst && worst.lossDb < -1 && `; ${worst.a} and ${worst.b} cost each other ${formatNumber(-worst.lossDb, 1)} dB in one band of the sum`}.
      </Box>
      {findings.length > 0 && (
        <Box as="ul" m="0" pl="4" fontSize="sm">
          {findings.slice(0, 4).map((finding) => (
            <li key={finding}>{finding}</li>
          ))}
          {findings.length > 4 && <li>and {findings.length - 4} more</li>}
        </Box>
      )}
      <Box fontSize="sm" color="quiet">
        Peaks:{' '}
        {session.microphones
          .flatMap(({ id, name }) => (figures.peaksDbfs[id] === undefined ? [] : [`${name} ${formatNumber(figures.peaksDbfs[id], 1)} dBFS`]))
          .join(', ')}
      </Box>
    </Box>
  );
}

/** Two attempts: what changed in place, gain and figures, and both to be heard. */
function Compared({ session, one, other }: { session: Session; one: Attempt; other: Attempt }) {
  const { attempts } = useAttempts();
  const [before, after] = [useSnapshot(one.id), useSnapshot(other.id)];
  const [words, setWords] = useState<string | null>(null);
  const changes = before && after ? changesBetween(before, after) : [];
  const count = after ? countChanges(after, changes) : 0;
  const listen = async (): Promise<void> => {
    const decks: Deck[] = [];
    for (const [attempt, snapshot] of [
      [one, before],
      [other, after],
    ] as const) {
      const row = await soundOf(attempt.id);
      if (!row || !snapshot) return setWords(`The sound of ${titleOf(attempt, attempts)} was not kept.`);
      const answer = await runJob(
        'mix-take',
        { files: row.files, matching: row.matching, session: snapshot, only: null },
        { owner: `deck ${attempt.id}` },
      );
      if (answer.kind !== 'done' || !answer.output.ok)
        return setWords(answer.kind === 'failed' ? answer.reason : answer.kind === 'done' && !answer.output.ok ? answer.output.reason : null);
      decks.push({ id: attempt.id, name: titleOf(attempt, attempts), mixed: answer.output });
    }
    setWords(null);
    loadDecks(decks);
  };
  const difference = (id: string): number | null => {
    const [was, is] = [one.figures?.peaksDbfs[id], other.figures?.peaksDbfs[id]];
    return was === undefined || is === undefined ? null : is - was;
  };
  return (
    <Box maxW="900px">
      <Box as="h2" fontSize="xl" fontWeight="700">
        {titleOf(one, attempts)} and {titleOf(other, attempts)}
      </Box>
      <Box mb="2">
        {count === 0
          ? 'Nothing was changed between them.'
          : count === 1
            ? 'One thing changed between them.'
            : `${count} things changed between them.`}
      </Box>
      <Box as="ul" m="0" pl="4" aria-label="Changed between them">
        {changes.map(({ words: said }) => (
          <li key={said}>{said}</li>
        ))}
      </Box>
      {before && after && (
        <Flex gap="4" my="3" direction={{ base: 'column', lg: 'row' }}>
          <MovedMicrophones session={after} microphones={movedBetween(before, after)} face="plan" width={400} height={280} title="What moved" />
          <MovedMicrophones session={after} microphones={movedBetween(before, after)} face="side" width={400} height={280} title="What moved" />
        </Flex>
      )}
      {one.figures && other.figures && (
        <Box mb="3">
          To fix {one.figures.fixes}, then {other.figures.fixes}; to improve {one.figures.improves}, then {other.figures.improves}.
          {session.microphones.flatMap(({ id, name }) => {
            const db = difference(id);
            return db === null || Math.abs(db) < 1 ? [] : [` ${name} came ${formatNumber(Math.abs(db), 0)} dB ${db > 0 ? 'hotter' : 'softer'}.`];
          })}
        </Box>
      )}
      {one.soundBytes > 0 && other.soundBytes > 0 ? (
        <Button minH="44px" variant="outline" onClick={() => void listen()}>
          Hear both
        </Button>
      ) : (
        <Box fontSize="sm" color="quiet">
          To hear both, keep the sound of each while its files are at hand: right after its check.
        </Box>
      )}
      {words && (
        <Box role="alert" color="fix" mt="2">
          {words}
        </Box>
      )}
      <DeckBar />
    </Box>
  );
}

const MOST_CHOICES = 6;

/** Several microphones, or places, on one source in one take: heard at one loudness, one of them chosen and written down. */
function Choosing({ session }: { session: Session }) {
  const { sessionId, report, matching } = useTakeStore();
  const decks = useDecks((state) => state.decks);
  const [picked, setPicked] = useState<readonly string[]>([]);
  const [why, setWhy] = useState('');
  const [words, setWords] = useState<string | null>(null);
  const files = filesOfTake();
  const there = session.microphones.filter(({ id }) => Object.values(matching).includes(id));
  if (sessionId !== session.id || !report || files.length === 0 || there.length < 2) return null;
  const listen = async (): Promise<void> => {
    const made: Deck[] = [];
    for (const { id, name } of there.filter((one) => picked.includes(one.id))) {
      const answer = await runJob('mix-take', { files, matching, session, only: id }, { owner: `deck ${id}` });
      if (answer.kind === 'done' && answer.output.ok) made.push({ id, name, mixed: answer.output });
      else setWords(answer.kind === 'failed' ? answer.reason : answer.kind === 'done' && !answer.output.ok ? answer.output.reason : null);
    }
    loadDecks(made);
  };
  const choose = (id: string): void => {
    const nameOf = (one: string): string => session.microphones.find((placed) => placed.id === one)?.name ?? '';
    const rest = decks.filter((deck) => deck.id !== id).map((deck) => deck.name);
    void keepAttempt(session, { kind: 'chosen', words: `${nameOf(id)} rather than ${rest.join(', ')}${why.trim() ? `: ${why.trim()}` : ''}` });
    setWhy('');
    loadDecks([]);
  };
  return (
    <Box role="region" aria-label="Choose by ear">
      <Box as="h2" fontWeight="700" mb="1">
        Which of them?
      </Box>
      <Box mb="2">Two to six microphones of the last take, on the same source: each alone, at one loudness.</Box>
      <Flex gap="2" wrap="wrap" mb="2">
        {there.map(({ id, name }) => (
          <Toggle
            key={id}
            label={name}
            on={picked.includes(id)}
            onToggle={() => setPicked(picked.includes(id) ? picked.filter((one) => one !== id) : [...picked, id].slice(-MOST_CHOICES))}
          />
        ))}
      </Flex>
      <Button minH="44px" variant="outline" disabled={picked.length < 2} onClick={() => void listen()}>
        Hear them
      </Button>
      {words && (
        <Box role="alert" color="fix" mt="2">
          {words}
        </Box>
      )}
      {decks.length > 0 && (
        <>
          <DeckBar onChoose={choose} />
          <Textarea
            aria-label="Why"
            placeholder="Why, in a few words"
            rows={1}
            value={why}
            maxLength={300}
            onChange={(event) => setWhy(event.target.value)}
          />
        </>
      )}
    </Box>
  );
}
