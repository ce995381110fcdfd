import { Box, Button, Flex } from '@chakra-ui/react';
import { lazy, Suspense, useRef, useState } from 'react';
import { Link } from 'react-router';
import { type Proof, ROLES, type Role, rolesOf, suggestSetup, type TakeReport } from '../../../core/analysis';
import { applyMove, learnLevels, type Session } from '../../../core/document';
import { takeReportCsv } from '../../../core/exchange';
import { learnedFrom } from '../../../core/planning';
import { formatNumber } from '../../../core/units';
import { download, fileName } from '../../components/download';
import { Rake } from '../../components/Rake';
import { Severity } from '../../components/Severity';
import { SidePane } from '../../components/SidePane';
import { useSize } from '../../components/useSize';
import { VerdictLine } from '../../components/VerdictLine';
import { stringColour } from '../../drawing/MicrophoneGlyph';
import { livePlan } from '../../stores/planHooks';
import { runCommand, useLiveSession } from '../../stores/sessionStore';
import { keepTake, useTakeStore } from '../../stores/takeStore';
import { type ChannelQuestion, ChannelRow } from './ChannelRow';
import { Corrected } from './Corrected';
import { beyondProof, matchedNow, proofOf } from './derive';
import { MidSideTool } from './MidSideTool';
import { measuredRakes, sourceRakes } from './rakes';
import { checkFiles, demoTake, stopCheck } from './tool';
import { Whereabouts } from './Whereabouts';

const LiveTwo = lazy(() => import('./LiveTwo').then((module) => ({ default: module.LiveTwo })));
const SumLossChart = lazy(() => import('./SumLossChart').then((module) => ({ default: module.SumLossChart })));

/** The set-up proven from a short take. */
export function CheckStation() {
  const session = useLiveSession();
  return session ? <Check session={session} /> : null;
}

function Check({ session }: { session: Session }) {
  const take = useTakeStore();
  const report = take.sessionId === session.id ? take.report : null;
  const proof = report && proofOf(session, report, take.matching);
  const [over, setOver] = useState(false);
  const drop = (files: FileList | null): void =>
    void checkFiles(
      session,
      [...(files ?? [])].map((file) => ({ name: file.name, blob: file })),
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
      <Box flex="1" minW="0" overflow={{ md: 'auto' }} p="5" tabIndex={0} role="region" aria-label="Take">
        <Loader session={session} onFiles={drop} hasReport={report !== null} />
        {report && proof && <Measured session={session} report={report} proof={proof} />}
        <Suspense fallback={null}>
          <LiveTwo session={session} />
        </Suspense>
      </Box>
      {report && proof && <Verdicts session={session} report={report} proof={proof} />}
    </Flex>
  );
}

function Loader({ session, onFiles, hasReport }: { session: Session; onFiles: (files: FileList | null) => void; hasReport: boolean }) {
  const { progress, problem, refused } = useTakeStore();
  const picker = useRef<HTMLInputElement>(null);
  const [rendering, setRendering] = useState(false);
  const demo = async (): Promise<void> => {
    setRendering(true);
    try {
      await checkFiles(session, await demoTake(session));
    } finally {
      setRendering(false);
    }
  };
  const busy = progress !== null || rendering;
  return (
    <Box mb="4">
      {!hasReport && (
        <Box as="h1" fontSize="xl" fontWeight="700" mb="1">
          Play ten seconds through all microphones
        </Box>
      )}
      {!hasReport && (
        <Box color="quiet" mb="3" maxW="640px">
          Strike each drum a few times with a gap between, everything as loud as in the take. Then drop the WAV files here, one per microphone or one
          poly file. They stay on this machine.
        </Box>
      )}
      <Flex gap="2" wrap="wrap" align="center">
        <Button minH="44px" bg="tapeFill" color="#12181b" disabled={busy} onClick={() => picker.current?.click()}>
          {hasReport ? 'Check another take' : 'Choose files'}
        </Button>
        <Button minH="44px" variant="outline" disabled={busy || session.microphones.length === 0} onClick={() => void demo()}>
          {rendering && progress === null ? 'Rendering' : 'Load the practice take'}
        </Button>
        <input
          ref={picker}
          type="file"
          multiple
          hidden
          accept=".wav,.wave,.bwf,.aif,.aiff,.aifc,.rf64,audio/*"
          aria-label="Take files"
          onChange={(event) => {
            onFiles(event.target.files);
            event.target.value = '';
          }}
        />
        {progress !== null && (
          <Flex align="center" gap="3" flex="1" minW="220px">
            <progress value={progress} max={1} aria-label="Take check" style={{ flex: 1, height: 12 }} />
            <span className="measure">{formatNumber(progress * 100, 0)} %</span>
            <Button minH="44px" variant="outline" onClick={stopCheck}>
              Stop
            </Button>
          </Flex>
        )}
      </Flex>
      {!hasReport && session.microphones.length > 0 && (
        <Box fontSize="sm" color="quiet" mt="2">
          The practice take is what this plan predicts, played by the model, with two faults planted in it.
        </Box>
      )}
      {[...(problem ? [problem] : []), ...refused].map((sentence) => (
        <Box key={sentence} role="alert" color="fix" mt="2">
          {sentence}
        </Box>
      ))}
    </Box>
  );
}

