import { Box, Button, Flex } from '@chakra-ui/react';
import { useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import type { PlanMicrophone } from '../../../core/arrivals';
import { type Session, takeMeasured } from '../../../core/document';
import { distance, magnitude, subtract, type Vec3 } from '../../../core/math';
import { wayOf } from '../../../core/optimise';
import { deviationTold, lookOf, lookTold, pluggedIn } from '../../../core/tape';
import { formatLength } from '../../../core/units';
import { say, sayTold } from '../../../words';
import { sayTape } from '../../../words/tape.page.en';
import { Severity } from '../../components/Severity';
import { Awaited } from '../../drawing/Awaited';
import { useLivePlan } from '../../stores/planHooks';
import { runCommand, useLiveSession } from '../../stores/sessionStore';
import { keyOf, type TapeGroup, type TapeLine, tapeGroups } from './derive';
import { EqualStrings } from './EqualStrings';
import { OneReading } from './OneReading';
import { ReadingDrawing } from './ReadingDrawing';

/** The tape carried round: each distance, what was read, what it means. */
export function TapeStation() {
  const session = useLiveSession();
  return session ? <Tape session={session} /> : null;
}

function Tape({ session }: { session: Session }) {
  const { table } = useLivePlan(session);
  const [more, setMore] = useState(false);
  // What was asked for once stays where it is in the list, whatever is read or moved meanwhile.
  const asked = useRef<readonly string[]>([]);
  const groups = useMemo(() => tapeGroups(session, table, more, asked.current), [session, table, more]);
  asked.current = groups.flatMap((group) => group.lines.map(keyOf));
  const lines = groups.flatMap((group) => group.lines);
  const [at, setAt] = useState(0);
  const [keptKey, setKeptKey] = useState<string | null>(null);
  const [equal, setEqual] = useState<string | null>(null);
  const line = lines[Math.min(at, lines.length - 1)];
  if (!line)
    return (
      <Awaited drawing="strings">
        {sayTape('nothing-to-measure-yet')}{' '}
        <Link to="../floor" relative="path">
          {sayTape('place-microphones-on-the-floor-first')}
        </Link>
      </Awaited>
    );
  const kept = lines.find((candidate) => keyOf(candidate) === keptKey);
  const group = groups.find((candidate) => candidate.microphoneId === line.microphoneId) as TapeGroup;
  const pair = session.pairs.find((candidate) => candidate.id === equal);
  const microphone = table.plan.microphones.find(({ id }) => id === line.microphoneId);
  const turnedWords = microphone ? sayTold(lookTold(lookOf(table.plan, microphone)), session.units) : '';
  return (
    <Flex h="100%" minH="0" direction={{ base: 'column', md: 'row' }} overflow={{ base: 'auto', md: 'hidden' }}>
      <Box flex="1" minW="0" overflow={{ md: 'auto' }} p={{ base: '4', md: '6' }} tabIndex={0} role="region" aria-label={sayTape('reading')}>
        {pair ? (
          <EqualStrings session={session} table={table} pair={pair} onClose={() => setEqual(null)} />
        ) : (
          <>
            {kept?.deviation && kept.readM !== null && (
              <Box maxW="560px" mb="2" role="status" aria-label={sayTape('kept')}>
                <Severity severity={kept.deviation.withinTolerance ? 'fine' : 'improve'} /> {kept.label}, {kept.from}:{' '}
                {sayTold(deviationTold(kept.deviation), session.units)}
                {!kept.deviation.withinTolerance && (
                  <Button
                    minH="44px"
                    display="block"
                    mt="1"
                    variant="outline"
                    onClick={() => {
                      setAt(lines.indexOf(kept));
                      setKeptKey(null);
                    }}
                  >
                    {sayTape('measure-it-again')}
                  </Button>
                )}
              </Box>
            )}
            {microphone && (
              <Box maxW="560px" mb="2">
                <ReadingDrawing session={session} microphone={microphone} line={line} next={nextOf(lines, lines.indexOf(line))} />
              </Box>
            )}
            <OneReading
              key={`${line.microphoneId}/${line.ref}`}
              session={session}
              turned={turnedWords}
              line={line}
              index={lines.indexOf(line)}
              count={lines.length}
              onStep={(step) => {
                setKeptKey(step > 0 ? keyOf(line) : null);
                setAt((lines.indexOf(line) + step + lines.length) % lines.length);
              }}
            />
            <Judgement session={session} group={group} />
            <Flex gap="2" mt="4" wrap="wrap">
              <Button
                minH="44px"
                variant="outline"
                aria-pressed={more}
                onClick={() => {
                  asked.current = [];
                  setMore(!more);
                }}
              >
                {more ? sayTape('only-the-strings-needed') : sayTape('more-strings-for-each')}
              </Button>
              {session.pairs
                .filter((candidate) => candidate.centre)
                .map((candidate) => (
                  <Button
                    key={candidate.id}
                    minH="44px"
                    h="auto"
                    py="2"
                    maxW="100%"
                    whiteSpace="normal"
                    overflowWrap="anywhere"
                    textAlign="left"
                    variant="outline"
                    onClick={() => setEqual(candidate.id)}
                  >
                    {sayTape('equal-strings-2', { candidate: candidate.name })}
                  </Button>
                ))}
            </Flex>
          </>
        )}
      </Box>
      <List
        session={session}
        groups={groups}
        plugged={pluggedIn(table.plan)}
        current={`${line.microphoneId}/${line.ref}`}
        onPick={(key) => setAt(lines.findIndex((candidate) => `${candidate.microphoneId}/${candidate.ref}` === key))}
      />
    </Flex>
  );
}

/** How many readings to come are drawn. */
const AHEAD = 2;
const nextOf = (lines: readonly TapeLine[], at: number): readonly TapeLine[] => lines.slice(at + 1, at + 1 + AHEAD);

function Judgement({ session, group }: { session: Session; group: TapeGroup }) {
  const { judgement } = group;
  const placed = session.microphones.find((microphone) => microphone.id === group.microphoneId);
  if (!judgement || !placed)
    return (
      <Box mt="4" color="quiet" maxW="560px">
        {group.readCount === 0
          ? sayTape('from-three-readings-on-the-place', { group: group.name })
          : sayTape('of-3-readings-that-fix-the', { readCount: group.readCount, group: group.name })}
      </Box>
    );
  const { position, inconsistencies, knownToM } = judgement;
  return (
    <Box mt="4" maxW="560px" role="status" aria-label={sayTape('where-is', { group: group.name })}>
      {inconsistencies
        .map(({ code, facts }) => ({ code, words: say('tape', code, facts, session.units) }))
        .map(({ code, words }) => (
          <Box key={words} mb="2">
            <Severity severity={code === 'one-is-wrong' ? 'note' : 'fix'} /> {words}
          </Box>
        ))}
      {!position.ok && (
        <Box>
          <Severity severity="note" /> {say('tape', position.code, position.facts, session.units)}
        </Box>
      )}
      {position.ok && (
        <Box>
          {inconsistencies.length === 0 && (
            <Severity
              severity={position.alsoM ? 'note' : distance(position.positionM, placed.positionM) < 2.5 * position.uncertaintyM ? 'fine' : 'improve'}
            />
          )}{' '}
          {sayTape('the-tape-finds', { group: group.name })}{' '}
          <span className="measure">{formatLength(distance(position.positionM, placed.positionM), session.units)}</span>{' '}
          {sayTape('from-its-plan-known-to')} <span className="measure">±{formatLength(Math.max(0.005, knownToM), session.units)}</span>.
          {position.alsoM && <TwoPlaces session={session} name={group.name} one={position.positionM} other={position.alsoM} />}
          <Flex gap="2" mt="2">
            <Button
              minH="44px"
              variant="outline"
              disabled={position.alsoM !== null || placed.locked || placed.heldString !== null}
              onClick={() => runCommand(takeMeasured(group.microphoneId, position.positionM))}
            >
              {sayTape('take-the-measured-place-into-the')}
            </Button>
          </Flex>
        </Box>
      )}
    </Box>
  );
}

/** Which of two places it is: one way in words, and what settles it. */
function TwoPlaces({ session, name, one, other }: { session: Session; name: string; one: Vec3; other: Vec3 }) {
  const by = subtract(other, one);
  return (
    <Box mt="2">
      {sayTape('the-readings-fit-a-second-place', {
        magnitude: formatLength(magnitude(by), session.units),
        wayOf: sayTold(wayOf(by), session.units),
        name,
      })}
    </Box>
  );
}

function List({
  session,
  groups,
  plugged,
  current,
  onPick,
}: {
  session: Session;
  groups: readonly TapeGroup[];
  plugged: readonly PlanMicrophone[];
  current: string;
  onPick: (key: string) => void;
}) {
  return (
    <Box
      w={{ base: '100%', md: '430px' }}
      flexShrink={0}
      bg="panel"
      borderLeftWidth={{ md: '1px' }}
      borderTopWidth={{ base: '1px', md: '0' }}
      borderColor="line"
      px="4"
      py="3"
      overflow={{ md: 'auto' }}
      role="region"
      aria-label={sayTape('tape-list')}
      tabIndex={0}
    >
      <Box fontWeight="700" mb="1">
        {sayTape('tape-list-in-walking-order')}
      </Box>
      {plugged.map(({ id, label, name }) => (
        <Box key={id} mb="3" fontSize="sm" color="quiet">
          <b>
            {label} {name}
          </b>{' '}
          {sayTape('is-plugged-in-nothing-to-measure')}
        </Box>
      ))}
      {groups.map((group) => (
        <Box key={group.microphoneId} mb="3">
          <Box fontWeight="700" fontSize="sm" color="quiet">
            {group.label} {group.name}
          </Box>
          {group.lines.map((line) => {
            const key = `${line.microphoneId}/${line.ref}`;
            return (
              <Button
                key={key}
                variant="ghost"
                w="100%"
                h="auto"
                minH={{ base: '48px', md: '36px' }}
                px="2"
                py="1"
                justifyContent="space-between"
                fontWeight="400"
                borderRadius="0"
                borderLeftWidth="3px"
                borderColor={key === current ? 'tape' : 'transparent'}
                aria-current={key === current}
                onClick={() => onPick(key)}
              >
                <span style={{ textAlign: 'left', whiteSpace: 'normal' }}>{line.from}</span>
                <span className="measure">
                  {formatLength(line.lengthM, session.units)}
                  {line.readM !== null && line.deviation && (
                    <span style={{ color: `var(--chakra-colors-${line.deviation.withinTolerance ? 'fine' : 'improve'})` }}>
                      {' '}
                      {line.deviation.withinTolerance ? '✓' : '◆'} {formatLength(line.readM, session.units)}
                    </span>
                  )}
                </span>
              </Button>
            );
          })}
        </Box>
      ))}
    </Box>
  );
}
