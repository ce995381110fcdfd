import { Box, Button, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import type { ClockReport, TakeReport } from '../../../core/analysis';
import type { Session } from '../../../core/document';
import { partsOfAddress } from '../../../core/ids';
import { formatNumber, listed } from '../../../core/units';
import { sayCheck } from '../../../words/check.page.en';
import { runJob } from '../../../workers/runJob';
import { Choice } from '../../components/Choice';
import { matchedNow } from '../../stores/proofStore';
import { filesOfTake, useTakeStore } from '../../stores/takeStore';

/** What brings a second recorder's channels to the first one's clock. */
export interface ClockMend {
  readonly channels: readonly string[];
  /** Samples of the second for each of the first. */
  readonly ratio: number;
}

/** Less than this is no drift that a take would show, millionths. */
const IN_STEP_PPM = 0.5;

/** Channels recorded by the same device as one of them, as the patch has it; itself alone where that is not known. */
function besides(session: Session, report: TakeReport, matching: Readonly<Record<string, string | null>>, first: string, second: string): string[] {
  const deviceOf = (channel: string): string => partsOfAddress(session.patch[matching[channel] ?? '']).deviceId;
  const own = deviceOf(second);
  if (own === '' || own === deviceOf(first)) return [second];
  return report.channels.flatMap(({ name }) => (deviceOf(name) === own ? [name] : []));
}

function clockWords({ ppm, ppmSigma, offsetSamples }: ClockReport, rate: number): string {
  const known = formatNumber(Math.max(0.01, 2 * ppmSigma), 2);
  const beginning = sayCheck('at-the-beginning-it-is-s', {
    offsetSamples: formatNumber(Math.abs(offsetSamples) / rate, 4),
    offsetSamples2: offsetSamples > 0 ? 'yes' : 'no',
  });
  if (Math.abs(ppm) < Math.max(IN_STEP_PPM, 3 * ppmSigma)) return sayCheck('the-two-run-in-step-within', { known, beginning });
  const tenMinutes = formatNumber(Math.abs(ppm) * 0.6, 1);
  return sayCheck('the-second-counts-in-a-million', {
    ppm: formatNumber(Math.abs(ppm), 2),
    ppm2: ppm > 0 ? 'yes' : 'no',
    known,
    tenMinutes,
    beginning,
  });
}

interface Props {
  readonly session: Session;
  readonly report: TakeReport;
  readonly mend: ClockMend | null;
  readonly onMend: (mend: ClockMend | null) => void;
}

/** Two recorders of one take: whether their clocks run alike, and what is done about it in the corrected files. */
export function Clocks({ session, report, mend, onMend }: Props) {
  const matching = matchedNow(session, useTakeStore().matching);
  const names = report.channels.map(({ name }) => name);
  const drifting = report.clocks.slice(1);
  const [first, setFirst] = useState(report.clocks[0]?.group[0] ?? names[0] ?? '');
  const [second, setSecond] = useState(drifting[0]?.group[0] ?? names.at(-1) ?? '');
  const [busy, setBusy] = useState(false);
  const [found, setFound] = useState<{ readonly words: string; readonly bad: boolean; readonly ratio: number | null } | null>(null);
  const options = names.map((name) => ({ value: name, text: name }));
  const compare = async (): Promise<void> => {
    const files = filesOfTake(session.id);
    onMend(null);
    if (files.length === 0) {
      setFound({ words: sayCheck('the-files-themselves-are-gone-with'), bad: true, ratio: null });
      return;
    }
    setBusy(true);
    const answer = await runJob('compare-clocks', { files, first, second }, { owner: 'clocks' });
    setBusy(false);
    if (answer.kind === 'failed') setFound({ words: answer.reason, bad: true, ratio: null });
    if (answer.kind !== 'done') return;
    const { output } = answer;
    if (!output.ok) setFound({ words: output.reason, bad: true, ratio: null });
    else {
      const { ppm, ppmSigma } = output.clock;
      const drifts = Math.abs(ppm) >= Math.max(IN_STEP_PPM, 3 * ppmSigma);
      setFound({ words: clockWords(output.clock, output.sampleRateHz), bad: false, ratio: drifts ? 1 + ppm * 1e-6 : null });
    }
  };
  const channels = besides(session, report, matching, first, second);
  return (
    <Box mt="5" pt="3" borderTopWidth="1px" borderColor="line" role="region" aria-label={sayCheck('clocks-of-two-recorders')}>
      <Box fontWeight="700" mb="1">
        {sayCheck('two-recorders')}
      </Box>
      {drifting.map(({ group, driftPpm }) => {
        const own = { channels: group, ratio: 1 + driftPpm * 1e-6 };
        const isOn = mend?.ratio === own.ratio && listed(mend.channels) === listed(group);
        return (
          <Button
            key={listed(group)}
            mb="3"
            size="sm"
            h="auto"
            py="1"
            maxW="100%"
            whiteSpace="normal"
            textAlign="start"
            minH={{ base: '44px', md: '34px' }}
            variant="outline"
            aria-pressed={isOn}
            onClick={() => onMend(isOn ? null : own)}
          >
            {sayCheck('ison-take-the-in-a-million', {
              isOn: isOn ? 'yes' : 'no',
              driftPpm: formatNumber(Math.abs(driftPpm), 1),
              listed: listed(group),
            })}
          </Button>
        );
      })}
      <Box mb="2" maxW="640px">
        {sayCheck('one-channel-of-each-that-hears')}
      </Box>
      <Flex gap="2" wrap="wrap" align="end">
        <Choice label={sayCheck('by-the-first-recorder')} value={first} options={options} onChange={setFirst} />
        <Choice label={sayCheck('by-the-second')} value={second} options={options} onChange={setSecond} />
        <Button size="sm" minH={{ base: '44px', md: '34px' }} variant="outline" disabled={busy || first === second} onClick={() => void compare()}>
          {busy ? sayCheck('comparing') : sayCheck('compare-their-clocks')}
        </Button>
      </Flex>
      {found && (
        <Box mt="2" maxW="720px" role={found.bad ? 'alert' : 'status'} color={found.bad ? 'fix' : 'ink'}>
          {found.words}
        </Box>
      )}
      {found?.ratio && (
        <Button
          mt="2"
          size="sm"
          minH={{ base: '44px', md: '34px' }}
          variant="outline"
          aria-pressed={mend !== null}
          onClick={() => onMend(mend ? null : { channels, ratio: found.ratio ?? 1 })}
        >
          {sayCheck('mend-take-it-out-of-in', { mend: mend ? 'yes' : 'no', channels: channels.join(', ') })}
        </Button>
      )}
    </Box>
  );
}
