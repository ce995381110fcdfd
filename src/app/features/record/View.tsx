import { Box, Button, Flex } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { Session } from '../../../core/document';
import { SONG_STEPS } from '../../../core/planning';
import { isFine } from '../../../core/verdict';
import { sayRecord } from '../../../words/record.page.en';
import { rememberedInput } from '../../capture/capture';
import { type KeptTake, secondsOf } from '../../capture/keptTakes';
import { RecordHere } from '../../capture/RecordHere';
import { saveTake } from '../../capture/saveTake';
import { dropSong, keepInMemory, lookForSongs, useSongs } from '../../capture/songs';
import { useRecording } from '../../capture/useRecording';
import { Awaited } from '../../drawing/Awaited';
import { useTakeVerdicts } from '../../stores/heardOn';
import { livePlan } from '../../stores/planHooks';
import { useLiveSession } from '../../stores/sessionStore';
import { handFiles } from '../../stores/takeStore';

/** The song itself, after everything else. */
export function RecordStation() {
  const session = useLiveSession();
  return session ? <Recorder session={session} /> : null;
}

/** What is still open, each with the way there. */
function useOpen(session: Session): readonly { readonly words: string; readonly path: string }[] {
  const verdicts = useTakeVerdicts(session);
  const { microphones } = session;
  if (microphones.length === 0) return [{ words: sayRecord('no-microphone'), path: 'setups' }];
  const faults = livePlan(session).findings.filter(({ severity }) => severity === 'fix').length;
  const planned = faults > 0 ? [{ words: sayRecord('the-plan-has-faults', { faults }), path: 'floor' }] : [];
  if (verdicts === null) return [...planned, { words: sayRecord('no-take-was-checked'), path: 'check' }];
  const grave = verdicts.filter(({ severity }) => severity === 'fix').length;
  if (isFine(verdicts) || grave === 0) return planned;
  return [...planned, { words: sayRecord('the-take-has-faults', { faults: grave }), path: 'check' }];
}

function Recorder({ session }: { session: Session }) {
  const [told, setTold] = useState<string | null>(null);
  const open = useOpen(session);
  const songs = useSongs(({ sessionId, songs: all }) => (sessionId === session.id ? all : NO_SONGS));
  useEffect(() => void lookForSongs(session.id), [session.id]);
  const recording = useRecording(session, {
    steps: SONG_STEPS,
    isSong: true,
    onTake: ({ files, tracks, chains, sampleRateHz, directory }, ended) => {
      setTold(ended);
      if (directory) return void lookForSongs(session.id);
      const madeAt = new Date().toISOString();
      keepInMemory(session.id, { files, note: { sessionId: session.id, madeAt, sampleRateHz, tracks, chains, isWhole: true } });
    },
  });
  return (
    <Box h="100%" overflow="auto" p="5" tabIndex={0} role="region" aria-label={sayRecord('heading')}>
      <Box as="h1" fontSize="xl" fontWeight="700" mb="1">
        {sayRecord('heading')}
      </Box>
      <Box color="quiet" mb="3" maxW="640px">
        {sayRecord('all-channels-as-long-as-it-takes', { channels: Math.max(1, session.microphones.length) })}
      </Box>
      {recording.state === 'closed' ? (
        <>
          <Button
            minH="48px"
            minW="140px"
            bg="tapeFill"
            color="#12181b"
            onClick={() => {
              // A song is not to be cleared away by the browser where it can be helped.
              void navigator.storage?.persist?.();
              recording.open(rememberedInput());
            }}
          >
            {sayRecord('record')}
          </Button>
          <Box as="ul" aria-label={sayRecord('before-you-start')} m="0" mt="4" p="0" maxW="640px">
            {open.map(({ words, path }) => (
              <Flex as="li" key={words} listStyleType="none" gap="3" align="center" wrap="wrap" minH="44px">
                <Box color="improve" flex="1" minW="220px">
                  {words}
                </Box>
                <Button asChild size="sm" minH={{ base: '44px', md: '34px' }} variant="outline">
                  <Link to={`../${path}`} relative="path">
                    {sayRecord('go-there')}
                  </Link>
                </Button>
              </Flex>
            ))}
            <Box as="li" listStyleType="none" color="quiet" fontSize="sm">
              {sayRecord('mute-the-speakers')} {sayRecord('after-it-listen')}
            </Box>
          </Box>
        </>
      ) : (
        <RecordHere session={session} recording={recording} />
      )}
      {[recording.problem, told].map((words) =>
        words ? (
          <Box key={words} role="alert" mt="2" color="fix">
            {words}
          </Box>
        ) : null,
      )}
      {recording.state === 'closed' && <Takes session={session} songs={songs} />}
    </Box>
  );
}

