import { Box, Button, Flex, Input } from '@chakra-ui/react';
import { useId, useState } from 'react';
import { EQUAL_STRINGS_M, firstDipHz } from '../../../core/acoustics';
import type { ArrivalTable } from '../../../core/arrivals';
import type { Pair, Session } from '../../../core/document';
import { keyOfSource, sourceKey } from '../../../core/ids';
import { type ParsedLength, parseLength } from '../../../core/tape';
import { formatDelay, formatFrequency, formatLength } from '../../../core/units';
import { sayTold } from '../../../words';
import { midway } from '../../../words/midway';
import { sayTape } from '../../../words/tape.page.en';
import { Severity } from '../../components/Severity';

interface Props {
  readonly session: Session;
  readonly table: ArrivalTable;
  readonly pair: Pair;
  readonly onClose: () => void;
}

/** The two-minute task: one string, stretched to both microphones of a pair, from its middle and from the beater. */
export function EqualStrings({ session, table, pair, onClose }: Props) {
  const name = (id: string): string => session.microphones.find((microphone) => microphone.id === id)?.name ?? '';
  const centre = table.plan.sources.find((source) => pair.centre && sourceKey(source) === keyOfSource(pair.centre));
  const kick = table.plan.sources.find((source) => source.id === 'kick' && source.instrumentId === pair.centre?.instrumentId);
  const tasks = [centre, centre?.id === 'kick' ? undefined : kick].filter((source) => source !== undefined);
  return (
    <Box maxW="620px">
      <Box as="h1" fontSize="xl" fontWeight="700">
        {sayTape('equal-strings', { pair: pair.name })}
      </Box>
      <Box mb="3">{sayTape('hold-a-string-on-the-drums')}</Box>
      {tasks.map((source, i) => (
        <Task
          key={source.id}
          session={session}
          table={table}
          step={i + 1}
          from={source.id === 'kick' ? sayTape('beater-spot') : midway(source.name)}
          optional={i > 0}
          names={[name(pair.leftId), name(pair.rightId)]}
        />
      ))}
      <Button minH="48px" variant="outline" mt="3" onClick={onClose}>
        {sayTape('back-to-the-list')}
      </Button>
    </Box>
  );
}

interface TaskProps {
  readonly session: Session;
  readonly table: ArrivalTable;
  readonly step: number;
  readonly from: string;
  readonly optional: boolean;
  readonly names: readonly [string, string];
}

function verdict(
  { session, table, from, names }: TaskProps,
  left: ParsedLength,
  right: ParsedLength,
): { severity: 'fine' | 'improve' | 'fix'; words: string } | null {
  if (!left.ok || !right.ok) return null;
  const difference = right.metres - left.metres;
  const size = Math.abs(difference);
  if (size <= EQUAL_STRINGS_M)
    return { severity: 'fine', words: sayTape('equal-to-the-within', { from, size: formatLength(Math.max(size, 0.005), session.units) }) };
  const { plan } = table;
  const seconds = size / plan.speedOfSoundMps;
  const far = difference > 0 ? names[1] : names[0];
  return {
    severity: size > 0.05 ? 'fix' : 'improve',
    words: sayTape('bring-closer-along-its-string-it', {
      far,
      size: formatLength(size, session.units),
      from,
      seconds: formatDelay(seconds, plan.sampleRateHz, plan.speedOfSoundMps, session.units),
      firstDip: formatFrequency(firstDipHz(seconds)),
    }),
  };
}

/** What was measured stays while the page is there: whoever looks at the list and comes back finds it. */
const measured = new Map<string, readonly [string, string]>();

function Task(props: TaskProps) {
  const { session, step, from, optional, names } = props;
  const key = `${session.id}/${names.join('/')}/${step}`;
  const [texts, setOwn] = useState<readonly [string, string]>(measured.get(key) ?? ['', '']);
  const setTexts = (next: readonly [string, string]): void => {
    measured.set(key, next);
    setOwn(next);
  };
  const ids = [useId(), useId()];
  const [left, right] = texts.map((text) => parseLength(text, session.units)) as [ParsedLength, ParsedLength];
  const told = verdict(props, left, right);
  const wrong = [left, right].find((parsed, i) => !parsed.ok && texts[i]?.trim());
  return (
    <Box borderTopWidth="1px" borderColor="line" py="3">
      <Box fontWeight="700">{sayTape('from-the-optional-the-stricter-school', { step, from, optional: optional ? 'yes' : 'no' })}</Box>
      <Flex gap="3" mt="1">
        {names.map((name, i) => (
          <Box key={name} flex="1">
            <label htmlFor={ids[i]}>{name}</label>
            <Input
              id={ids[i]}
              className="measure"
              h="56px"
              fontSize="20px"
              autoComplete="off"
              inputMode={session.units === 'metric' ? 'decimal' : 'text'}
              value={texts[i]}
              aria-label={sayTape('from-the', { name, from })}
              onChange={(event) => setTexts(i === 0 ? [event.target.value, texts[1]] : [texts[0], event.target.value])}
            />
          </Box>
        ))}
      </Flex>
      {wrong && !wrong.ok && (
        <Box role="alert" color="fix" mt="1">
          {sayTold(wrong.reason, session.units)}
        </Box>
      )}
      {told && (
        <Box role="status" mt="2">
          <Severity severity={told.severity} /> {told.words}
        </Box>
      )}
    </Box>
  );
}
