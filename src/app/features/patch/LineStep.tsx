import { Box, Button, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { isToTryAgain, nextStep, PLAY_S, stepKey, TAP_S } from '../../../core/lineCheck';
import { sayPatch } from '../../../words/patch.page.en';
import { CapturePanel } from '../../capture/CapturePanel';
import { doAllLineSteps, doLineStep, doStepWith, goBackTo, useLineCheck } from './lineStore';
import { wordsOf } from './lineWords';
import { OwnMeters } from './OwnMeters';
import { Simulated } from './Simulated';

/** What is to be done now, large; and the way there. */
export function LineStepCard() {
  const { plan, steps, notes, busy, source, isSimulated, connected } = useLineCheck();
  const [again, setAgain] = useState<string | null>(null);
  const open = steps.find((step) => stepKey(step) === again) ?? nextStep(steps, notes);
  const at = open ? steps.indexOf(open) : steps.length;
  const byHand = source === 'hand';
  const words = open && wordsOf(open, plan, byHand);
  const isSecondTry = open?.kind === 'tap' && isToTryAgain(open.microphoneId, notes);
  const records = open?.kind === 'silence' || open?.kind === 'tap' || open?.kind === 'play';
  return (
    <Box borderWidth="1px" borderColor={open ? 'tape' : 'line'} p="4" mb="4" role="region" aria-label={sayPatch('step')} aria-live="polite">
      {isSimulated && <Simulated />}
      <Flex gap="1" mb="3" wrap="wrap" role="group" aria-label={sayPatch('steps')}>
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
              aria-label={sayPatch('step-done-done-do-it-again', { i: i + 1, title: wordsOf(step, plan, byHand).title, done: done ? 'yes' : 'no' })}
              aria-current={step === open ? 'step' : undefined}
              onClick={() => {
                setAgain(stepKey(step));
                void goBackTo(step);
              }}
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
          {sayPatch('the-connection-is-lost-it-is')}
        </Box>
      )}
      {open && words ? (
        <>
          <Box fontSize="sm" color="quiet">
            {sayPatch('of-2', { at: at + 1, steps: steps.length })}
          </Box>
          <Box as="h2" fontSize="xl" fontWeight="700">
            {words.title}
          </Box>
          <Box mb="3">
            {isSecondTry && `${sayPatch('no-input-heard-it-once-more')} `}
            {words.text}
          </Box>
          {byHand && records && (
            <OwnMeters
              key={`${stepKey(open)} ${notes.tries[open.kind === 'tap' ? open.microphoneId : ''] ?? 0}`}
              step={open}
              onDone={() => setAgain(null)}
            />
          )}
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
                {busy === stepKey(open) ? sayPatch('under-way') : words.press}
              </Button>
              {isSimulated && (
                <Button minH="44px" variant="outline" disabled={busy !== null} onClick={() => void doAllLineSteps()}>
                  {sayPatch('let-it-do-all-of-them')}
                </Button>
              )}
            </Flex>
          )}
        </>
      ) : (
        <Box>{sayPatch('every-step-is-done-a-ring')}</Box>
      )}
    </Box>
  );
}
