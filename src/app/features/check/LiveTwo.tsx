import { Box, Button, Flex } from '@chakra-ui/react';
import { useEffect, useRef, useState } from 'react';
import { LiveComparison, type LiveLook, toneFor } from '../../../core/analysis';
import type { Session } from '../../../core/document';
import { loadFftKernel } from '../../../core/math';
import { formatDelay, formatNumber } from '../../../core/units';
import { sayCheck } from '../../../words/check.page.en';
import { type Capture, rememberedInput, startCapture } from '../../capture/capture';
import { InputChoice } from '../../capture/InputChoice';
import { Choice } from '../../components/Choice';
import { remember, remembered } from '../../components/remembered';
import { Toggle } from '../../components/Toggle';
import { useEscape } from '../../components/useEscape';
import { livePlan } from '../../stores/planHooks';

/** Ten looks a second. */
const EVERY_MS = 100;
/** From this on a look is believed. */
const BELIEVED = 0.35;
const MOST_MS = 5;
const TONE_GAIN = 0.05;

interface Running {
  readonly capture: Capture;
  readonly compare: LiveComparison;
}

/** Where the second channel is beside the first, as a mark on five milliseconds either way. */
function Scale({ look, rate }: { look: LiveLook | null; rate: number }) {
  const x = (ms: number): number => 200 + (190 * Math.max(-MOST_MS, Math.min(MOST_MS, ms))) / MOST_MS;
  const ms = look ? (1000 * look.delaySamples) / rate : 0;
  return (
    <svg viewBox="0 0 440 64" style={{ width: '100%', maxWidth: 560, display: 'block' }} aria-hidden="true">
      <line x1="10" x2="390" y1="40" y2="40" stroke="var(--chakra-colors-line)" strokeWidth="2" />
      {[-5, -4, -3, -2, -1, 0, 1, 2, 3, 4, 5].map((tick) => (
        <g key={tick}>
          <line x1={x(tick)} x2={x(tick)} y1={tick === 0 ? 18 : 35} y2="45" stroke="var(--chakra-colors-quiet)" strokeWidth={tick === 0 ? 2 : 1} />
          <text x={x(tick)} y="60" textAnchor="middle" fontSize="11" fill="var(--chakra-colors-quiet)">
            {formatNumber(tick, 0)}
          </text>
        </g>
      ))}
      <text x="408" y="60" fontSize="11" fill="var(--chakra-colors-quiet)">
        ms
      </text>
      {look && (
        <path
          d={look.polarity === 1 ? `M${x(ms) - 8} 36 L${x(ms)} 18 L${x(ms) + 8} 36Z` : `M${x(ms) - 8} 18 L${x(ms)} 36 L${x(ms) + 8} 18Z`}
          fill="var(--chakra-colors-tape)"
          opacity={0.35 + 0.65 * Math.min(1, look.confidence)}
        />
      )}
    </svg>
  );
}

const TWO = 'two inputs';

/** The two channels that were compared last on this machine. */
function rememberedTwo(): readonly [number, number] {
  const [a, b] = (remembered(TWO) ?? '0 1').split(' ').map(Number);
  return Number.isInteger(a) && Number.isInteger(b) && a !== b ? [a as number, b as number] : [0, 1];
}

