import { Box, Button, Flex, Input } from '@chakra-ui/react';
import { useId, useState } from 'react';
import type { Session } from '../../../core/document';
import {
  banksToLight,
  concludeLines,
  type LineFault,
  type LineFinding,
  type LineStep,
  linesOf,
  PLAY_S,
  stepKey,
  TAP_S,
} from '../../../core/lineCheck';
import { formatNumber } from '../../../core/units';
import { CapturePanel } from '../../capture/CapturePanel';
import { Choice } from '../../components/Choice';
import { Severity } from '../../components/Severity';
import { LineRows } from './LineRows';
import { beginLineCheck, doAllLineSteps, doLineStep, doStepWith, endLineCheck, type LineSource, useLineCheck } from './lineStore';

const SOURCES: readonly { readonly value: LineSource; readonly text: string }[] = [
  { value: 'simulated', text: 'a simulated one, to try it' },
  { value: 'bridge', text: 'the real one, through a bridge' },
  { value: 'hand', text: 'by hand, recorded here or from files' },
];

type Plant = LineFault['kind'] | 'none';
const PLANTS: readonly { readonly value: Plant; readonly text: string }[] = [
  { value: 'none', text: 'nothing' },
  { value: 'swapped', text: 'two cables exchanged' },
  { value: 'reversed', text: 'a reversed cable' },
  { value: 'dead', text: 'a dead cable' },
  { value: 'no power', text: 'a bank without power' },
  { value: 'wrong gain', text: 'a gain that is not what it says' },
  { value: 'hum', text: 'hum' },
  { value: 'not answering', text: 'a device that does nothing' },
  { value: 'dropped', text: 'a connection that drops' },
];

/** A fault of the wished kind somewhere among the lines: where is for the check to find. */
function planted(session: Session, deviceId: string, plant: Plant): LineFault[] {
  const lines = linesOf(session, deviceId);
  const one = lines[Math.floor(Math.random() * lines.length)];
  if (plant === 'none' || !one) return [];
  const others = lines.filter((line) => line !== one);
  const other = others[Math.floor(Math.random() * others.length)];
  switch (plant) {
    case 'swapped':
      return other ? [{ kind: plant, microphoneId: one.microphoneId, otherId: other.microphoneId }] : [];
    case 'reversed':
    case 'dead':
    case 'hum':
      return [{ kind: plant, microphoneId: one.microphoneId }];
    case 'no power':
      return banksToLight(lines)
        .slice(0, 1)
        .map((bank) => ({ kind: plant, bank }));
    case 'wrong gain':
      return [{ kind: plant, inputId: one.inputId, byDb: Math.random() < 0.5 ? -16 : 16 }];
    case 'not answering':
      return [{ kind: plant }];
    case 'dropped':
      return [{ kind: plant, afterCommands: 5 }];
  }
}

interface Words {
  readonly title: string;
  readonly text: string;
  readonly press: string;
}

function wordsOf(step: LineStep, session: Session, deviceId: string, byHand: boolean): Words {
  const lines = linesOf(session, deviceId);
  const banks = banksToLight(lines);
  switch (step.kind) {
    case 'monitors down':
      return {
        title: 'Turn the monitors down',
        text: `Loudspeakers down and headphones off the ears: plugging and power bang.${byHand ? ' Switch phantom power off everywhere.' : ''}`,
        press: 'They are down',
      };
    case 'plug':
      return {
        title: 'Plug every microphone in',
        text: 'Power is off everywhere. Cables as the patch says; the check finds what is not.',
        press: 'They are in',
      };
    case 'answer':
      return { title: 'Does the device answer?', text: 'Every gain goes to least and to most; the noise must follow.', press: 'Move the gains' };
    case 'power':
      return banks.length === 0
        ? { title: 'No bank needs power', text: 'Gains go to what is planned.', press: 'Set the gains' }
        : {
            title: `Power on: ${banks.length === 1 ? 'bank' : 'banks'} ${banks.join(' and ')}`,
            text: `Monitors still down. From here on nothing is plugged or pulled while power is on.${byHand ? ' Switch it on, and set the gains as the sheet has them.' : ''}`,
            press: byHand ? 'It is on' : 'Switch it on',
          };
    case 'silence':
      return { title: 'Six seconds of nothing', text: 'Nobody moves; heaters, fans and fridges off.', press: 'Listen' };
    case 'tap': {
      const name = lines.find(({ microphoneId }) => microphoneId === step.microphoneId)?.name ?? '';
      return {
        title: `Knock twice on ${name}, then clap in front of it`,
        text: `With a finger on its body; then one clap a hand’s width in front, all within ${TAP_S} s. Never blow at a ribbon.`,
        press: 'Listen',
      };
    }
    case 'play':
      return { title: 'Play all of it, as loudly as in the take', text: `Every drum, every string, for ${PLAY_S} s.`, press: 'Listen' };
  }
}

