import { Box, Flex, Grid } from '@chakra-ui/react';
import { useEffect, useMemo, useState } from 'react';
import { type Copy, inStepResponseDb, logFrequencies, meanLossDb, speedOfSound, sumResponseDb } from '../../../core/acoustics';
import { arrivalTable } from '../../../core/arrivals';
import type { PlacedMicrophone, Session } from '../../../core/document';
import { type SessionId, sourceKey } from '../../../core/ids';
import { resolvePlan } from '../../../core/planning';
import { asMidway, formatDb, formatLength, formatNumber } from '../../../core/units';
import { sayEars } from '../../../words/ears.page.en';
import type { TakePair } from '../../../workers/listenProtocol';
import { Choice } from '../../components/Choice';
import { Segments } from '../../components/Segments';
import { SumStrip } from '../../components/SumStrip';
import { Toggle } from '../../components/Toggle';
import { useSize } from '../../components/useSize';
import { sumStrip } from '../../drawing/sumStripOf';
import { putOn, setMatched, setMonitor, setPlaying, takeOff } from '../../listening/listening';
import { useListening } from '../../listening/listeningStore';
import { filesOfTake, useTakeStore } from '../../stores/takeStore';
import { Transport } from './Transport';

const MOST_MS = 20;
const SAME = 'same';
const COPY = 'bench-copy';

interface BenchSettings {
  readonly first: string;
  readonly second: string;
  readonly isReversed: boolean;
  readonly delayMs: number;
}

/** Two channels alone, the second turned round or late: left and right in stereo, added in mono. Nothing of the session is changed. */
function benchOf(session: Session, { first, second, isReversed, delayMs }: BenchSettings): Session {
  const find = (id: string): PlacedMicrophone | undefined => session.microphones.find((one) => one.id === id);
  const a = find(first) ?? session.microphones[0];
  const b = second === SAME ? a && { ...a, id: COPY } : find(second);
  const late = Math.round((delayMs / 1000) * session.sampleRateHz);
  const both = [
    ...(a ? [{ ...a, pan: -1 }] : []),
    ...(b ? [{ ...b, pan: 1, flipped: b.flipped !== isReversed, alignSamples: b.alignSamples + late }] : []),
  ];
  return { ...session, microphones: both, pairs: [] };
}

/** The take's channels are heard in place of these two. */
const STANDING_IN: BenchSettings = { first: '', second: SAME, isReversed: false, delayMs: 0 };
const NO_CHANNELS: readonly { readonly name: string }[] = [];

/** Two channels of the take that was checked last, as they are wanted; null while the plan's are heard. */
function useTakePair(sessionId: SessionId, fromTake: boolean, { first, second, isReversed, delayMs }: BenchSettings): TakePair | null {
  return useMemo(
    () => (fromTake ? { files: filesOfTake(sessionId), first, second: second === SAME ? first : second, isReversed, delayS: delayMs / 1000 } : null),
    [sessionId, fromTake, first, second, isReversed, delayMs],
  );
}

/** What a delay and a turn alone do to two equal signals. */
function combOf({ isReversed, delayMs }: BenchSettings): NonNullable<ReturnType<typeof sumStrip>> {
  const frequenciesHz = logFrequencies(240);
  const copies: Copy[] = [
    { amplitude: 1, delaySeconds: 0 },
    { amplitude: isReversed ? -1 : 1, delaySeconds: delayMs / 1000 },
  ];
  return {
    frequenciesHz,
    sumDb: sumResponseDb(copies, frequenciesHz),
    inStepDb: inStepResponseDb(
      copies.map((copy) => [copy]),
      frequenciesHz,
    ),
  };
}

