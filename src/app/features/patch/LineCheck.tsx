import { Box, Button, Flex } from '@chakra-ui/react';
import type { Session } from '../../../core/document';
import { concludeLines, type LineFinding, nextStep, upUntold } from '../../../core/lineCheck';
import { formatNumber } from '../../../core/units';
import { Severity } from '../../components/Severity';
import { DeckBar } from '../../listening/DeckBar';
import { LineBegin } from './LineBegin';
import { LineRows } from './LineRows';
import { LineStepCard } from './LineStep';
import { endLineCheck, useLineCheck } from './lineStore';

interface FindingsProps {
  readonly findings: readonly LineFinding[];
  readonly isDone: boolean;
  readonly count: number;
  /** Names of lines of which it was not told which way up they are. */
  readonly untold: readonly string[];
}

function Findings({ findings, isDone, count, untold }: FindingsProps) {
  if (findings.length === 0)
    return isDone ? (
      <Box>
        <Severity severity="fine" />
        <Box>
          {count === 1 ? 'The line is proven' : `All ${count} lines are proven`}: heard, in its place, as loud and as quiet as planned
          {untold.length === 0 && count > 1 ? ', and all the same way up.' : '.'}
        </Box>
        {(untold.length > 0 || count === 1) && (
          <Box mt="1" fontSize="sm" color="quiet">
            {count === 1
              ? 'One line alone does not tell which way up it is.'
              : `Which way up ${untold.join(', ')} ${untold.length === 1 ? 'is' : 'are'} was not told: no clap was heard there, or it hears no air.`}
          </Box>
        )}
      </Box>
    ) : (
      <Box color="quiet">Nothing wrong so far.</Box>
    );
  return (
    <Box as="ul" m="0" p="0" aria-label="What is wrong with the lines">
      {findings.map((finding) => (
        <Box as="li" key={finding.message} listStyleType="none" mb="3">
          <Severity severity={finding.severity} />
          <Box>{finding.message}</Box>
        </Box>
      ))}
    </Box>
  );
}

/** Proof that every line is what the patch says, step by step and by measure. */
export function LineCheck({ session }: { session: Session }) {
  const state = useLineCheck();
  const { lines, notes, of, steps, problem } = state;
  if (Object.keys(session.patch).length === 0) return <Box color="quiet">No microphone is plugged into an input yet: solve the patch first.</Box>;
  if (of !== session.patch || steps.length === 0) return <LineBegin session={session} />;
  const isDone = nextStep(steps, notes) === undefined;
  const findings = concludeLines(lines, notes);
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
            {problem}
          </Box>
        )}
        <Findings findings={findings} isDone={isDone} count={lines.length} untold={upUntold(lines, notes).map(({ name }) => name)} />
        <Box mt="3" fontSize="sm" color="quiet">
          {notes.timesLost > 0 && `The connection was lost ${formatNumber(notes.timesLost, 0)} times. `}Hear every line alone once, softly: what is
          measured is not all that can be wrong.
        </Box>
        <DeckBar />
        <Button mt="3" size="sm" minH={{ base: '44px', md: '34px' }} variant="outline" onClick={endLineCheck}>
          End it
        </Button>
      </Box>
    </Flex>
  );
}
