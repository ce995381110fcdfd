import { Box, Button, Flex } from '@chakra-ui/react';
import { type ReactNode, useEffect } from 'react';
import type { Session } from '../../core/document';
import { formatNumber } from '../../core/units';
import { sayTold } from '../../words';
import { sayCapture } from '../../words/capture.page.en';
import { Choice } from '../components/Choice';
import { Fold } from '../components/Fold';
import { InputChoice } from './InputChoice';
import { LevelBars } from './LevelBars';
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
      // A button has its own keys while there is more than one of them.
      if (recording.isGuiding && isChoosing) return;
      if (recording.state === 'ready' && event.key === 'Escape') recording.close();
      else if (recording.state === 'recording' || recording.state === 'counting')
        recording.isGuiding && event.key !== 'Escape' ? recording.enough() : recording.state === 'recording' ? recording.stop() : recording.close();
      else if (recording.state === 'ready' && !isChoosing) recording.start();
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', onKey, { capture: true });
    return () => window.removeEventListener('keydown', onKey, { capture: true });
  });
}

interface PartProps {
  readonly session: Session;
  readonly recording: Recording;
  /** Highest of the last moments, by channel, and whose each is. */
  readonly peaks: readonly number[];
  readonly names: readonly string[];
}

/** Which input, and which channel is whose. */
function Channels({ session, recording, count }: { session: Session; recording: Recording; count: number }) {
  return (
    <Fold id="input and channels" summary={sayCapture('input-and-channels')} small>
      <Flex gap="3" wrap="wrap" pb="2">
        <InputChoice
          onChange={(deviceId) => {
            recording.close();
            recording.open(deviceId);
          }}
        />
        {session.microphones.map(({ id, name }) => (
          <Choice
            key={id}
            label={name}
            value={String(recording.channels[id] ?? '')}
            options={[
              { value: '', text: sayCapture('not-recorded') },
              ...Array.from({ length: count }, (_, channel) => ({ value: String(channel), text: sayCapture('input-2', { i: channel + 1 }) })),
            ]}
            onChange={(value) => recording.choose(id, value === '' ? null : Number(value))}
          />
        ))}
      </Flex>
    </Fold>
  );
}

/** Levels in view, nothing recorded yet. */
function Ready({ session, recording, peaks, names, children }: PartProps & { children?: ReactNode }) {
  const count = peaks.length;
  const of = session.microphones.length;
  const left = session.microphones.filter(({ id }) => (recording.channels[id] ?? null) === null);
  return (
    <>
      <Box fontWeight="700" fontSize="lg">
        {sayCapture('play-and-look-at-the-levels')}
      </Box>
      <LevelBars peaks={peaks} names={names} />
      {of > 1 && count < of && count > 0 && (
        <Box role="status" mt="2">
          {sayCapture('the-input-has-fewer-channels', { count, microphones: of })}
        </Box>
      )}
      <Channels session={session} recording={recording} count={count} />
      {children}
      <Flex gap="2" mt="2" wrap="wrap" align="center">
        <Button minH="48px" bg="tapeFill" color="#12181b" disabled={count === 0 || (of > 0 && left.length === of)} onClick={recording.start}>
          {sayCapture('start-recording')}
        </Button>
        <Button minH="48px" variant="outline" onClick={recording.close}>
          {sayCapture('close')}
        </Button>
        <Box fontSize="sm" color="quiet" flex="1" minW="200px">
          {sayCapture('any-key-or-a-pedal-starts-and-stops')}
        </Box>
      </Flex>
      {recording.steps.length > 1 && (
        <Fold id="what to play" summary={sayCapture('what-you-will-play', { steps: recording.steps.length })} small>
          <Box as="ol" pl="5" fontSize="sm">
            {recording.steps.map(({ id, told }) => (
              <li key={id}>{sayTold(told, session.units)}</li>
            ))}
          </Box>
        </Fold>
      )}
    </>
  );
}

/** What to play now, what next, and how long it has been. */
function Playing({ session, recording, peaks, names }: PartProps) {
  const { state, levels, step } = recording;
  const time =
    step &&
    (step.secondsLeft === null
      ? sayCapture('s-recorded', { seconds: Math.floor(levels.seconds) })
      : sayCapture('s-left', { left: step.secondsLeft }));
  return (
    <>
      <Flex justify="space-between" gap="3" align="baseline" wrap="wrap">
        <Box role="status" fontSize="2xl" fontWeight="700" lineHeight="1.2">
          {step ? sayTold(step.now.told, session.units) : sayCapture(recording.isGuiding ? 'listening-to-it' : 'putting-the-take-away')}
        </Box>
        <Box role="timer" className="measure" fontSize="xl">
          {time}
        </Box>
      </Flex>
      <Box color="quiet" minH="1.5em">
        {step?.next
          ? sayCapture('then-next', { next: sayTold(step.next.told, session.units) })
          : recording.isGuiding
            ? sayCapture(recording.isAgain ? 'not-heard-once-more' : 'any-key-is-enough')
            : step && sayCapture(recording.isSong ? 'it-stops-by-any-key' : 'it-stops-when-you-stop-playing')}
      </Box>
      <LevelBars peaks={peaks} names={names} />
      {levels.lost.length > 0 && (
        <Box role="alert" color="fix" mt="2">
          {sayCapture('sound-was-lost', { times: levels.lost.length, at: formatNumber(levels.lost.at(-1)?.atSeconds ?? 0, 0) })}
        </Box>
      )}
      <Flex mt="3" gap="2" wrap="wrap">
        {recording.isGuiding && (
          <Button minH="48px" minW="140px" bg="tapeFill" color="#12181b" onClick={recording.enough}>
            {sayCapture('enough-play-now')}
          </Button>
        )}
        <Button minH="48px" minW="140px" variant="outline" disabled={state === 'ending'} onClick={recording.stop}>
          {sayCapture('stop-recording')}
        </Button>
      </Flex>
    </>
  );
}

/** A take recorded here: the input and its levels; then what to play, one thing at a time. */
export function RecordHere({ session, recording, children }: { session: Session; recording: Recording; children?: ReactNode }) {
  const { state, levels, channels, beats } = recording;
  useAnyKey(recording);
  const peaks = useHeld(levels.peaks);
  const owner = (channel: number): string =>
    session.microphones.find(({ id }) => channels[id] === channel)?.name ?? sayCapture('input-2', { i: channel + 1 });
  const part = { session, recording, peaks, names: peaks.map((_, channel) => owner(channel)) };
  return (
    <Box role="group" aria-label={sayCapture('recording-here')} borderWidth="1px" borderColor="line" p="4" mb="4" bg="panel">
      {state === 'asking' && <Box role="status">{sayCapture('the-browser-asks-whether-it-may-listen')}</Box>}
      {state === 'ready' && <Ready {...part}>{children}</Ready>}
      {state === 'counting' && (
        <Box role="timer" fontSize="4xl" fontWeight="700" className="measure">
          {beats}
        </Box>
      )}
      {(state === 'recording' || state === 'ending') && <Playing {...part} />}
    </Box>
  );
}