const NO_SONGS: readonly KeptTake[] = [];

const clock = (seconds: number): string => `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;

function Takes({ session, songs }: { session: Session; songs: readonly KeptTake[] }) {
  return (
    <Box mt="6" maxW="760px">
      <Box as="h2" fontWeight="700" mb="1">
        {sayRecord('takes')}
      </Box>
      {songs.length === 0 && (
        <>
          <Box color="quiet">{sayRecord('no-take-here')}</Box>
          <Awaited drawing="take" inline />
        </>
      )}
      <Box as="ul" aria-label={sayRecord('takes')} m="0" p="0">
        {songs.map((song, i) => (
          <Take key={song.directory || song.note.madeAt} session={session} song={song} number={songs.length - i} />
        ))}
      </Box>
    </Box>
  );
}

/** One take of the song: how long it is, and what can be done with it. */
function Take({ session, song, number }: { session: Session; song: KeptTake; number: number }) {
  const [said, setSaid] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const [isSure, setSure] = useState(false);
  const navigate = useNavigate();
  const { note, files } = song;
  const save = async (): Promise<void> => {
    setBusy(true);
    setSaid(await saveTake(files, session.name, new Date(note.madeAt)));
    setBusy(false);
  };
  const check = (): void => {
    const matching = Object.fromEntries(note.tracks.map(({ name, microphoneId }) => [name, microphoneId]));
    handFiles(session.id, { files, known: { matching, chains: note.chains } });
    void navigate('../check', { relative: 'path' });
  };
  const time = new Date(note.madeAt).toLocaleTimeString(undefined, { hour: '2-digit', minute: '2-digit' });
  const acts = [
    { words: sayRecord('save'), onAct: () => void save() },
    { words: sayRecord('check-it'), onAct: check },
    { words: sayRecord(isSure ? 'yes-throw-it-away' : 'throw-away'), onAct: () => (isSure ? void dropSong(song) : setSure(true)) },
  ];
  return (
    <Box as="li" listStyleType="none" py="2" borderBottomWidth="1px" borderColor="line">
      <Flex gap="3" align="center" wrap="wrap">
        <Box fontWeight="700" minW="70px">
          {sayRecord('take-number', { number })}
        </Box>
        <Box className="measure" flex="1" minW="200px">
          {sayRecord('take-facts', { length: clock(secondsOf(song)), channels: files.length, time })}
        </Box>
        {acts.map(({ words, onAct }, i) => (
          <Button
            key={words}
            size="sm"
            minH={{ base: '44px', md: '34px' }}
            variant={i === 2 ? 'ghost' : 'outline'}
            disabled={isBusy}
            aria-label={sayRecord('of-take', { act: words, number })}
            onClick={onAct}
          >
            {words}
          </Button>
        ))}
      </Flex>
      {!note.isWhole && <Box fontSize="sm">{sayRecord('cut-off')}</Box>}
      {song.directory === '' && <Box fontSize="sm">{sayRecord('in-memory-alone')}</Box>}
      {said && (
        <Box role="status" fontSize="sm">
          {said}
        </Box>
      )}
    </Box>
  );
}
