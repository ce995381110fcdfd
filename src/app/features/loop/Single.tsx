import { Box, Button, Flex, Textarea } from '@chakra-ui/react';
import { useState } from 'react';
import { Link } from 'react-router';
import { ATTEMPT_TAGS, type Attempt, LONGEST_WORDS, wayBack } from '../../../core/attempts';
import type { Session } from '../../../core/document';
import { COMPLAINTS } from '../../../core/setups';
import { counted, formatLength, formatNumber } from '../../../core/units';
import { sayTold } from '../../../words';
import { sayLoop } from '../../../words/loop.page.en';
import { term } from '../../../words/term';
import { Toggle } from '../../components/Toggle';
import { MovedMicrophones, movedBetween } from '../../drawing/MovedMicrophones';
import { dropItsSound, forgetAttempt, keepItsSound, putAttemptBack, sayOf, useAttempts } from '../../stores/attemptStore';
import { filesOfTake } from '../../stores/takeStore';
import { titleOf } from './Thread';
import { useSnapshot } from './useSnapshot';

const megabytes = (bytes: number): string => `${formatNumber(bytes / 1e6, 1)} MB`;

/** One attempt: what it was, what is said of it, and the way back to it. */
export function Single({ session, attempt }: { session: Session; attempt: Attempt }) {
  const snapshot = useSnapshot(attempt.id);
  const { attempts } = useAttempts();
  const [words, setWords] = useState(attempt.words);
  const [sure, setSure] = useState(false);
  const back = snapshot ? wayBack(session, snapshot) : null;
  const files = filesOfTake(session.id);
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
      <Flex gap="2" my="3" wrap="wrap" role="group" aria-label={sayLoop('rating')}>
        {[1, 2, 3, 4, 5].map((rating) => (
          <Button
            key={rating}
            size="sm"
            minW="44px"
            minH="44px"
            variant="outline"
            aria-pressed={attempt.rating === rating}
            aria-label={sayLoop('of-5-2', { rating })}
            borderColor={rating <= attempt.rating ? 'tape' : 'line'}
            color={rating <= attempt.rating ? 'tape' : 'quiet'}
            onClick={() => void sayOf(attempt, { rating: attempt.rating === rating ? 0 : rating })}
          >
            {rating}
          </Button>
        ))}
      </Flex>
      <Flex gap="2" mb="2" wrap="wrap" role="group" aria-label={sayLoop('in-a-word')}>
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
      {attempt.tags
        .flatMap((tag) => COMPLAINTS.filter((word) => word === tag))
        .map((word) => (
          <Button key={word} asChild size="sm" minH={{ base: '44px', md: '34px' }} mb="2" mr="2" variant="outline">
            <Link to={`../check?sounds=${word}`} relative="path">
              {sayLoop('what-helps-against', { word: term(word) })}
            </Link>
          </Button>
        ))}
      <Textarea
        aria-label={sayLoop('what-you-hear-in-it')}
        placeholder={sayLoop('what-you-hear-in-it-and')}
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
          {sayLoop('put-this-set-up-back')}
        </Button>
        {canKeepSound && (
          <Button minH="44px" variant="outline" onClick={() => void keepItsSound(attempt)}>
            {sayLoop('keep-its-sound', { megabytes: megabytes(bytes) })}
          </Button>
        )}
        {attempt.soundBytes > 0 && (
          <Button minH="44px" variant="outline" onClick={() => void dropItsSound(attempt)}>
            {sayLoop('let-its-sound-go', { megabytes: megabytes(attempt.soundBytes) })}
          </Button>
        )}
        <Button minH="44px" variant="ghost" onClick={() => (sure ? void forgetAttempt(attempt) : setSure(true))}>
          {sure ? sayLoop('yes-drop-it-for-good') : sayLoop('drop-it')}
        </Button>
      </Flex>
      {snapshot && back && (back.tape.length > 0 || back.others.length > 0) && (
        <Box role="region" aria-label={sayLoop('the-way-back')}>
          <Box fontWeight="700" mb="1">
            {sayLoop('from-what-stands-now-to-this')}
          </Box>
          <Flex gap="4" direction={{ base: 'column', lg: 'row' }}>
            <Box flex="1">
              <MovedMicrophones
                session={snapshot}
                microphones={movedBetween(session, snapshot)}
                face="plan"
                width={360}
                height={260}
                title={sayLoop('what-moves')}
              />
            </Box>
            <Box flex="1">
              <Box as="ul" m="0" pl="4" aria-label={sayLoop('strings-to-set')}>
                {back.tape.map(({ microphone, from, lengthM, ref }) => (
                  <li key={`${microphone}${ref}`}>
                    {microphone}: {from} <span className="measure">{formatLength(lengthM, session.units)}</span>
                  </li>
                ))}
                {back.others
                  .map((other) => sayTold(other, session.units))
                  .map((other) => (
                    <li key={other}>{other}</li>
                  ))}
              </Box>
            </Box>
          </Flex>
        </Box>
      )}
      {snapshot && back && back.tape.length === 0 && back.others.length === 0 && <Box color="quiet">{sayLoop('this-is-what-stands-now')}</Box>}
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
        {fixes > 0
          ? sayLoop('to-fix', { counted: counted(fixes, 'thing') })
          : improves > 0
            ? sayLoop('to-improve', { counted: counted(improves, 'thing') })
            : sayLoop('nothing-to-mend')}
        {worst && worst.lossDb < -1 && sayLoop('and-cost-each-other-db-in', { a: worst.a, b: worst.b, loss: formatNumber(-worst.lossDb, 1) })}.
      </Box>
      {findings.length > 0 && (
        <Box as="ul" m="0" pl="4" fontSize="sm">
          {findings.slice(0, 4).map((finding) => (
            <li key={finding}>{finding}</li>
          ))}
          {findings.length > 4 && <li>{sayLoop('and-more-2', { findings: findings.length - 4 })}</li>}
        </Box>
      )}
      <Box fontSize="sm" color="quiet">
        {sayLoop('peaks-2', {
          flatMap: session.microphones
            .flatMap(({ id, name }) => (figures.peaksDbfs[id] === undefined ? [] : [`${name} ${formatNumber(figures.peaksDbfs[id], 1)} dBFS`]))
            .join(', '),
        })}
      </Box>
    </Box>
  );
}