function Begin({ session }: { session: Session }) {
  const [source, setSource] = useState<LineSource>('simulated');
  const [plant, setPlant] = useState<Plant>('none');
  const [address, setAddress] = useState('ws://localhost:4180/interface');
  const [deviceId, setDeviceId] = useState(session.shelf.devices.find(({ id }) => linesOf(session, id).length > 0)?.id ?? '');
  const { busy, problem } = useLineCheck();
  const id = useId();
  return (
    <Box maxW="720px">
      <Box mb="3">
        From microphone to file, one line after another: is the device really answering, is power where it should be, is every microphone where the
        patch says, the right way up, as loud and as quiet as planned.
      </Box>
      <Flex gap="3" wrap="wrap" align="end">
        {session.shelf.devices.length > 1 && (
          <Choice
            label="Device"
            value={deviceId}
            options={session.shelf.devices.map((device) => ({ value: device.id, text: device.name }))}
            onChange={setDeviceId}
          />
        )}
        <Choice label="The interface is" value={source} options={SOURCES} onChange={(value) => setSource(value as LineSource)} />
        {source === 'simulated' && <Choice label="Hide in it" value={plant} options={PLANTS} onChange={(value) => setPlant(value as Plant)} />}
        {source === 'bridge' && (
          <Box>
            <label htmlFor={id} style={{ display: 'block', fontSize: 13, color: 'var(--chakra-colors-quiet)' }}>
              Bridge at
            </label>
            <Input
              id={id}
              size="sm"
              w="260px"
              h={{ base: '44px', md: '34px' }}
              value={address}
              onChange={(event) => setAddress(event.target.value)}
            />
          </Box>
        )}
        <Button
          minH="44px"
          bg="tapeFill"
          color="#12181b"
          disabled={busy !== null}
          onClick={() =>
            void beginLineCheck({ session, deviceId, source, address, faults: source === 'simulated' ? planted(session, deviceId, plant) : [] })
          }
        >
          {busy ? 'Connecting' : 'Begin'}
        </Button>
      </Flex>
      {problem && (
        <Box role="alert" color="fix" mt="3">
          {problem}
        </Box>
      )}
      <Box mt="4" fontSize="sm" color="quiet">
        A bridge is a small program that speaks this page’s messages to your device; docs/adapters.md tells them. Only bridges on this machine can be
        reached. By hand works with every recorder: each step is recorded and given here.
      </Box>
    </Box>
  );
}

