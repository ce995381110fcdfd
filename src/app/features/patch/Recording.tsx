import { Box, Button, Flex, Grid } from '@chakra-ui/react';
import { useId, useRef, useState } from 'react';
import { firstDipHz } from '../../../core/acoustics';
import { writeWav } from '../../../core/audio';
import type { Session } from '../../../core/document';
import { inputsInUse } from '../../../core/planning';
import { BIT_DEPTHS, clickTrack, feelOf, type LoopbackReport, minutesToWavEnd, roundTripOf, storageFor } from '../../../core/recording';
import { formatFrequency, formatNumber } from '../../../core/units';
import { say } from '../../../words';
import { sayPatch } from '../../../words/patch.page.en';
import { runJob } from '../../../workers/runJob';
import { Choice } from '../../components/Choice';
import { download } from '../../components/download';
import { NumberField } from '../../components/NumberField';
import { remember, remembered } from '../../components/remembered';
import { ACCEPT_SOUND } from '../../components/soundFiles';

const BUFFERS = [32, 64, 128, 256, 512, 1024] as const;
const CLICK_S = 10;

/** Beside the patch: what one hears oneself through, the round trip by a loop of cable, and how long there is room. */
export function Recording({ session }: { session: Session }) {
  return (
    <Grid templateColumns={{ base: '1fr', lg: '1fr 1fr' }} gap="6" maxW="1000px">
      <Monitoring session={session} />
      <Loopback session={session} />
      <Room session={session} />
      <Box>
        <Box as="h2" fontWeight="700" mb="1">
          {sayPatch('while-tracking')}
        </Box>
        <Box as="ul" m="0" pl="4">
          <li>{sayPatch('one-way-to-hear-oneself-never')}</li>
          <li>{sayPatch('closed-headphones-as-soft-as-will')}</li>
          <li>{sayPatch('one-channel-is-checked-in-mono')}</li>
          <li>{sayPatch('with-two-recorders-both-of-a')}</li>
        </Box>
      </Box>
    </Grid>
  );
}

/** A figure of this machine's, as it was said last. */
function rememberedNumber(key: string, otherwise: number, allowed?: readonly number[]): number {
  const kept = Number(remembered(key) ?? Number.NaN);
  return Number.isFinite(kept) && (allowed?.includes(kept) ?? true) ? kept : otherwise;
}

function Monitoring({ session }: { session: Session }) {
  const [buffer, setBuffer] = useState(() => rememberedNumber('buffer', 128, BUFFERS));
  const [converters, setConverters] = useState(() => rememberedNumber('converters', 3));
  const { totalS } = roundTripOf(buffer, session.sampleRateHz, converters / 1000);
  return (
    <Box role="region" aria-label={sayPatch('monitoring')}>
      <Box as="h2" fontWeight="700" mb="1">
        {sayPatch('hearing-oneself')}
      </Box>
      <Flex gap="2" wrap="wrap" align="end">
        <Choice
          label={sayPatch('buffer')}
          value={String(buffer)}
          options={BUFFERS.map((size) => ({ value: String(size), text: sayPatch('samples', { size }) }))}
          onChange={(value) => {
            remember('buffer', value);
            setBuffer(Number(value));
          }}
        />
        <NumberField
          label={sayPatch('converters')}
          unit="ms"
          value={converters}
          low={0}
          high={50}
          onCommit={(value) => {
            remember('converters', String(value));
            setConverters(value);
          }}
        />
      </Flex>
      <Box mt="2">
        {sayPatch('through-the-software-it-comes-back')} <span className="measure">{formatNumber(1000 * totalS, 1)} ms</span>{' '}
        {sayPatch('at-khz', { sampleRate: formatNumber(session.sampleRateHz / 1000, 1), say: say('recording', feelOf(totalS), {}, session.units) })}
      </Box>
      <Box mt="1">
        {sayPatch('heard-directly-as-well-both-together')} <span className="measure">{formatFrequency(firstDipHz(totalS))}</span>
        {sayPatch('then-every-switch-one-of-the', { value: formatFrequency(1 / totalS) })}
      </Box>
    </Box>
  );
}