/** Two channels heard live while somebody moves a stand: how far apart, which way up, with a tone that rises as they come into step. */
export function LiveTwo({ session }: { session: Session }) {
  const [running, setRunning] = useState<Running | null>(null);
  const [look, setLook] = useState<LiveLook | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [channels, setOwnChannels] = useState<readonly [number, number]>(rememberedTwo);
  const setChannels = (two: readonly [number, number]): void => {
    remember(TWO, two.join(' '));
    setOwnChannels(two);
  };
  const [withTone, setWithTone] = useState(false);
  // A view that was left meanwhile has nobody to stop what begins.
  const gone = useRef<AbortController | null>(null);
  useEffect(() => {
    const own = new AbortController();
    gone.current = own;
    return () => own.abort();
  }, []);
  const picked = useRef(channels);
  picked.current = channels;
  const tone = useRef<{ context: AudioContext; oscillator: OscillatorNode; gain: GainNode } | null>(null);
  useEffect(() => {
    if (!running) return;
    const timer = window.setInterval(() => setLook(running.compare.look()), EVERY_MS);
    return () => {
      window.clearInterval(timer);
      void running.capture.cancel();
      running.compare.dispose();
    };
  }, [running]);
  useEffect(() => {
    if (!withTone || !running) return;
    const context = new AudioContext();
    const oscillator = new OscillatorNode(context, { frequency: 110 });
    const gain = new GainNode(context, { gain: 0 });
    oscillator.connect(gain).connect(context.destination);
    oscillator.start();
    tone.current = { context, oscillator, gain };
    return () => {
      tone.current = null;
      void context.close();
    };
  }, [withTone, running]);
  const rate = running?.capture.sampleRateHz ?? session.sampleRateHz;
  useEffect(() => {
    const playing = tone.current;
    if (!playing) return;
    const now = playing.context.currentTime;
    const believed = look !== null && look.confidence >= BELIEVED;
    playing.gain.gain.setTargetAtTime(believed ? TONE_GAIN : 0, now, 0.03);
    if (believed) playing.oscillator.frequency.setTargetAtTime(toneFor(look.delaySamples / rate), now, 0.03);
  }, [look, rate]);
  const begin = async (): Promise<void> => {
    setProblem(null);
    const kernel = await loadFftKernel();
    const signal = gone.current?.signal;
    let compare: LiveComparison | null = null;
    const answer = await startCapture(rememberedInput(), 'live', () => undefined, {
      onBatch: (batch) => {
        const [a, b] = [batch[picked.current[0]], batch[picked.current[1]]];
        if (a && b) compare?.push(a, b);
      },
      ...(signal ? { signal } : {}),
    });
    if (signal?.aborted) return;
    if (!answer.ok) {
      setProblem(answer.reason);
      return;
    }
    if (answer.capture.channelCount < 2) {
      await answer.capture.cancel();
      setProblem(sayCheck('the-browser-hears-one-channel-of'));
      return;
    }
    // Another device may have fewer.
    if (Math.max(...picked.current) >= answer.capture.channelCount) setChannels([0, 1]);
    compare = new LiveComparison(answer.capture.sampleRateHz, kernel);
    setRunning({ capture: answer.capture, compare });
  };
  const stop = (): void => {
    setRunning(null);
    setLook(null);
  };
  useEscape(running ? stop : null);
  const count = running?.capture.channelCount ?? 2;
  const options = Array.from({ length: count }, (_, c) => ({ value: String(c), text: sayCheck('input', { c: c + 1 }) }));
  const { speedOfSoundMps } = livePlan(session).table.plan;
  const words = (): string => {
    if (!look) return sayCheck('nothing-is-heard-in-both-play');
    if (look.confidence < BELIEVED) return sayCheck('they-share-too-little-to-say');
    const by = formatDelay(Math.abs(look.delaySamples) / rate, rate, speedOfSoundMps, session.units);
    const way =
      Math.abs(look.delaySamples) < 1
        ? sayCheck('in-step')
        : sayCheck('the-second-is-delaysamples-later-earlier', { by, delaySamples: look.delaySamples > 0 ? 'yes' : 'no' });
    return `${way}, ${look.polarity === 1 ? sayCheck('same-polarity') : sayCheck('opposite-polarity')}, ${formatNumber(Math.abs(look.levelDb), 0)} dB ${look.levelDb >= 0 ? sayCheck('louder') : sayCheck('softer')}.`;
  };
  return (
    <Box mt="5" pt="3" borderTopWidth="1px" borderColor="line" role="region" aria-label={sayCheck('two-inputs-live')}>
      <Box fontWeight="700" mb="1">
        {sayCheck('two-inputs-while-a-stand-is')}
      </Box>
      {!running ? (
        <>
          <Box mb="2" maxW="640px">
            {sayCheck('somebody-plays-somebody-moves-here-it')}
          </Box>
          <Box mb="2" maxW="340px">
            <InputChoice />
          </Box>
          <Button size="sm" minH={{ base: '44px', md: '34px' }} variant="outline" onClick={() => void begin()}>
            {sayCheck('listen-to-two-inputs')}
          </Button>
        </>
      ) : (
        <>
          <Flex gap="3" wrap="wrap" align="end" mb="2">
            <Choice
              label={sayCheck('first')}
              value={String(channels[0])}
              options={options}
              onChange={(value) => setChannels([Number(value), channels[1]])}
            />
            <Choice
              label={sayCheck('second')}
              value={String(channels[1])}
              options={options}
              onChange={(value) => setChannels([channels[0], Number(value)])}
            />
            <Toggle label={sayCheck('tone-that-rises-into-step')} on={withTone} onToggle={() => setWithTone(!withTone)} />
            <Button size="sm" minH={{ base: '44px', md: '34px' }} variant="outline" onClick={stop}>
              {sayCheck('stop-listening')}
            </Button>
          </Flex>
          <Scale look={look} rate={rate} />
          <Box role="status" aria-live="off" className="measure" fontSize="lg">
            {words()}
          </Box>
        </>
      )}
      {problem && (
        <Box role="alert" color="fix" mt="2">
          {problem}
        </Box>
      )}
    </Box>
  );
}
