import { Box, Button, Flex } from '@chakra-ui/react';
import { lazy, Suspense, useMemo, useState } from 'react';
import { balanceOf, type Proof, ROLES, type Role, rolesOf, type TakeReport } from '../../../core/analysis';
import type { Session } from '../../../core/document';
import { takeReportCsv, takeReportDocument } from '../../../core/exchange';
import { verdictsOf } from '../../../core/verdict';
import { sayTold } from '../../../words';
import { sayCapture } from '../../../words/capture.page.en';
import { sayCheck } from '../../../words/check.page.en';
import type { TakeFile } from '../../../workers/protocol';
import type { RecordedTrack } from '../../../workers/recordProtocol';
import { download, fileName } from '../../components/download';
import { Rake } from '../../components/Rake';
import { useSize } from '../../components/useSize';
import { stringColour } from '../../drawing/MicrophoneGlyph';
import { useEscapeToStop } from '../../listening/useEscapeToStop';
import { livePlan } from '../../stores/planHooks';
import { matchedNow, useProof, useProofProblem } from '../../stores/proofStore';
import { useLiveSession } from '../../stores/sessionStore';
import { keepTake, useTakeStore } from '../../stores/takeStore';
import { Balance } from './Balance';
import { type ChannelQuestion, ChannelRow } from './ChannelRow';
import { type ClockMend, Clocks } from './Clocks';
import { Corrected } from './Corrected';
import { CutOff } from './CutOff';
import { heardOn } from './heardOn';
import { KeepTake } from './KeepTake';
import { Learn } from './Learn';
import { ListenTo } from './ListenTo';
import { Loader } from './Loader';
import { MidSideTool } from './MidSideTool';
import { RecordHere } from './RecordHere';
import { measuredRakes, sourceRakes } from './rakes';
import { rememberedInput } from './rememberedInput';
import { Strokes } from './Strokes';
import { checkFiles } from './tool';
import { useRecording } from './useRecording';
import { Verdicts } from './Verdicts';
import { Whereabouts } from './Whereabouts';
import { WhichFile } from './WhichFile';

const LiveTwo = lazy(() => import('./LiveTwo').then((module) => ({ default: module.LiveTwo })));
const SumLossChart = lazy(() => import('./SumLossChart').then((module) => ({ default: module.SumLossChart })));

/** The set-up proven from a short take. */
export function CheckStation() {
  const session = useLiveSession();
  return session ? <Check session={session} /> : null;
}

function Check({ session }: { session: Session }) {
  useEscapeToStop();
  const take = useTakeStore();
  const report = take.sessionId === session.id ? take.report : null;
  const proof = useProof(report);
  const unproven = useProofProblem(report);
  const [over, setOver] = useState(false);
  const [told, setTold] = useState<string | null>(null);
  const [isOwn, setOwn] = useState(false);
  const drop = (files: FileList | null): void => {
    setTold(null);
    setOwn(false);
    void checkFiles(
      session,
      [...(files ?? [])].map((file) => ({ name: file.name, blob: file })),
    );
  };
  const checkRecorded = (files: readonly TakeFile[], tracks: readonly RecordedTrack[]): void => {
    setOwn(true);
    void checkFiles(session, files, Object.fromEntries(tracks.map(({ name, microphoneId }) => [name, microphoneId])));
  };
  const recording = useRecording(
    session,
    (channel) => sayCapture('input-2', { i: channel + 1 }),
    ({ files, tracks, directory }, ended) => {
      setTold(ended ?? (directory ? null : sayCheck('kept-in-memory-alone')));
      checkRecorded(files, tracks);
    },
  );
  return (
    <Flex
      h="100%"
      minH="0"
      direction={{ base: 'column', md: 'row' }}
      overflow={{ base: 'auto', md: 'hidden' }}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        drop(event.dataTransfer.files);
      }}
      outline={over ? '3px dashed' : undefined}
      outlineColor="tape"
      outlineOffset="-6px"
    >
      <Box flex="1" minW="0" overflow={{ md: 'auto' }} p="5" tabIndex={0} role="region" aria-label={sayCheck('take')}>
        {told && (
          <Box role="alert" mb="3">
            {told}
          </Box>
        )}
        {recording.state === 'closed' ? (
          <>
            <CutOff session={session} onCheck={({ files, note }) => checkRecorded(files, note.tracks)} />
            <Loader session={session} onFiles={drop} onRecord={() => recording.open(rememberedInput())} hasReport={report !== null} />
          </>
        ) : (
          <RecordHere session={session} recording={recording} />
        )}
        {recording.problem && (
          <Box role="alert" color="fix" mb="3">
            {recording.problem}
          </Box>
        )}
        {report && proof && isOwn && <KeepTake session={session} />}
        {report && !proof && (
          <Box role={unproven ? 'alert' : 'status'} py="5" color={unproven ? 'fix' : 'quiet'}>
            {unproven ?? sayCheck('holding-the-take-against-the-plan')}
          </Box>
        )}
        {report && proof && <Measured session={session} report={report} proof={proof} />}
        <Suspense fallback={null}>{session.microphones.length !== 1 && recording.state === 'closed' && <LiveTwo session={session} />}</Suspense>
      </Box>
      {report && proof && <Verdicts session={session} report={report} proof={proof} />}
    </Flex>
  );
}

