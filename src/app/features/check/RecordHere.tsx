import { Box, Button, Flex } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import type { Session } from '../../../core/document';
import { formatNumber } from '../../../core/units';
import { sayTold } from '../../../words';
import { sayCapture } from '../../../words/capture.page.en';
import { sayCheck } from '../../../words/check.page.en';
import { type InputDeviceChoice, listInputs, watchInputs } from '../../capture/capture';
import { LevelBars } from '../../capture/LevelBars';
import { Choice } from '../../components/Choice';
import { Fold } from '../../components/Fold';
import { rememberedInput, rememberInput } from './rememberedInput';
import { useHeld } from './useHeld';
import type { Recording } from './useRecording';

/** Keys that belong to the page or to other keys: every other one, and a pedal that sends one, starts and stops. */
const NOT_FOR_IT = ['Tab', 'Shift', 'Control', 'Alt', 'Meta', 'CapsLock', 'F5', 'F11', 'F12'];

/** Things that keys are for already. */
const CHOOSING = ['select', 'input', 'textarea', 'button', 'summary', 'a'];

/** Any key starts and stops, but where something is being chosen. */
function useAnyKey(recording: Recording): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.repeat || event.ctrlKey || event.metaKey || event.altKey || NOT_FOR_IT.includes(event.key)) return;
      const isChoosing = event.target instanceof Element && event.target.closest(CHOOSING.join()) !== null;
      if (recording.state === 'ready' && event.key === 'Escape') recording.close();
      else if (recording.state === 'recording' || recording.state === 'counting')
        recording.state === 'recording' ? recording.stop() : recording.close();
      else if (recording.state === 'ready' && !isChoosing) recording.start();
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', onKey, { capture: true });
    return () => window.removeEventListener('keydown', onKey, { capture: true });
  });
}

/** Which input, which channel is whose, how loud it is; then what to play, one thing at a time. */
export function RecordHere({ session, recording }: { session: Session; recording: Recording }) {
  const { state, levels, channels, step, steps, beats } = recording;
  const [inputs, setInputs] = useState<readonly InputDeviceChoice[]>([]);
  useAnyKey(recording);
  useEffect(() => {
    const look = (): void => void listInputs().then(setInputs);
    look();
    return watchInputs(look);
  }, []);
  const count = levels.peaks.length;
  const held = useHeld(levels.peaks);
  const owner = (channel: number): string =>
    session.microphones.find(({ id }) => channels[id] === channel)?.name ?? sayCapture('input-2', { i: channel + 1 });
  const names = levels.peaks.map((_, channel) => owner(channel));
  const left = session.microphones.filter(({ id }) => (channels[id] ?? null) === null);
  const again = (deviceId: string | null): void => {
    rememberInput(deviceId);
    recording.close();
    recording.open(deviceId);
  };
  return (
    <Box role="group" aria-label={sayCheck('recording-here')} borderWidth="1px" borderColor="line" p="4" mb="4" bg="panel">
      {state === 'asking' && <Box role="status">{sayCheck('the-browser-asks-whether-it-may-listen')}</Box>}
      {state === 'ready' && (
        <>
          <Box fontWeight="700" fontSize="lg">
            {sayCheck('play-and-look-at-the-levels')}
          </Box>
          <LevelBars peaks={held} names={names} />
          {session.microphones.length > 1 && count < session.microphones.length && count > 0 && (
            <Box role="status" mt="2">
              {sayCheck('the-input-has-fewer-channels', { count, microphones: session.microphones.length })}
            </Box>
          )}
          <Fold id="input and channels" summary={sayCheck('input-and-channels')} small>
            <Flex gap="3" wrap="wrap" pb="2">
              {inputs.length > 1 && (
                <Choice
                  label={sayCapture('input')}
                  value={rememberedInput() ?? ''}
                  options={[{ value: '', text: sayCapture('as-the-system-has-it') }, ...inputs.map(({ id, name }) => ({ value: id, text: name }))]}
                  onChange={(value) => again(value || null)}
                />
              )}
              {session.microphones.map(({ id, name }) => (
                <Choice
                  key={id}
                  label={name}
                  value={String(channels[id] ?? '')}
                  options={[
                    { value: '', text: sayCheck('not-recorded') },
                    ...levels.peaks.map((_, channel) => ({ value: String(channel), text: sayCapture('input-2', { i: channel + 1 }) })),
                  ]}
                  onChange={(value) => recording.choose(id, value === '' ? null : Number(value))}
                />
              ))}
            </Flex>
          </Fold>
          <Flex gap="2" mt="2" wrap="wrap" align="center">
            <Button
              minH="48px"
              bg="tapeFill"
              color="#12181b"
              disabled={count === 0 || (left.length > 0 && left.length === session.microphones.length)}
              onClick={recording.start}
            >
              {sayCheck('start-recording')}
            </Button>
            <Button minH="48px" variant="outline" onClick={recording.close}>
              {sayCheck('close')}
            </Button>
            <Box fontSize="sm" color="quiet" flex="1" minW="200px">
              {sayCheck('any-key-or-a-pedal-starts-and-stops')}
            </Box>
          </Flex>
          <Fold id="what to play" summary={sayCheck('what-you-will-play', { steps: steps.length })} small>
            <Box as="ol" pl="5" fontSize="sm">
              {steps.map(({ id, told }) => (
                <li key={id}>{sayTold(told, session.units)}</li>
              ))}
            </Box>
          </Fold>
        </>
      )}
      {state === 'counting' && (
        <Box role="timer" fontSize="4xl" fontWeight="700" className="measure">
          {beats}
        </Box>
      )}
      {(state === 'recording' || state === 'ending') && (
        <>
          <Flex justify="space-between" gap="3" align="baseline" wrap="wrap">
            <Box role="status" fontSize="2xl" fontWeight="700" lineHeight="1.2">
              {step ? sayTold(step.now.told, session.units) : sayCheck('putting-the-take-away')}
            </Box>
            <Box role="timer" className="measure" fontSize="xl">
              {step &&
                (step.secondsLeft === null
                  ? sayCheck('s-recorded', { seconds: Math.floor(levels.seconds) })
                  : sayCapture('s-left', { left: step.secondsLeft }))}
            </Box>
          </Flex>
          <Box color="quiet" minH="1.5em">
            {step?.next ? sayCheck('then-next', { next: sayTold(step.next.told, session.units) }) : sayCheck('it-stops-when-you-stop-playing')}
          </Box>
          <LevelBars peaks={held} names={names} />
          {levels.lost.length > 0 && (
            <Box role="alert" color="fix" mt="2">
              {sayCheck('sound-was-lost', { times: levels.lost.length, at: formatNumber(levels.lost.at(-1)?.atSeconds ?? 0, 0) })}
            </Box>
          )}
          <Button mt="3" minH="48px" minW="140px" variant="outline" disabled={state === 'ending'} onClick={recording.stop}>
            {sayCheck('stop-recording')}
          </Button>
        </>
      )}
    </Box>
  );
}