/** What a channel is there for, in the words of someone at the stand. */
const ROLE_WORDS: Readonly<Record<Role, string>> = {
  close: 'close to its own source',
  kick: 'at a kick',
  'other side': 'under, behind or inside',
  far: 'overhead or room',
  unknown: 'not said',
};

/** A level that differs by less is the player's mood, dB. */
const WORTH_LEARNING_DB = 3;

/** The take's levels in the place of the model's, so that gains follow what is really played. */
function Learn({ session, report }: { session: Session; report: TakeReport }) {
  const matching = matchedNow(session, useTakeStore().matching);
  const peaks = Object.fromEntries(
    report.channels.flatMap(({ name, peakDbfs, clipCount, silent }) => {
      const id = matching[name];
      return id && !silent && clipCount === 0 ? [[id, peakDbfs] as const] : [];
    }),
  );
  const learned = learnedFrom(session, livePlan(session).table, peaks);
  const before = (id: string): number => session.microphones.find((one) => one.id === id)?.learnedDb ?? 0;
  const off = Object.entries(learned).filter(([id, db]) => Math.abs(db - before(id)) >= WORTH_LEARNING_DB);
  const isLearned = session.microphones.some(({ learnedDb }) => learnedDb !== undefined);
  if (off.length === 0 && !isLearned) return null;
  const said = off.map(([id, db]) => {
    const by = db - before(id);
    return `${session.microphones.find((one) => one.id === id)?.name} ${formatNumber(Math.abs(by), 0)} dB ${by > 0 ? 'louder' : 'softer'}`;
  });
  return (
    <Flex gap="3" mb="3" align="center" wrap="wrap" role="group" aria-label="Levels of the take">
      {off.length > 0 && (
        <>
          <Box maxW="560px">Recorded at the planned gains, the take had {said.join(', ')} than planned.</Box>
          <Button size="sm" minH={{ base: '44px', md: '34px' }} variant="outline" onClick={() => runCommand(learnLevels(learned))}>
            Plan gains by the take
          </Button>
        </>
      )}
      {isLearned && (
        <Button size="sm" minH={{ base: '44px', md: '34px' }} variant="outline" onClick={() => runCommand(learnLevels(null))}>
          Back to the model’s levels
        </Button>
      )}
    </Flex>
  );
}