/** Why opposite signals seem to be nowhere between two loudspeakers and vanish in mono, to be heard and seen. */
export function Bench({ session }: { session: Session }) {
  const { monitor, playing } = useListening();
  const [settings, setSettings] = useState<BenchSettings>({ first: session.microphones[0]?.id ?? '', second: SAME, isReversed: false, delayMs: 0 });
  const change = (more: Partial<BenchSettings>): void => setSettings({ ...settings, ...more });
  const [box, size] = useSize<HTMLDivElement>();
  const [fromTake, setFromTake] = useState(false);
  const take = useTakePair(session.id, fromTake, settings);
  const bench = useMemo(() => benchOf(session, fromTake ? STANDING_IN : settings), [session, settings, fromTake]);
  const table = useMemo(() => arrivalTable(resolvePlan(bench)), [bench]);
  useEffect(() => putOn('A', bench, sayEars('two-channels'), take), [bench, take]);
  useEffect(() => {
    takeOff('B');
    setMatched(false);
    setMonitor('stereo');
    return () => setMatched(true);
  }, []);
  const channels = useTakeStore(({ report, sessionId }) => (sessionId === session.id ? report?.channels : undefined)) ?? NO_CHANNELS;
  const hasTake = channels.length > 1 && filesOfTake(session.id).length > 0;
  const names = fromTake
    ? channels.map(({ name }) => ({ value: name, text: name }))
    : session.microphones.map(({ id, name }) => ({ value: id, text: name }));
  const heard = playing.of === 'source' ? playing.key : null;
  const source = Math.max(
    0,
    table.plan.sources.findIndex((one) => sourceKey(one) === (heard ?? table.plan.microphones[0]?.targetKey)),
  );
  const planned = sumStrip(
    table,
    table.plan.microphones.map(({ id }) => id),
    source,
  );
  const strip = fromTake ? combOf(settings) : planned;
  const samples = Math.round((settings.delayMs / 1000) * session.sampleRateHz);
  const air = (settings.delayMs / 1000) * speedOfSound(session.room.temperatureC);
  return (
    <Box maxW="860px">
      <Box mb="3">{sayEars('two-channels-left-and-right-turn')}</Box>
      {hasTake && (
        <Box mb="3">
          <Segments
            label={sayEars('channels-of')}
            value={fromTake ? 'take' : 'plan'}
            options={[
              { value: 'plan', text: sayEars('the-plan') },
              { value: 'take', text: sayEars('the-take-that-was-checked') },
            ]}
            onChange={(value) => {
              const isTake = value === 'take';
              setFromTake(isTake);
              const list = isTake ? channels.map(({ name }) => name) : session.microphones.map(({ id }) => id);
              change({ first: list[0] ?? '', second: list[1] ?? SAME });
            }}
          />
        </Box>
      )}
      <Grid templateColumns={{ base: '1fr', md: '1fr 1fr 1fr' }} gap="3" mb="3">
        <Choice label={sayEars('first')} value={settings.first} options={names} onChange={(first) => change({ first })} />
        <Choice
          label={sayEars('second')}
          value={settings.second}
          options={[{ value: SAME, text: sayEars('the-same-again') }, ...names.filter(({ value }) => value !== settings.first)]}
          onChange={(second) => change({ second })}
        />
        {!fromTake && (
          <Choice
            label={sayEars('what-is-played')}
            value={heard ?? ''}
            options={[
              { value: '', text: sayEars('a-phrase') },
              ...table.plan.sources.map((one) => ({ value: sourceKey(one), text: sayEars('alone', { one: asMidway(one.name) }) })),
            ]}
            onChange={(key) => setPlaying(key ? { of: 'source', key } : { of: 'phrase' })}
          />
        )}
      </Grid>
      <Flex gap="3" align="center" wrap="wrap" mb="3">
        <Segments
          label={sayEars('heard-as')}
          value={typeof monitor === 'string' ? monitor : 'stereo'}
          options={[
            { value: 'stereo', text: sayEars('left-and-right') },
            { value: 'mono', text: sayEars('added-to-mono') },
          ]}
          onChange={(value) => setMonitor(value as 'stereo' | 'mono')}
        />
        <Toggle label={sayEars('second-reversed')} on={settings.isReversed} onToggle={() => change({ isReversed: !settings.isReversed })} />
      </Flex>
      <Box mb="3">
        <label htmlFor="bench-delay" style={{ display: 'block' }}>
          {sayEars('second-later-by')}{' '}
          <span className="measure">
            {sayEars('ms-samples-of-air', { delay: formatNumber(settings.delayMs, 2), samples, air: formatLength(air, session.units) })}
          </span>
        </label>
        <input
          id="bench-delay"
          type="range"
          min={0}
          max={MOST_MS}
          step={0.05}
          value={settings.delayMs}
          style={{ width: '100%', accentColor: 'var(--chakra-colors-tape)', minHeight: 32 }}
          onChange={(event) => change({ delayMs: Number(event.target.value) })}
        />
      </Box>
      <Transport />
      <Box ref={box} mt="3">
        {strip && (
          <>
            <Flex fontSize="sm" color="quiet" justify="space-between">
              <span>
                {fromTake
                  ? sayEars('what-the-delay-and-the-turn')
                  : sayEars('the-source-in-both', { source: asMidway(table.plan.sources[source]?.name ?? '') })}
              </span>
              <span className="measure">{sayEars('loses', { value: formatDb(Math.min(60, meanLossDb(strip.sumDb, strip.inStepDb))) })}</span>
            </Flex>
            <SumStrip {...strip} width={Math.max(240, size.width)} height={170} title={sayEars('the-two-channels-added')} />
          </>
        )}
      </Box>
    </Box>
  );
}
