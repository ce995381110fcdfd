import { Box, Button, Flex, Textarea } from '@chakra-ui/react';
import { useState } from 'react';
import { ATTEMPT_TAGS, type Attempt, LONGEST_WORDS, wayBack } from '../../../core/attempts';
import type { Session } from '../../../core/document';
import { counted, formatLength, formatNumber } from '../../../core/units';
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
