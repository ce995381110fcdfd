import { Box, Button, Flex } from '@chakra-ui/react';
import type { Session } from '../../../core/document';
import { concludeLines, type LineFinding, nextStep, upUntold } from '../../../core/lineCheck';
import { formatNumber, type UnitSystem } from '../../../core/units';
import { sayTold } from '../../../words';
import { sayPatch } from '../../../words/patch.page.en';
import { Severity } from '../../components/Severity';
import { Awaited } from '../../drawing/Awaited';
import { DeckBar } from '../../listening/DeckBar';
import { LineBegin } from './LineBegin';
import { LineRows } from './LineRows';
import { LineStepCard } from './LineStep';
import { endLineCheck, mendLines, useLineCheck } from './lineStore';

interface FindingsProps {
  readonly units: UnitSystem;
  readonly findings: readonly LineFinding[];
  readonly isDone: boolean;
  readonly count: number;
  /** Names of lines of which it was not told which way up they are. */
  readonly untold: readonly string[];
  readonly isSimulated: boolean;
  /** Some of it was answered by a person, who saw no more than meters. */
  readonly isSaid: boolean;
}

function Findings({ units, findings, isDone, count, untold, isSimulated, isSaid }: FindingsProps) {
  if (findings.length === 0 && isSimulated && isDone)
    return (
      <Box>
        <Severity severity="note" />
        <Box>{sayPatch('all-lines-of-the-simulated-interface')}</Box>
      </Box>
    );
  if (findings.length === 0 && isSaid && isDone)
    return (
      <Box>
        <Severity severity="note" />
        <Box>{sayPatch('by-your-own-meters-count-the', { count })}</Box>
      </Box>
    );
  if (findings.length === 0)
    return isDone ? (
      <Box>
        <Severity severity="fine" />
        <Box>{sayPatch('count-the-line-is-proven-all', { count, untold: untold.length === 0 && count > 1 ? 'yes' : 'no' })}</Box>
        {(untold.length > 0 || count === 1) && (
          <Box mt="1" fontSize="sm" color="quiet">
            {count === 1 ? sayPatch('one-line-alone-does-not-tell') : sayPatch('the-polarity-of-was-not-told', { untold: untold.join(', ') })}
          </Box>
        )}
      </Box>
    ) : (
      <Box color="quiet">{sayPatch('nothing-wrong-so-far')}</Box>
    );
  return (
    <Box as="ul" m="0" p="0" aria-label={sayPatch('what-is-wrong-with-the-lines')}>
      {findings.map((finding) => (
        <Box as="li" key={finding.told.code + finding.microphoneIds.join()} listStyleType="none" mb="3">
          <Severity severity={finding.severity} />
          <Box>{sayTold(finding.told, units)}</Box>
        </Box>
      ))}
    </Box>
  );
}

/** Proof that every line is what the patch says, step by step and by measure. */
export function LineCheck({ session }: { session: Session }) {
  const state = useLineCheck();
  const { plan, notes, sessionId, source, steps, problem, isSimulated } = state;
  const { lines } = plan;
  if (Object.keys(session.patch).length === 0) return <Awaited drawing="lines">{sayPatch('no-microphone-is-plugged-into-an')}</Awaited>;
  if (sessionId !== session.id || steps.length === 0) return <LineBegin session={session} />;
  const isDone = nextStep(steps, notes) === undefined;
  const findings = concludeLines(lines, notes);
  const faulty = findings.flatMap(({ severity, microphoneIds }) => (severity === 'fix' ? microphoneIds : []));
  return (
    <Flex gap="5" direction={{ base: 'column', lg: 'row' }}>
      <Box flex="1" minW="0" display={{ base: 'contents', lg: 'block' }}>
        <Box order={0}>
          <LineStepCard />
        </Box>
        <Box order={2}>
          <LineRows session={session} findings={findings} />
        </Box>
      </Box>
      <Box order={1} w={{ base: '100%', lg: '320px' }} flexShrink={0}>
        {problem && (
          <Box role="alert" color="fix" mb="3">
            {sayTold(problem, session.units)}
          </Box>
        )}
        <Findings
          units={session.units}
          findings={findings}
          isDone={isDone}
          count={lines.length}
          untold={upUntold(lines, notes).map(({ name }) => name)}
          isSimulated={isSimulated}
          isSaid={notes.isSaid}
        />
        <Box mt="3" fontSize="sm" color="quiet">
          {notes.timesLost > 0 && `${sayPatch('the-connection-was-lost-times', { timesLost: formatNumber(notes.timesLost, 0) })} `}
          {sayPatch('hear-every-line-alone-once-softly')}
        </Box>
        <DeckBar />
        {state.busy === null && isDone && faulty.length > 0 && (
          <Button mt="3" minH="44px" bg="tapeFill" color="#12181b" onClick={() => void mendLines(faulty)}>
            {source === 'hand' ? sayPatch('back-to-the-plugs') : sayPatch('back-to-the-plugs-power-off')}
          </Button>
        )}
        <Flex mt="3" gap="2" wrap="wrap">
          <Button size="sm" minH={{ base: '44px', md: '34px' }} variant="outline" onClick={() => void endLineCheck()}>
            {source === 'hand' ? sayPatch('end-it') : sayPatch('end-it-power-off')}
          </Button>
          {isDone && source === 'bridge' && (
            <Button size="sm" minH={{ base: '44px', md: '34px' }} variant="outline" onClick={() => void endLineCheck(true)}>
              {sayPatch('end-it-leave-power-on-for')}
            </Button>
          )}
        </Flex>
      </Box>
    </Flex>
  );
}
