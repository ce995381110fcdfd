import { Box, Button, Flex } from '@chakra-ui/react';
import { lazy, type ReactNode, Suspense, useMemo, useState } from 'react';
import { balanceOf, type Proof, ROLES, type Role, rolesOf, type TakeReport } from '../../../core/analysis';
import type { Session } from '../../../core/document';
import { takeReportCsv, takeReportDocument } from '../../../core/exchange';
import { verdictsOf } from '../../../core/verdict';
import { sayTold } from '../../../words';
import { sayCheck } from '../../../words/check.page.en';
import { download, fileName } from '../../components/download';
import { Fold } from '../../components/Fold';
import { useSize } from '../../components/useSize';
import { stringColour } from '../../drawing/MicrophoneGlyph';
import { heardOn } from '../../stores/heardOn';
import { livePlan } from '../../stores/planHooks';
import { keepTake, useTakeStore } from '../../stores/takeStore';
import { ArrivalCharts } from './ArrivalCharts';
import { Balance } from './Balance';
import { ChannelFigures } from './ChannelFigures';
import { type ChannelQuestion, ChannelRow, UnderLanes } from './ChannelRow';
import { type ClockMend, Clocks } from './Clocks';
import { Corrected } from './Corrected';
import { Lane, TimeAxis } from './Lane';
import { Learn } from './Learn';
import { ListenTo } from './ListenTo';
import { MidSideTool } from './MidSideTool';
import { PairStrip } from './PairStrip';
import { byDifference, measuredRakes, sourceRakes } from './rakes';
import { Strokes } from './Strokes';
import { Whereabouts } from './Whereabouts';
import { WhichFile } from './WhichFile';

const SumLossChart = lazy(() => import('./SumLossChart').then((module) => ({ default: module.SumLossChart })));

/** What a channel is there for, in the words of someone at the stand. */
const ROLE_WORDS: Readonly<Record<Role, string>> = {
  close: sayCheck('close-to-its-own-source'),
  kick: sayCheck('at-a-kick'),
  'other side': sayCheck('under-behind-or-inside'),
  far: sayCheck('overhead-or-room'),
  unknown: sayCheck('not-said'),
};

const Save = ({ words, onSave }: { words: string; onSave: () => void }) => (
  <Button size="sm" minH={{ base: '44px', md: '34px' }} variant="outline" onClick={onSave}>
    {words}
  </Button>
);

