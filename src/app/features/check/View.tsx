import { Box, Flex } from '@chakra-ui/react';
import { lazy, Suspense, useEffect, useMemo, useRef, useState } from 'react';
import type { Session } from '../../../core/document';
import { guidedSecondsOf, guidedSteps, takeSteps } from '../../../core/planning';
import { sayCheck } from '../../../words/check.page.en';
import { rememberedInput } from '../../capture/capture';
import { RecordHere } from '../../capture/RecordHere';
import type { RecordedTake } from '../../capture/takeRecorder';
import { useRecording } from '../../capture/useRecording';
import { remember, remembered } from '../../components/remembered';
import { Toggle } from '../../components/Toggle';
import { Awaited } from '../../drawing/Awaited';
import { useEscapeToStop } from '../../listening/useEscapeToStop';
import { heardOn } from '../../stores/heardOn';
import { useProof, useProofProblem } from '../../stores/proofStore';
import { useLiveSession } from '../../stores/sessionStore';
import { takeHanded, useTakeStore } from '../../stores/takeStore';
import { CutOff } from './CutOff';
import { FolderTakes } from './FolderTakes';
import { droppedFolder, type Folder, type FoundTake } from './folder';
import { KeepTake } from './KeepTake';
import { Loader } from './Loader';
import { Measured } from './Measured';
import { Player } from './Player';
import { checkFiles } from './tool';
import { Verdicts } from './Verdicts';

const LiveTwo = lazy(() => import('./LiveTwo').then((module) => ({ default: module.LiveTwo })));

const KNOCKS = 'knocks';

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
  const [folder, setFolder] = useState<Folder | null>(null);
  const [checked, setChecked] = useState<FoundTake | null>(null);
  const check = (files: readonly File[]): void => {
    setTold(null);
    void checkFiles(
      session,
      files.map((file) => ({ name: file.name, blob: file })),
    );
  };
  const drop = (files: FileList | null): void => {
    setFolder(null);
    check([...(files ?? [])]);
  };
  const latest = useRef(session);
  latest.current = session;
  useEffect(() => {
    const handed = takeHanded(session.id);
    if (handed) void checkFiles(latest.current, handed.files, handed.known);
  }, [session.id]);
  const checkTake = (take: FoundTake): void => {
    setChecked(take);
    check(take.files.map(({ file }) => file));
  };
  const openFolder = (next: Folder | null): void => {
    if (!next) return;
    setFolder(next);
    const [newest] = next.takes;
    if (newest) checkTake(newest);
  };
  const checkRecorded = ({ files, tracks, chains, guided }: Pick<RecordedTake, 'files' | 'tracks' | 'chains' | 'guided'>): void => {
    setFolder(null);
    const matching = Object.fromEntries(tracks.map(({ name, microphoneId }) => [name, microphoneId]));
    void checkFiles(session, files, { matching, chains, ...(guided && { guided }) });
  };
  // Levels come many times a second; what is played does not change by them.
  const [knocks, setKnocks] = useState(() => remembered(KNOCKS) === 'yes');
  const guidedFor = guidedSecondsOf(session);
  const isGuided = knocks && guidedFor !== null;
  const steps = useMemo(() => (isGuided ? guidedSteps(session) : takeSteps(session)), [session, isGuided]);
  const recording = useRecording(session, {
    steps,
    isGuided,
    onTake: (recorded, ended) => {
      setTold(ended ?? (recorded.directory ? null : sayCheck('kept-in-memory-alone')));
      checkRecorded(recorded);
    },
  });
  // While it is recorded nothing else is in view: what sounds would be in it.
  const isFree = recording.state === 'closed';
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
        const { files, items } = event.dataTransfer;
        const dropped = [...files];
        void droppedFolder(items).then((found) => {
          if (found) return openFolder(found);
          setFolder(null);
          check(dropped);
        });
      }}
      outline={over ? '3px dashed' : undefined}
      outlineColor="tape"
      outlineOffset="-6px"
    >
      <Box flex="1" minW="0" overflow={{ md: 'auto' }} p="5" tabIndex={0} role="region" aria-label={sayCheck('take')}>
        {report && proof && isFree && <Player heard={{ ...heardOn(session, report, proof, take), session }} />}
        {told && (
          <Box role="alert" mb="3">
            {told}
          </Box>
        )}
        {isFree ? (
          <>
            <CutOff session={session} onCheck={({ files, note }) => checkRecorded({ files, ...note })} />
            <Loader
              session={session}
              onFiles={drop}
              onFolder={openFolder}
              onRecord={() => recording.open(rememberedInput())}
              hasReport={report !== null}
            >
              {report && proof && <KeepTake session={session} />}
            </Loader>
            {folder && <FolderTakes folder={folder} checked={checked} onCheck={checkTake} />}
          </>
        ) : (
          <RecordHere session={session} recording={recording}>
            {guidedFor !== null && (
              <Flex gap="3" align="center" wrap="wrap" mt="2">
                <Toggle
                  label={sayCheck('knock-first')}
                  on={knocks}
                  onToggle={() => {
                    remember(KNOCKS, knocks ? null : 'yes');
                    setKnocks(!knocks);
                  }}
                />
                <Box fontSize="sm" color="quiet" flex="1" minW="220px">
                  {sayCheck('knocks-settle', { seconds: guidedFor })}
                </Box>
              </Flex>
            )}
          </RecordHere>
        )}
        {recording.problem && (
          <Box role="alert" color="fix" mb="3">
            {recording.problem}
          </Box>
        )}
        {isFree && report && !proof && (
          <Box role={unproven ? 'alert' : 'status'} py="5" color={unproven ? 'fix' : 'quiet'}>
            {unproven ?? sayCheck('holding-the-take-against-the-plan')}
          </Box>
        )}
        {isFree && report && proof && <Measured session={session} report={report} proof={proof} />}
        {isFree && !report && <Awaited drawing="take" inline />}
        <Suspense fallback={null}>{session.microphones.length !== 1 && isFree && <LiveTwo session={session} />}</Suspense>
      </Box>
      {isFree && report && proof && <Verdicts session={session} report={report} proof={proof} />}
    </Flex>
  );
}