/** What a channel is there for, in the words of someone at the stand. */
const ROLE_WORDS: Readonly<Record<Role, string>> = {
  close: sayCheck('close-to-its-own-source'),
  kick: sayCheck('at-a-kick'),
  'other side': sayCheck('under-behind-or-inside'),
  far: sayCheck('overhead-or-room'),
  unknown: sayCheck('not-said'),
};

function Measured({ session, report, proof }: { session: Session; report: TakeReport; proof: Proof }) {
  const take = useTakeStore();
  const { waveforms, strokes, matching: said, roles: corrected } = take;
  const heard = heardOn(session, report, proof, take);
  const verdicts = verdictsOf(heard);
  const matching = matchedNow(session, said);
  const asked = verdicts.find(({ code }) => code === 'which-file');
  const strays = report.channels.flatMap(({ name }) => (matching[name] ? [] : [name]));
  const [problem, setProblem] = useState<string | null>(null);
  const [clock, setClock] = useState<ClockMend | null>(null);
  const [box, size] = useSize<HTMLDivElement>();
  const { table } = livePlan(session);
  const rakes =
    session.microphones.length > 0 ? sourceRakes(table, session.microphones, proof.comparisons, report.sampleRate) : measuredRakes(report);
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
  return (
    <div ref={box}>
      {asked && <WhichFile session={session} open={strays} missing={asked.microphoneIds} questionOf={questionOf} onProblem={setProblem} />}
      {problem && (
        <Box role="alert" color="fix" mb="3">
          {problem}
        </Box>
      )}
      <Learn session={session} report={report} />
      {rakes.length > 0 && (
        <Box mb="2" fontSize="sm" color="quiet">
          {sayCheck('arrivals-as', { planned: session.microphones.length > 0 ? 'yes' : 'no' })}
        </Box>
      )}
      <Flex wrap="wrap" gap="4">
        {rakes.map((rake) => (
          <Box key={rake.id} w={`${width}px`}>
            <Box fontSize="sm" color="quiet" overflowWrap="anywhere">
              {sayCheck('counted-from', { sourceName: rake.sourceName, spotName: rake.spotName })}
            </Box>
            <Rake
              marks={rake.marks}
              width={width}
              height={150}
              title={sayCheck('measured-rake-of-the', { sourceName: rake.sourceName.toLowerCase() })}
            />
          </Box>
        ))}
      </Flex>
      <Box as="ul" aria-label={sayCheck('channels')} m="0" p="0" mt="2">
        {report.channels.map((channel) => (
          <ChannelRow
            key={channel.name}
            channel={channel}
            wave={waveforms.find((wave) => wave.name === channel.name) ?? null}
            colour={colourOf(channel.name)}
            question={questionOf(channel.name)}
            listen={<ListenTo session={session} channel={channel.name} onProblem={setProblem} />}
          />
        ))}
      </Box>
      <Strokes report={report} proof={proof} pictures={strokes} colourOf={colourOf} microphoneOf={(name) => matching[name] ?? null} />
      {balance && <Balance balance={balance} />}
      {session.microphones.length > 0 && <Whereabouts session={session} report={report} proof={proof} />}
      <Flex mt="4" gap="2" wrap="wrap" role="group" aria-label={sayCheck('report')}>
        <Button
          size="sm"
          minH={{ base: '44px', md: '34px' }}
          variant="outline"
          onClick={() =>
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
        >
          {sayCheck('report-as-json')}
        </Button>
        <Button
          size="sm"
          minH={{ base: '44px', md: '34px' }}
          variant="outline"
          onClick={() =>
            download(
              fileName(sayCheck('take-2', { session: session.name }), 'csv'),
              takeReportCsv(report, proof, session, matching, verdicts, (words) => sayTold(words, session.units)),
              'text/csv',
            )
          }
        >
          {sayCheck('report-as-csv')}
        </Button>
      </Flex>
      {report.channels.length > 1 && <Clocks session={session} report={report} mend={clock} onMend={setClock} />}
      <Corrected session={session} report={report} proof={proof} clock={clock} />
      {report.channels.length > 1 && <MidSideTool sessionId={session.id} names={report.channels.map(({ name }) => name)} />}
      {report.pairs.length > 0 && (
        <Suspense fallback={null}>
          <SumLossChart pairs={report.pairs} />
        </Suspense>
      )}
    </div>
  );
}