function Measured({ session, report, proof }: { session: Session; report: TakeReport; proof: Proof }) {
  const { waveforms, matching: said, roles: corrected } = useTakeStore();
  const matching = matchedNow(session, said);
  const [box, size] = useSize<HTMLDivElement>();
  const { table } = livePlan(session);
  const rakes =
    session.microphones.length > 0 ? sourceRakes(table, session.microphones, proof.comparisons, report.sampleRate) : measuredRakes(report);
  const width = Math.max(260, size.width > 700 ? size.width / 2 - 16 : size.width);
  const options = [{ value: '', text: 'no microphone' }, ...session.microphones.map(({ id, name }) => ({ value: id, text: name }))];
  const roles = rolesOf(
    report.channels.map(({ name }) => name),
    corrected,
  );
  const questionOf = (name: string): ChannelQuestion =>
    session.microphones.length > 0
      ? {
          label: `Microphone of channel ${name}`,
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
          label: `What ${name} is there for`,
          value: roles[name] ?? 'unknown',
          options: ROLES.map((role) => ({ value: role, text: ROLE_WORDS[role] })),
          onChange: (role) => keepTake(session.id, { roles: { ...corrected, [name]: role as Role } }),
        };
  return (
    <div ref={box}>
      <Learn session={session} report={report} />
      <Flex wrap="wrap" gap="4">
        {rakes.map((rake) => (
          <Box key={rake.id} w={`${width}px`}>
            <Box fontSize="sm" color="quiet" overflowWrap="anywhere">
              {rake.sourceName}, counted from {rake.spotName}
              {session.microphones.length > 0 ? ': measured full, planned dashed (ms)' : ', as measured (ms)'}
            </Box>
            <Rake marks={rake.marks} width={width} height={150} title={`Measured rake of the ${rake.sourceName.toLowerCase()}`} />
          </Box>
        ))}
      </Flex>
      <Box as="ul" aria-label="Channels" m="0" p="0" mt="2">
        {report.channels.map((channel) => (
          <ChannelRow
            key={channel.name}
            channel={channel}
            wave={waveforms.find((wave) => wave.name === channel.name) ?? null}
            colour={stringColour(session.microphones.find((microphone) => microphone.id === matching[channel.name])?.colour ?? 7)}
            question={questionOf(channel.name)}
          />
        ))}
      </Box>
      {session.microphones.length > 0 && <Whereabouts session={session} report={report} proof={proof} />}
      <Flex mt="4" gap="2" wrap="wrap" role="group" aria-label="Report">
        <Button
          size="sm"
          minH={{ base: '44px', md: '34px' }}
          variant="outline"
          onClick={() =>
            download(
              fileName(`${session.name} take`, 'json'),
              JSON.stringify({ ...report, matching, proof: proof.findings }, null, 2),
              'application/json',
            )
          }
        >
          Report as JSON
        </Button>
        <Button
          size="sm"
          minH={{ base: '44px', md: '34px' }}
          variant="outline"
          onClick={() => download(fileName(`${session.name} take`, 'csv'), takeReportCsv(report, proof, session, matching), 'text/csv')}
        >
          Report as CSV
        </Button>
      </Flex>
      <Corrected session={session} report={report} />
      {report.channels.length > 1 && <MidSideTool names={report.channels.map(({ name }) => name)} />}
      {report.pairs.length > 0 && (
        <Suspense fallback={null}>
          <SumLossChart pairs={report.pairs} />
        </Suspense>
      )}
    </div>
  );
}

function Verdicts({ session, report, proof }: { session: Session; report: TakeReport; proof: Proof }) {
  const roles = useTakeStore(({ roles: corrected }) => corrected);
  const others = beyondProof(session, proof, report, roles);
  const planned = session.microphones.length > 0;
  const empty = proof.findings.length === 0 && others.every(({ code }) => code === 'sum-fuller');
  return (
    <SidePane label="Verdicts">
      {empty && (
        <Box py="3">
          <Severity severity="fine" />
          <Box mt="1">
            {proof.comparisons.length > 0
              ? 'The take is what was planned. Listen to each channel alone once, then record.'
              : 'Nothing to mend in the channels themselves. Listen to each alone once.'}
          </Box>
        </Box>
      )}
      <Box as="ul" aria-label="Findings of the take" m="0" p="0">
        {proof.findings.map((finding) => (
          <VerdictLine
            key={finding.id}
            severity={finding.severity}
            message={finding.message}
            moveLabel={finding.move?.label ?? null}
            onMove={() => finding.move && runCommand(applyMove(finding.move))}
            {...(finding.move
              ? { why: 'The move changes the plan, not your files: the next take should then agree with it. Record another ten seconds to prove it.' }
              : {})}
          />
        ))}
        {others.map((finding) => (
          <VerdictLine key={`${finding.code}${finding.channels.join()}`} severity={finding.severity} message={finding.message} />
        ))}
      </Box>
      {!planned && <NoPlan names={report.channels.map(({ name }) => name)} />}
      {planned && proof.comparisons.length === 0 && (
        <Box py="3" color="quiet" fontSize="sm">
          No stroke could be matched to a planned source: say which channel is which microphone, or play each drum alone.
        </Box>
      )}
    </SidePane>
  );
}

/** Without a plan: what the names look like, and how a plan would help. */
function NoPlan({ names }: { names: readonly string[] }) {
  const setup = suggestSetup(names);
  return (
    <Box py="3" fontSize="sm">
      <Box mb="2">
        {setup
          ? `These channels look like “${setup.name}”. With an instrument in the room and that set-up on the Floor, the take can be held against a plan: which microphone stands elsewhere, and by how much.`
          : 'This is judged from the channels alone. With a set-up on the Floor the take can be held against a plan.'}
      </Box>
      <Button asChild size="sm" minH="44px" variant="outline">
        <Link to="../floor" relative="path">
          Plan it on the Floor
        </Link>
      </Button>
    </Box>
  );
}
