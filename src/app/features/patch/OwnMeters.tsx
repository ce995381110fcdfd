import { Box, Button, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { type LineStep, SAID_WRONG, type SaidWrong } from '../../../core/lineCheck';
import { sayPatch } from '../../../words/patch.page.en';
import { Choice } from '../../components/Choice';
import { answerLineStep, useLineCheck } from './lineStore';

const WORDS: Record<SaidWrong, string> = {
  hums: sayPatch('hums'),
  hisses: sayPatch('hisses'),
  crackles: sayPatch('crackles'),
  hot: sayPatch('too-hot'),
  soft: sayPatch('too-soft'),
};

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
        {sayPatch('or-let-it-be-measured-record')}
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
      <Box mb="2">{sayPatch('which-meter-of-your-device-moved')}</Box>
      <Flex gap="2" wrap="wrap" align="end">
        <Button minH="44px" bg="tapeFill" color="#12181b" onClick={() => say(own.inputId)}>
          {sayPatch('input-moved', { inputName: own.inputName })}
        </Button>
        <Button minH="44px" variant="outline" onClick={() => say(null)}>
          {sayPatch('none-moved')}
        </Button>
        <Choice
          label={sayPatch('another-one-moved')}
          value={other}
          options={[
            { value: '', text: sayPatch('choose-it') },
            ...others.map((id) => ({ value: id, text: sayPatch('input-2', { of: nameOf(id) }) })),
          ]}
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
      <Box mb="2">{isPlay ? sayPatch('where-do-the-peaks-land-on') : sayPatch('what-is-each-line-like')}</Box>
      <Flex gap="2" wrap="wrap" mb="2">
        {plan.lines.map((line) => (
          <Choice
            key={line.inputId}
            label={sayPatch('input-3', { line: line.name, inputName: line.inputName })}
            value={wrong[line.inputId] ?? ''}
            options={[
              { value: '', text: isPlay ? sayPatch('about-dbfs', { predictedPeakDbfs: Math.round(line.predictedPeakDbfs) }) : sayPatch('quiet') },
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
        {Object.keys(wrong).length > 0 ? sayPatch('that-is-it') : isPlay ? sayPatch('all-land-there') : sayPatch('all-are-quiet')}
      </Button>
    </>
  );
}