function Loopback({ session }: { session: Session }) {
  const picker = useRef<HTMLInputElement>(null);
  const id = useId();
  const [report, setReport] = useState<LoopbackReport | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const listen = async (files: FileList | null): Promise<void> => {
    if (!files || files.length === 0) return;
    const answer = await runJob(
      'loopback',
      [...files].map((file) => ({ name: file.name, blob: file })),
      { owner: 'loopback' },
    );
    if (answer.kind !== 'failed' && answer.kind !== 'done') return;
    const output = answer.kind === 'failed' ? { ok: false as const, reason: answer.reason } : answer.output;
    setReport(output.ok ? output.loopback : null);
    setProblem(output.ok ? null : 'reason' in output ? output.reason : say('recording', output.code, {}, session.units));
  };
  return (
    <Box role="region" aria-label={sayPatch('loopback')}>
      <Box as="h2" fontWeight="700" mb="1">
        {sayPatch('a-loop-of-cable')}
      </Box>
      <Box mb="2">{sayPatch('monitors-off-plug-a-line-output')}</Box>
      <Flex gap="2" wrap="wrap">
        <Button
          size="sm"
          variant="outline"
          minH={{ base: '44px', md: '34px' }}
          onClick={() =>
            download('click.wav', new Blob([writeWav([clickTrack(CLICK_S, session.sampleRateHz)], session.sampleRateHz, 's24')]), 'audio/wav')
          }
        >
          {sayPatch('save-the-click')}
        </Button>
        <Button size="sm" minH={{ base: '44px', md: '34px' }} onClick={() => picker.current?.click()}>
          {sayPatch('choose-what-came-back')}
        </Button>
        <input
          ref={picker}
          id={id}
          type="file"
          hidden
          multiple
          accept={ACCEPT_SOUND}
          aria-label={sayPatch('loopback-files')}
          onChange={(event) => {
            void listen(event.target.files);
            event.target.value = '';
          }}
        />
      </Flex>
      {problem && (
        <Box mt="2" role="alert" color="fix">
          {problem}
        </Box>
      )}
      {report && (
        <Box mt="2" aria-live="polite">
          {sayPatch('it-came-back-after')}{' '}
          <span className="measure">{sayPatch('samples-2', { roundTripSamples: formatNumber(report.roundTripSamples, 1) })}</span>,{' '}
          <span className="measure">{formatNumber(1000 * report.roundTripS, 2)} ms</span>
          {sayPatch('over-clicks-within-set-the-recording', {
            clicks: report.clicks,
            spreadSamples: formatNumber(report.spreadSamples, 1),
            roundTripSamples: formatNumber(-Math.round(report.roundTripSamples), 0),
          })}
          {report.isReversed && ` ${sayPatch('it-came-back-with-its-polarity')}`}
          {Math.abs(report.driftPpm) > 5 && ` ${sayPatch('it-runs-off-by-in-a', { driftPpm: formatNumber(report.driftPpm, 0) })}`}
        </Box>
      )}
    </Box>
  );
}

function Room({ session }: { session: Session }) {
  const [free, setFree] = useState(100);
  const [depth, setDepth] = useState<number>(session.brief.bitDepth ?? 24);
  const channels = Math.max(1, inputsInUse(session) || session.microphones.length);
  const { bytesPerMinute, minutesLeft } = storageFor(session.sampleRateHz, depth, channels, free);
  const end = minutesToWavEnd(session.sampleRateHz, depth, 1);
  return (
    <Box role="region" aria-label={sayPatch('room-on-the-disk')}>
      <Box as="h2" fontWeight="700" mb="1">
        {sayPatch('room-on-the-disk')}
      </Box>
      <Flex gap="2" wrap="wrap" align="end">
        <Choice
          label={sayPatch('depth')}
          value={String(depth)}
          options={BIT_DEPTHS.map((bits) => ({ value: String(bits), text: bits === 32 ? sayPatch('32-bit-float') : sayPatch('bits', { bits }) }))}
          onChange={(value) => setDepth(Number(value))}
        />
        <NumberField label={sayPatch('free')} unit={sayPatch('gb')} value={free} low={0} high={100_000} onCommit={setFree} />
      </Flex>
      <Box mt="2">
        {sayPatch('channels-at-khz-take', { channels, sampleRate: formatNumber(session.sampleRateHz / 1000, 1) })}{' '}
        <span className="measure">{sayPatch('mb', { bytesPerMinute: formatNumber(bytesPerMinute / 1e6, 0) })}</span>{' '}
        {sayPatch('a-minute-there-is-room-for')}{' '}
        <span className="measure">{sayPatch('minutes', { minutesLeft: formatNumber(minutesLeft ?? 0, 0) })}</span>
        {sayPatch('a-plain-wav-of-one-channel', { end: formatNumber(end / 60, 1) })}
      </Box>
    </Box>
  );
}
