import { Box, Button, Flex, Input } from '@chakra-ui/react';
import { useId, useState } from 'react';
import { dropReading, putReading, type Session } from '../../../core/document';
import { deviationTold, parseLength } from '../../../core/tape';
import { formatLength } from '../../../core/units';
import { sayTold } from '../../../words';
import { sayTape } from '../../../words/tape.page.en';
import { Severity } from '../../components/Severity';
import { useDraftText } from '../../components/useDraftText';
import { runCommand } from '../../stores/sessionStore';
import type { TapeLine } from './derive';

interface Props {
  readonly session: Session;
  /** How the microphone is turned, in words. */
  readonly turned: string;
  readonly line: TapeLine;
  readonly index: number;
  readonly count: number;
  readonly onStep: (step: number) => void;
}

/** One distance, large enough to be read from the stand, and what the tape says of it. */
export function OneReading({ session, turned, line, index, count, onStep }: Props) {
  const id = useId();
  const committed = line.readM === null ? '' : formatLength(line.readM, session.units);
  const { text, type, settle } = useDraftText(`${session.id}/${line.microphoneId}/${line.ref}`, committed);
  const [problem, setProblem] = useState<string | null>(null);
  const keep = (): boolean => {
    if (text.trim() === '') {
      if (line.readM !== null) runCommand(dropReading(line.microphoneId, line.ref));
      setProblem(null);
      settle('');
      return true;
    }
    // What is shown is rounded: left as it is, the reading stays what was typed.
    if (line.readM !== null && text === committed) {
      setProblem(null);
      return true;
    }
    const parsed = parseLength(text, session.units);
    if (!parsed.ok) {
      setProblem(sayTold(parsed.reason, session.units));
      return false;
    }
    setProblem(null);
    settle(text);
    if (line.readM === null || Math.abs(parsed.metres - line.readM) > 1e-9)
      runCommand(putReading({ microphoneId: line.microphoneId, from: line.ref, lengthM: parsed.metres, readAt: new Date().toISOString() }));
    return true;
  };
  const step = (by: number): void => {
    if (keep()) onStep(by);
  };
  return (
    <Box maxW="560px">
      <Box color="quiet" className="measure">
        {sayTape('of', { index: index + 1, count })}
      </Box>
      <Box as="h1" fontSize="xl" fontWeight="700" lineHeight="1.2">
        {line.label} {line.microphone}
      </Box>
      <Box fontSize="lg">{line.kind === 'height' ? sayTape('floor-to-the-capsule') : sayTape('to-the-capsule', { from: line.from })}</Box>
      <Box className="measure" color="tape" fontSize="stand" lineHeight="1.15" fontWeight="600" whiteSpace="nowrap">
        {formatLength(line.lengthM, session.units)}
      </Box>
      <Box color="quiet" fontSize="sm">
        {sayTape('to-within-nothing-one-can-hear', { tolerance: formatLength(line.toleranceM, session.units), turned })}
      </Box>
      <label htmlFor={id} style={{ display: 'block', marginTop: 12 }}>
        {sayTape('the-tape-says-units-cm-or', { units: session.units === 'metric' ? 'yes' : 'no' })}
      </label>
      <Input
        id={id}
        className="measure"
        h="64px"
        fontSize="24px"
        placeholder={session.units === 'metric' ? '103.5' : '3\' 4 1/2"'}
        autoComplete="off"
        value={text}
        inputMode={session.units === 'metric' ? 'decimal' : 'text'}
        aria-invalid={problem !== null}
        aria-describedby={problem ? `${id}-problem` : undefined}
        onChange={(event) => type(event.target.value)}
        onBlur={keep}
        onKeyDown={(event) => {
          if (event.key === 'Enter' && text.trim() !== '') step(1);
        }}
      />
      {/* Above what is said of it: leaving the field says something, and a button that jumps away is not pressed. */}
      <Flex gap="3" mt="3">
        <Button flex="1" minH="60px" variant="outline" fontSize="lg" onClick={() => step(-1)}>
          {sayTape('back')}
        </Button>
        <Button flex="2" minH="60px" bg="tapeFill" color="#12181b" fontSize="lg" onClick={() => step(1)}>
          {sayTape('next')}
        </Button>
      </Flex>
      {problem && (
        <Box id={`${id}-problem`} role="alert" color="fix" mt="1">
          {problem}
        </Box>
      )}
      {line.deviation && !problem && (
        <Box mt="2" role="status">
          <Severity severity={line.deviation.withinTolerance ? 'fine' : 'improve'} /> {sayTold(deviationTold(line.deviation), session.units)}
        </Box>
      )}
    </Box>
  );
}
