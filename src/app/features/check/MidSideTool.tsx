import { Box, Button, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import type { SessionId } from '../../../core/ids';
import { crossedPairOf } from '../../../core/stereo';
import { formatNumber } from '../../../core/units';
import { sayCheck } from '../../../words/check.page.en';
import { runJob } from '../../../workers/runJob';
import { Choice } from '../../components/Choice';
import { download } from '../../components/download';
import { Help } from '../../components/Help';
import { NumberField } from '../../components/NumberField';
import { filesOfTake } from '../../stores/takeStore';

type What = 'decode' | 'encode' | 'widen';
const WHAT: readonly { readonly value: What; readonly text: string }[] = [
  { value: 'decode', text: sayCheck('mid-and-side-to-left-and') },
  { value: 'encode', text: sayCheck('left-and-right-to-mid-and') },
  { value: 'widen', text: sayCheck('left-and-right-wider-or-narrower') },
];
const LABELS: Readonly<Record<What, readonly [string, string]>> = {
  decode: [sayCheck('mid'), sayCheck('side')],
  encode: [sayCheck('left'), sayCheck('right')],
  widen: [sayCheck('left'), sayCheck('right')],
};

/** Two channels of the take turned into two others, as a new file; yours stay as they are. */
export function MidSideTool({ sessionId, names }: { sessionId: SessionId; names: readonly string[] }) {
  const [what, setWhat] = useState<What>('decode');
  const [first, setFirst] = useState(names[0] ?? '');
  const [second, setSecond] = useState(names[1] ?? '');
  const [widthDb, setWidthDb] = useState(0);
  const [words, setWords] = useState<string | null>(null);
  const options = names.map((name) => ({ value: name, text: name }));
  const width = 10 ** (widthDb / 20);
  const make = async (): Promise<void> => {
    const files = filesOfTake(sessionId);
    if (files.length === 0) {
      setWords(sayCheck('the-files-themselves-are-gone-with-2'));
      return;
    }
    const answer = await runJob('mid-side', { files, first, second, what, width }, { owner: 'mid-side' });
    if (answer.kind === 'failed') setWords(answer.reason);
    if (answer.kind !== 'done') return;
    if (!answer.output.ok) setWords(answer.output.reason);
    else {
      setWords(null);
      download(
        sayCheck('and-what-mid-and-side-left', { first, second, what: what === 'encode' ? 'yes' : 'no' }),
        answer.output.file.blob,
        'audio/wav',
      );
    }
  };
  const [firstLabel, secondLabel] = LABELS[what];
  return (
    <Box mt="5" pt="3" borderTopWidth="1px" borderColor="line" role="group" aria-label={sayCheck('mid-and-side')}>
      <Box fontWeight="700" mb="2">
        {sayCheck('mid-and-side')} <Help term="mid-side" />
      </Box>
      <Flex gap="2" wrap="wrap" align="end">
        <Choice label={sayCheck('make')} value={what} options={WHAT} onChange={(value) => setWhat(value as What)} />
        <Choice label={firstLabel} value={first} options={options} onChange={setFirst} />
        <Choice label={secondLabel} value={second} options={options} onChange={setSecond} />
        {what !== 'encode' && <NumberField label={sayCheck('side')} unit="dB" value={widthDb} low={-30} high={12} onCommit={setWidthDb} />}
        <Button size="sm" variant="outline" minH={{ base: '44px', md: '34px' }} disabled={first === second} onClick={() => void make()}>
          {sayCheck('make-a-wav')}
        </Button>
      </Flex>
      {what === 'decode' && (
        <Box fontSize="sm" color="quiet" mt="1">
          {sayCheck('with-a-cardioid-in-the-middle', { halfAngle: formatNumber(crossedPairOf('cardioid', width).halfAngleDeg, 0) })}
        </Box>
      )}
      {words && (
        <Box mt="1" color="fix" role="alert">
          {words}
        </Box>
      )}
    </Box>
  );
}
