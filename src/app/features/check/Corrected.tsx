import { Box, Button, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import type { Proof, TakeReport } from '../../../core/analysis';
import type { Session } from '../../../core/document';
import { inputList } from '../../../core/exchange';
import { formatNumber } from '../../../core/units';
import { correctionsOf, isFaulty, type Remeasured, remeasured, verdictsOf } from '../../../core/verdict';
import { sayCheck } from '../../../words/check.page.en';
import type { TakeFile } from '../../../workers/protocol';
import { runJob } from '../../../workers/runJob';
import { Choice } from '../../components/Choice';
import { download, fileName } from '../../components/download';
import { heardOn } from '../../stores/heardOn';
import { livePlan } from '../../stores/planHooks';
import { filesOfTake, useTakeStore } from '../../stores/takeStore';
import type { ClockMend } from './Clocks';
import { MeasuredAgain } from './MeasuredAgain';
import { gainWords, offersOf, withOffer } from './sumOffers';

/** What is done to a channel, in words. */
function doneTo({ channel, flip, seconds, ratio }: { channel: string; flip: boolean; seconds: number; ratio: number }): string {
  const done = [
    ...(flip ? [sayCheck('reversed-in-polarity')] : []),
    ...(seconds
      ? [sayCheck('moved-ms-seconds2-later-earlier', { seconds: formatNumber(Math.abs(seconds) * 1000, 2), seconds2: seconds > 0 ? 'yes' : 'no' })]
      : []),
    ...(ratio === 1 ? [] : [sayCheck('brought-to-the-first-recorders-clock')]),
  ];
  return `${channel} ${done.join(` ${sayCheck('and')} `)}`;
}

/** What the plan decided for each track, done to copies of the files. */
export function Corrected({ session, report, proof, clock }: { session: Session; report: TakeReport; proof: Proof; clock: ClockMend | null }) {
  const take = useTakeStore();
  const [share, setShare] = useState<number | null>(null);
  const [words, setWords] = useState<string | null>(null);
  const [again, setAgain] = useState<readonly Remeasured[] | null>(null);
  const [wanted, setWanted] = useState('');
  const heard = heardOn(session, report, proof, take);
  const corrections = correctionsOf(heard);
  // What would make the sum of the raw files fuller says nothing of files that are turned and moved first.
  const offers = isFaulty(verdictsOf(heard)) ? [] : offersOf(report, session.brief.alignHabit);
  const taken = offers.find(({ key }) => key === wanted)?.offer;
  const rows = inputList(session, livePlan(session).table);
  const channels = corrections.map((correction) => ({
    ...withOffer(correction, taken, report.sampleRate),
    ratio: clock?.channels.includes(correction.channel) ? clock.ratio : 1,
    fileName:
      rows.find(({ microphoneId }) => microphoneId === heard.matching[correction.channel])?.fileName ??
      `${correction.channel.replaceAll(/[\\/:*?"<>|]/g, '_')}.wav`,
  }));
  const changed = channels.filter(({ flip, seconds, ratio }) => flip || seconds !== 0 || ratio !== 1);
  /** What was written is measured as any take is. */
  const measure = async (files: readonly TakeFile[]): Promise<void> => {
    if (changed.length === 0) return;
    const answer = await runJob('take-check', files, { owner: 'measure corrected', onProgress: setShare });
    setShare(null);
    if (answer.kind === 'done' && answer.output.ok)
      setAgain(
        remeasured(
          report,
          answer.output.report,
          changed.map(({ channel }) => channel),
        ),
      );
  };
  const make = async (): Promise<void> => {
    const files = filesOfTake(session.id);
    if (files.length === 0) {
      setWords(sayCheck('the-files-themselves-are-gone-with-2'));
      return;
    }
    setShare(0);
    setWords(null);
    setAgain(null);
    const answer = await runJob('correct-take', { files, channels, madeAt: new Date().toISOString() }, { owner: 'correct', onProgress: setShare });
    setShare(null);
    if (answer.kind === 'failed') setWords(answer.reason);
    if (answer.kind !== 'done') return;
    if (!answer.output.ok) setWords(answer.output.reason);
    else {
      download(fileName(sayCheck('corrected', { session: session.name }), 'zip'), answer.output.file.blob, 'application/zip');
      const { clipped } = answer.output;
      setWords(clipped > 0 ? sayCheck('samples-stopped-at-full-scale-record', { clipped: formatNumber(clipped, 0) }) : null);
      await measure(answer.output.files);
    }
  };
  return (
    <Box mt="5" pt="3" borderTopWidth="1px" borderColor="line" role="group" aria-label={sayCheck('corrected-files')}>
      <Box fontWeight="700" mb="1">
        {sayCheck('corrected-files')}
      </Box>
      {offers.length > 0 && (
        <Box mb="2" maxW="640px">
          <Choice
            label={sayCheck('for-a-fuller-sum')}
            value={taken ? wanted : ''}
            options={[{ value: '', text: sayCheck('as-the-plan-has-it') }, ...offers.map(({ key, text }) => ({ value: key, text }))]}
            onChange={setWanted}
          />
          <Box mt="1" fontSize="sm" color="quiet">
            {taken ? gainWords(taken) : sayCheck('an-offer-no-fault-it-is')}
          </Box>
        </Box>
      )}
      <Box mb="2" maxW="640px">
        {sayCheck('changed-nothing-is-inverted-or-moved', { changed: changed.length === 0 ? 'yes' : 'no', changed2: changed.map(doneTo).join(', ') })}
      </Box>
      <Flex gap="3" align="center" wrap="wrap">
        <Button size="sm" minH={{ base: '44px', md: '34px' }} variant="outline" disabled={share !== null} onClick={() => void make()}>
          {sayCheck('save-them-as-one-zip')}
        </Button>
        {share !== null && <progress value={share} max={1} aria-label={sayCheck('corrected-files')} style={{ width: 180, height: 12 }} />}
      </Flex>
      {again && again.length > 0 && <MeasuredAgain pairs={again} />}
      {words && (
        <Box mt="2" role="alert" color="fix">
          {words}
        </Box>
      )}
    </Box>
  );
}
