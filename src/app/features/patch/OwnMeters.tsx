import { Box, Button, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { type LineStep, SAID_WRONG, type SaidWrong } from '../../../core/lineCheck';
import { Choice } from '../../components/Choice';
import { answerLineStep, useLineCheck } from './lineStore';

const WORDS: Record<SaidWrong, string> = { hums: 'hums', hisses: 'hisses', crackles: 'crackles', hot: 'too hot', soft: 'too soft' };

interface Props {
  readonly step: LineStep;
  readonly onDone: () => void;
}

/** What the person's own meters and ears say of a step: nothing is measured, and nothing pretends to be. */
export function OwnMeters({ step, onDone }: Props) {
  return (
    <Box mb="4">
      {step.kind === 'tap' ? <Moved step={step} onDone={onDone} /> : <Wrong step={step} onDone={onDone} />}
      <Box mt="3" fontSize="sm" color="quiet">
        Or let it be measured: record the step here, or give its file.
      </Box>
    </Box>
  );
}

/** Which meter moved on the knock. */
function Moved({ step, onDone }: Props) {
  const { plan } = useLineCheck();
  const [other, setOther] = useState('');
  const own = step.kind === 'tap' ? plan.lines.find(({ microphoneId }) => microphoneId === step.microphoneId) : undefined;
  const say = (moved: string | null): void => {
    onDone();
    answerLineStep(step, { moved });
  };
  if (!own) return null;
  const others = plan.sockets.map(({ address }) => address.slice(address.indexOf('/') + 1)).filter((id) => id !== own.inputId);
  const nameOf = (id: string): string => plan.lines.find(({ inputId }) => inputId === id)?.inputName ?? id.replace(/^in/, '');
  return (
    <>
      <Box mb="2">Which meter of your device moved?</Box>
      <Flex gap="2" wrap="wrap" align="end">
        <Button minH="44px" bg="tapeFill" color="#12181b" onClick={() => say(own.inputId)}>
          Input {own.inputName} moved
        </Button>
        <Button minH="44px" variant="outline" onClick={() => say(null)}>
          None moved
        </Button>
        <Choice
          label="Another one moved"
          value={other}
          options={[{ value: '', text: 'choose it' }, ...others.map((id) => ({ value: id, text: `input ${nameOf(id)}` }))]}
          onChange={(id) => {
            setOther(id);
            if (id) say(id);
          }}
        />
      </Flex>
    </>
  );
}

/** What is wrong with which line, in silence or while playing. */
function Wrong({ step, onDone }: Props) {
  const { plan } = useLineCheck();
  const [wrong, setWrong] = useState<Readonly<Record<string, SaidWrong>>>({});
  const isPlay = step.kind === 'play';
  const kinds = SAID_WRONG.filter((one) => isPlay === (one === 'hot' || one === 'soft'));
  return (
    <>
      <Box mb="2">{isPlay ? 'Where do the peaks land on your meters?' : 'What is each line like?'}</Box>
      <Flex gap="2" wrap="wrap" mb="2">
        {plan.lines.map((line) => (
          <Choice
            key={line.inputId}
            label={`${line.name}, input ${line.inputName}`}
            value={wrong[line.inputId] ?? ''}
            options={[
              { value: '', text: isPlay ? `about ${Math.round(line.predictedPeakDbfs)} dBFS` : 'quiet' },
              ...kinds.map((kind) => ({ value: kind, text: WORDS[kind] })),
            ]}
            onChange={(value) => {
              const { [line.inputId]: _, ...others } = wrong;
              const kind = kinds.find((one) => one === value);
              setWrong(kind ? { ...others, [line.inputId]: kind } : others);
            }}
          />
        ))}
      </Flex>
      <Button
        minH="44px"
        bg="tapeFill"
        color="#12181b"
        onClick={() => {
          onDone();
          answerLineStep(step, { wrong });
        }}
      >
        {Object.keys(wrong).length > 0 ? 'That is it' : isPlay ? 'All land there' : 'All are quiet'}
      </Button>
    </>
  );
}
