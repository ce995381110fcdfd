import { Box, Button, Flex } from '@chakra-ui/react';
import { useEffect, useRef, useState } from 'react';
import { sayCapture } from '../../words/capture.page.en';
import { Choice } from '../components/Choice';
import { ACCEPT_SOUND } from '../components/soundFiles';
import { beginUnderway, wasCutOff } from '../components/underway';
import { useEscape } from '../components/useEscape';
import { type Capture, rememberedInput, startCapture } from './capture';
import { InputChoice } from './InputChoice';
import { LevelBars } from './LevelBars';

export interface HeardFile {
  readonly name: string;
  readonly blob: Blob;
}

interface Props {
  /** What the recording is called. */
  readonly name: string;
  /** How long it listens at most, seconds. */
  readonly seconds: number;
  readonly onHeard: (file: HeardFile) => void;
  readonly busy?: boolean;
}

/** Seconds before it counts, so that the hand on the mouse is not what is heard. */
const COUNT_IN_S = 3;

/** Listens through the browser: which input, how loud, how long yet; or takes a file instead. */
export function CapturePanel({ name, seconds, onHeard, busy = false }: Props) {
  const [peaks, setPeaks] = useState<readonly number[]>([]);
  /** How many the input was found to have, and which of them is wanted. */
  const [channels, setChannels] = useState(1);
  const [channel, setChannel] = useState<number | null>(null);
  const [leftS, setLeftS] = useState<number | null>(null);
  const [countS, setCountS] = useState<number | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const capture = useRef<Capture | null>(null);
  const timer = useRef(0);
  const mark = useRef<() => void>(() => undefined);
  const picker = useRef<HTMLInputElement>(null);
  const gone = useRef<AbortController | null>(null);
  useEffect(() => {
    const own = new AbortController();
    gone.current = own;
    return () => {
      own.abort();
      mark.current();
      window.clearInterval(timer.current);
      void capture.current?.cancel();
    };
  }, []);
  const channelWanted = useRef(channel);
  channelWanted.current = channel;
  const finish = async (keep: boolean): Promise<void> => {
    mark.current();
    window.clearInterval(timer.current);
    const own = capture.current;
    capture.current = null;
    setLeftS(null);
    setPeaks([]);
    if (!own) return;
    if (keep) onHeard(await own.stop(channelWanted.current));
    else await own.cancel();
  };
  const listen = async (): Promise<void> => {
    setCountS(null);
    const signal = gone.current?.signal;
    const tell = (now: readonly number[]): void => {
      setPeaks(now);
      setChannels(now.length);
    };
    const answer = await startCapture(rememberedInput(), name, tell, signal ? { signal } : {});
    if (signal?.aborted) return;
    if (!answer.ok) {
      setProblem(answer.reason);
      return;
    }
    capture.current = answer.capture;
    mark.current = beginUnderway('recording');
    let left = seconds;
    setLeftS(left);
    timer.current = window.setInterval(() => {
      left -= 1;
      setLeftS(left);
      if (left <= 0) void finish(true);
    }, 1000);
  };
  const begin = (): void => {
    setProblem(null);
    let count = COUNT_IN_S;
    setCountS(count);
    timer.current = window.setInterval(() => {
      count -= 1;
      setCountS(count);
      if (count > 0) return;
      window.clearInterval(timer.current);
      void listen();
    }, 1000);
  };
  const idle = leftS === null && countS === null;
  useEscape(
    idle
      ? null
      : () => {
          setCountS(null);
          void finish(false);
        },
  );
  return (
    <Box>
      <InputChoice lookAgain={leftS === null} />
      {channels > 1 && (
        <Choice
          label={sayCapture('channel')}
          value={channel === null ? '' : String(channel)}
          options={[
            { value: '', text: sayCapture('all-of-them') },
            ...Array.from({ length: channels }, (_, c) => ({ value: String(c), text: sayCapture('input-2', { i: c + 1 }) })),
          ]}
          onChange={(value) => setChannel(value === '' ? null : Number(value))}
        />
      )}
      <Flex gap="2" mt="2" wrap="wrap" align="center">
        {idle ? (
          <>
            <Button minH="44px" bg="tapeFill" color="#12181b" disabled={busy} onClick={begin}>
              {sayCapture('record')}
            </Button>
            <Button minH="44px" variant="outline" disabled={busy} onClick={() => picker.current?.click()}>
              {sayCapture('choose-a-file')}
            </Button>
          </>
        ) : (
          <>
            <Button minH="44px" variant="outline" disabled={countS !== null} onClick={() => void finish(true)}>
              {sayCapture('that-is-enough')}
            </Button>
            <Box role="timer" className="measure">
              {countS !== null ? sayCapture('in-s', { count: countS }) : sayCapture('s-left', { left: leftS ?? 0 })}
            </Box>
          </>
        )}
        <input
          ref={picker}
          type="file"
          hidden
          accept={ACCEPT_SOUND}
          aria-label={sayCapture('file', { name })}
          onChange={(event) => {
            const [file] = event.target.files ?? [];
            if (file) onHeard({ name: file.name, blob: file });
            event.target.value = '';
          }}
        />
      </Flex>
      {peaks.length > 0 && <LevelBars peaks={peaks} />}
      {idle && wasCutOff('recording') && (
        <Box role="status" mt="2">
          {sayCapture('the-page-was-reloaded-while-recording')}
        </Box>
      )}
      {problem && (
        <Box role="alert" color="fix" mt="2">
          {problem}
        </Box>
      )}
      <Box fontSize="sm" color="quiet" mt="2">
        {sayCapture('the-browser-asks-before-it-listens')}
      </Box>
    </Box>
  );
}