/** What is to be done now, large; and the way there. */
function StepCard({ session }: { session: Session }) {
  const { steps, notes, busy, source, deviceId, isSimulated, connected } = useLineCheck();
  const [again, setAgain] = useState<string | null>(null);
  const open = steps.find((step) => stepKey(step) === again) ?? steps.find((step) => !notes.done.includes(stepKey(step)));
  const at = open ? steps.indexOf(open) : steps.length;
  const byHand = source === 'hand';
  const words = open && wordsOf(open, session, deviceId, byHand);
  const records = open?.kind === 'silence' || open?.kind === 'tap' || open?.kind === 'play';
  return (
    <Box borderWidth="1px" borderColor={open ? 'tape' : 'line'} p="4" mb="4" role="region" aria-label="Step" aria-live="polite">
      <Flex gap="1" mb="3" wrap="wrap" role="group" aria-label="Steps">
        {steps.map((step, i) => {
          const done = notes.done.includes(stepKey(step));
          return (
            <Button
              key={stepKey(step)}
              variant="plain"
              p="0"
              minW="24px"
              h="24px"
              disabled={!done || busy !== null}
              aria-label={`Step ${i + 1}, ${wordsOf(step, session, deviceId, byHand).title}${done ? ', done; do it again' : ''}`}
              aria-current={step === open ? 'step' : undefined}
              onClick={() => setAgain(stepKey(step))}
            >
              <svg width="20" height="20" viewBox="0 0 20 20" aria-hidden="true">
                <circle
                  cx="10"
                  cy="10"
                  r="7"
                  fill={done ? 'var(--chakra-colors-fine)' : 'none'}
                  stroke={step === open ? 'var(--chakra-colors-tape)' : done ? 'var(--chakra-colors-fine)' : 'var(--chakra-colors-quiet)'}
                  strokeWidth={step === open ? 3 : 1.5}
                />
              </svg>
            </Button>
          );
        })}
      </Flex>
      {!connected && (
        <Box color="improve" mb="2">
          The connection is lost; it is being opened again.
        </Box>
      )}
      {open && words ? (
        <>
          <Box fontSize="sm" color="quiet">
            {at + 1} of {steps.length}
          </Box>
          <Box as="h2" fontSize="xl" fontWeight="700">
            {words.title}
          </Box>
          <Box mb="3">{words.text}</Box>
          {byHand && records ? (
            <CapturePanel
              name={words.title}
              seconds={open.kind === 'play' ? PLAY_S : open.kind === 'tap' ? TAP_S : 6}
              busy={busy !== null}
              onHeard={(file) => {
                setAgain(null);
                void doStepWith(open, file);
              }}
            />
          ) : (
            <Flex gap="2" wrap="wrap">
              <Button
                minH="44px"
                bg="tapeFill"
                color="#12181b"
                disabled={busy !== null}
                onClick={() => {
                  setAgain(null);
                  void doLineStep(open);
                }}
              >
                {busy === stepKey(open) ? 'Under way' : words.press}
              </Button>
              {isSimulated && (
                <Button minH="44px" variant="outline" disabled={busy !== null} onClick={() => void doAllLineSteps()}>
                  Let it do all of them
                </Button>
              )}
            </Flex>
          )}
        </>
      ) : (
        <Box>Every step is done. A ring above does its step again.</Box>
      )}
    </Box>
  );
}

function Findings({ findings, isDone, count }: { findings: readonly LineFinding[]; isDone: boolean; count: number }) {
  if (findings.length === 0)
    return isDone ? (
      <Box>
        <Severity severity="fine" />
        <Box>
          {count === 1 ? 'The line is proven' : `All ${count} lines are proven`}: heard, in its place, the right way up, as loud and as quiet as
          planned.
        </Box>
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
  if (session.shelf.devices.every(({ id }) => linesOf(session, id).length === 0))
    return <Box color="quiet">No microphone is plugged into an input yet: solve the patch first.</Box>;
  if (of !== session.patch || steps.length === 0) return <Begin session={session} />;
  const isDone = steps.every((step) => notes.done.includes(stepKey(step)));
  const findings = concludeLines(lines, notes);
  return (
    <Flex gap="5" direction={{ base: 'column', lg: 'row' }}>
      <Box flex="1" minW="0" display={{ base: 'contents', lg: 'block' }}>
        <Box order={0}>
          <StepCard session={session} />
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
        <Findings findings={findings} isDone={isDone} count={lines.length} />
        <Box mt="3" fontSize="sm" color="quiet">
          {notes.timesLost > 0 && `The connection was lost ${formatNumber(notes.timesLost, 0)} times. `}Hear every line alone once, softly: what is
          measured is not all that can be wrong.
        </Box>
        <Button mt="3" size="sm" minH={{ base: '44px', md: '34px' }} variant="outline" onClick={endLineCheck}>
          End it
        </Button>
      </Box>
    </Flex>
  );
}
