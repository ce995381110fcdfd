import { Box, Button, Flex, Grid } from '@chakra-ui/react';
import { useId, useRef, useState } from 'react';
import { firstDipHz } from '../../../core/acoustics';
import { writeWav } from '../../../core/audio';
import type { Session } from '../../../core/document';
import { inputsInUse } from '../../../core/planning';
import { BIT_DEPTHS, clickTrack, feelOf, type LoopbackReport, minutesToWavEnd, roundTripOf, storageFor } from '../../../core/recording';
import { formatFrequency, formatNumber } from '../../../core/units';
import { say } from '../../../words';
import { runJob } from '../../../workers/runJob';
import { Choice } from '../../components/Choice';
import { download } from '../../components/download';
import { NumberField } from '../../components/NumberField';

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
          While tracking
        </Box>
        <Box as="ul" m="0" pl="4">
          <li>One way to hear oneself, never both: direct through the interface, or through the software.</li>
          <li>Closed headphones, as soft as will do; loudspeakers down before anything is plugged or powered.</li>
          <li>One channel is checked in mono, in both ears.</li>
          <li>With two recorders, both of a pair on one of them; one sample rate everywhere.</li>
        </Box>
      </Box>
    </Grid>
  );
}

function Monitoring({ session }: { session: Session }) {
  const [buffer, setBuffer] = useState(128);
  const [converters, setConverters] = useState(3);
  const { totalS } = roundTripOf(buffer, session.sampleRateHz, converters / 1000);
  return (
    <Box role="region" aria-label="Monitoring">
      <Box as="h2" fontWeight="700" mb="1">
        Hearing oneself
      </Box>
      <Flex gap="2" wrap="wrap" align="end">
        <Choice
          label="Buffer"
          value={String(buffer)}
          options={BUFFERS.map((size) => ({ value: String(size), text: `${size} samples` }))}
          onChange={(value) => setBuffer(Number(value))}
        />
        <NumberField label="Converters" unit="ms" value={converters} low={0} high={50} onCommit={setConverters} />
      </Flex>
      <Box mt="2">
        Through the software it comes back after <span className="measure">{formatNumber(1000 * totalS, 1)} ms</span> at{' '}
        {formatNumber(session.sampleRateHz / 1000, 1)} kHz. {say('recording', feelOf(totalS), {}, session.units)}
      </Box>
      <Box mt="1">
        Heard directly as well, both together comb: the first dip at <span className="measure">{formatFrequency(firstDipHz(totalS))}</span>, then
        every {formatFrequency(1 / totalS)}. Switch one of the two off. What it sounds like is under Ears.
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
    <Box role="region" aria-label="Loopback">
      <Box as="h2" fontWeight="700" mb="1">
        A loop of cable
      </Box>
      <Box mb="2">
        Monitors off. Plug a line output into a line input, never into one with phantom power on. Play the click on one track, record what comes back
        on another, then choose both: first what went out, then what came back.
      </Box>
      <Flex gap="2" wrap="wrap">
        <Button
          size="sm"
          variant="outline"
          minH={{ base: '44px', md: '34px' }}
          onClick={() =>
            download('click.wav', new Blob([writeWav([clickTrack(CLICK_S, session.sampleRateHz)], session.sampleRateHz, 's24')]), 'audio/wav')
          }
        >
          Save the click
        </Button>
        <Button size="sm" minH={{ base: '44px', md: '34px' }} onClick={() => picker.current?.click()}>
          Choose what came back
        </Button>
        <input
          ref={picker}
          id={id}
          type="file"
          hidden
          multiple
          accept=".wav,.wave,.bwf,.aif,.aiff,.aifc,.flac,audio/*"
          aria-label="Loopback files"
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
          It came back after <span className="measure">{formatNumber(report.roundTripSamples, 1)} samples</span>,{' '}
          <span className="measure">{formatNumber(1000 * report.roundTripS, 2)} ms</span>, over {report.clicks} clicks within{' '}
          {formatNumber(report.spreadSamples, 1)}. Set the recording offset to {formatNumber(-Math.round(report.roundTripSamples), 0)} samples, so
          that overdubs lie where they were played.
          {report.isReversed && ' It came back with its polarity reversed: look for a reversed cable or a switch.'}
          {Math.abs(report.driftPpm) > 5 &&
            ` It runs off by ${formatNumber(report.driftPpm, 0)} in a million: out and in are on different clocks, bring both on one.`}
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
    <Box role="region" aria-label="Room on the disk">
      <Box as="h2" fontWeight="700" mb="1">
        Room on the disk
      </Box>
      <Flex gap="2" wrap="wrap" align="end">
        <Choice
          label="Depth"
          value={String(depth)}
          options={BIT_DEPTHS.map((bits) => ({ value: String(bits), text: bits === 32 ? '32 bit float' : `${bits} bit` }))}
          onChange={(value) => setDepth(Number(value))}
        />
        <NumberField label="Free" unit="GB" value={free} low={0} high={100_000} onCommit={setFree} />
      </Flex>
      <Box mt="2">
        {channels} channels at {formatNumber(session.sampleRateHz / 1000, 1)} kHz take{' '}
        <span className="measure">{formatNumber(bytesPerMinute / 1e6, 0)} MB</span> a minute: there is room for{' '}
        <span className="measure">{formatNumber(minutesLeft ?? 0, 0)} minutes</span>. A plain WAV of one channel ends after{' '}
        {formatNumber(end / 60, 1)} hours.
      </Box>
    </Box>
  );
}