/** What was measured of the take: heard, drawn, and in figures. */
export function Measured({ session, report, proof }: { session: Session; report: TakeReport; proof: Proof }) {
  const take = useTakeStore();
  const { waveforms, strokes, roles: corrected } = take;
  const heard = { ...heardOn(session, report, proof, take), session };
  const verdicts = verdictsOf(heard);
  const { matching } = heard;
  const asked = verdicts.find(({ code }) => code === 'which-file');
  const strays = report.channels.flatMap(({ name }) => (matching[name] ? [] : [name]));
  const [clock, setClock] = useState<ClockMend | null>(null);
  const [box, size] = useSize<HTMLDivElement>();
  const { table } = livePlan(session);
  const rakes =
    session.microphones.length > 0 ? sourceRakes(table, session.microphones, proof.comparisons, report.sampleRate) : measuredRakes(report);
  const { shown, folded } = byDifference(rakes);
  const balance = useMemo(
    () => balanceOf(report, proof, session.microphones.length > 0 ? table : null, matching),
    [report, proof, session, table, matching],
  );
  const width = Math.max(260, size.width > 700 ? size.width / 2 - 16 : size.width);
  const options = [{ value: '', text: sayCheck('no-microphone') }, ...session.microphones.map(({ id, name }) => ({ value: id, text: name }))];
  const roles = rolesOf(
    report.channels.map(({ name }) => name),
    corrected,
  );
  const colourOf = (name: string): string => {
    const own = session.microphones.find((microphone) => microphone.id === matching[name])?.colour;
    return stringColour(own ?? (session.microphones.length > 0 ? 7 : report.channels.findIndex((channel) => channel.name === name) % 8));
  };
  const questionOf = (name: string): ChannelQuestion =>
    session.microphones.length > 0
      ? {
          label: sayCheck('microphone-of-channel', { name }),
          value: matching[name] ?? '',
          options,
          onChange: (id) =>
            keepTake(session.id, {
              matching: {
                ...Object.fromEntries(Object.entries(matching).map(([other, old]) => [other, old === id ? null : old])),
                [name]: id || null,
              },
            }),
        }
      : {
          label: sayCheck('what-is-there-for', { name }),
          value: roles[name] ?? 'unknown',
          options: ROLES.map((role) => ({ value: role, text: ROLE_WORDS[role] })),
          onChange: (role) => keepTake(session.id, { roles: { ...corrected, [name]: role as Role } }),
        };
  const lengthS = Math.max(1e-3, ...waveforms.map(({ durationSeconds }) => durationSeconds));
  const laneOf = (name: string): ReactNode => {
    const wave = waveforms.find((one) => one.name === name);
    return wave ? <Lane heard={heard} wave={wave} colour={colourOf(name)} lengthS={lengthS} /> : null;
  };
  return (
    <div ref={box}>
      {asked && <WhichFile heard={heard} open={strays} missing={asked.microphoneIds} questionOf={questionOf} />}
      <Learn session={session} report={report} />
      {rakes.length > 0 && (
        <Box mb="2" fontSize="sm" color="quiet">
          {sayCheck('arrivals-as', { planned: session.microphones.length > 0 ? 'yes' : 'no' })}
        </Box>
      )}
      <ArrivalCharts rakes={shown} width={width} />
      {folded.length > 0 && (
        <Fold
          id="other sources"
          summary={sayCheck('other-sources', { count: folded.length, planned: session.microphones.length > 0 ? 'yes' : 'no' })}
          small
        >
          <ArrivalCharts rakes={folded} width={width} />
        </Fold>
      )}
      <Box as="ul" aria-label={sayCheck('channels')} m="0" p="0" mt="2">
        {report.channels.map((channel) => (
          <ChannelRow
            key={channel.name}
            channel={channel}
            lane={laneOf(channel.name)}
            question={questionOf(channel.name)}
            listen={<ListenTo heard={heard} channel={channel.name} />}
          />
        ))}
      </Box>
      {waveforms.length > 0 && (
        <UnderLanes>
          <TimeAxis lengthS={lengthS} />
        </UnderLanes>
      )}
      {session.pairs.map(({ id, name, leftId, rightId, decoding }) => {
        const [left, right] = [leftId, rightId].map((own) => report.channels.find((channel) => matching[channel.name] === own)?.name);
        return left && right && decoding !== 'mid-side' ? (
          <UnderLanes key={id}>
            <PairStrip session={session} name={name} left={left} right={right} lengthS={lengthS} />
          </UnderLanes>
        ) : null;
      })}
      <ChannelFigures report={report} />
      <Strokes report={report} proof={proof} pictures={strokes} colourOf={colourOf} microphoneOf={(name) => matching[name] ?? null} />
      {balance && <Balance balance={balance} />}
      <Fold id="take tools" summary={sayCheck('more-tools')}>
        {session.microphones.length > 1 && <Whereabouts session={session} report={report} proof={proof} verdicts={verdicts} />}
        <Flex mt="4" gap="2" wrap="wrap" role="group" aria-label={sayCheck('report')}>
          <Save
            words={sayCheck('report-as-json')}
            onSave={() =>
              download(
                fileName(sayCheck('take-2', { session: session.name }), 'json'),
                JSON.stringify(
                  takeReportDocument(heard, (words) => sayTold(words, session.units), balance),
                  null,
                  2,
                ),
                'application/json',
              )
            }
          />
          <Save
            words={sayCheck('report-as-csv')}
            onSave={() =>
              download(
                fileName(sayCheck('take-2', { session: session.name }), 'csv'),
                takeReportCsv(report, proof, session, matching, verdicts, (words) => sayTold(words, session.units)),
                'text/csv',
              )
            }
          />
        </Flex>
        {report.channels.length > 1 && <Clocks session={session} report={report} mend={clock} onMend={setClock} />}
        <Corrected session={session} report={report} proof={proof} clock={clock} />
        {report.channels.length > 1 && <MidSideTool sessionId={session.id} names={report.channels.map(({ name }) => name)} />}
        {report.pairs.length > 0 && (
          <Suspense fallback={null}>
            <SumLossChart pairs={report.pairs} />
          </Suspense>
        )}
      </Fold>
    </div>
  );
}
