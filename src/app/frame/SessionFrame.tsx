import { Box, Button, Flex } from '@chakra-ui/react';
import { liveQuery } from 'dexie';
import { type ReactNode, useEffect, useMemo, useState } from 'react';
import { Link, Outlet, useNavigation, useParams } from 'react-router';
import { getReady, type Session } from '../../core/document';
import { exportSession } from '../../core/exchange';
import { patchTroubles } from '../../core/planning';
import { sayTold } from '../../words';
import { sayFrame } from '../../words/frame.page.en';
import { lookForSongs } from '../capture/songs';
import { download, fileName } from '../components/download';
import { database } from '../db/database';
import { openAttempts } from '../stores/attemptStore';
import { useWatchedPatch } from '../stores/patchVerdict';
import {
  dismissNotice,
  follow,
  keepAnyway,
  type Opened,
  openSession,
  redo,
  runCommand,
  saveAgain,
  undo,
  useSessionStore,
} from '../stores/sessionStore';
import { restoreTake } from '../stores/takeStore';
import { keepSelection, restoreSelection } from '../stores/viewStore';
import { NextAct } from './NextAct';
import { StationLine } from './StationLine';
import { TopBar } from './TopBar';
import { useStops } from './useStops';

/** Follows the stored session: what another tab saves shows up here. */
function useOtherTabs(id: string): void {
  useEffect(() => {
    const subscription = liveQuery(() => database.sessions.get(id)).subscribe({ next: (row) => follow(row, id), error: () => undefined });
    return () => subscription.unsubscribe();
  }, [id]);
}

function useUndoKeys(): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
      if (event.target instanceof HTMLInputElement && event.target.value !== event.target.defaultValue) return;
      event.preventDefault();
      if (event.shiftKey) redo();
      else undo();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}

function Banner({ grave, words, children }: { grave: boolean; words: string; children: ReactNode }) {
  return (
    <Flex
      role={grave ? 'alert' : 'status'}
      className="no-print"
      px="4"
      py="2"
      gap="3"
      align="center"
      wrap="wrap"
      bg="panel"
      borderBottomWidth="2px"
      borderColor={grave ? 'fix' : 'note'}
      color={grave ? 'fix' : 'ink'}
    >
      <Box flex="1" minW="220px">
        {words}
      </Box>
      {children}
    </Flex>
  );
}

/** What must be said about saving, and about other tabs. */
function Banners({ session }: { session: Session }) {
  const { saveProblem, saving, notice } = useSessionStore();
  const exportIt = (
    <Button
      size="sm"
      minH="44px"
      variant="outline"
      onClick={() => download(fileName(session.name, 'json'), exportSession(session), 'application/json')}
    >
      {sayFrame('export-it')}
    </Button>
  );
  return (
    <>
      {saveProblem && saving !== 'saved' && (
        <Banner grave words={saveProblem}>
          {exportIt}
          <Button size="sm" minH="44px" variant="outline" onClick={saveAgain}>
            {sayFrame('try-again')}
          </Button>
        </Banner>
      )}
      {saving === 'gone' && (
        <Banner grave words={sayFrame('deleted-elsewhere')}>
          {exportIt}
          <Button size="sm" minH="44px" variant="outline" onClick={keepAnyway}>
            {sayFrame('keep-it')}
          </Button>
        </Banner>
      )}
      {notice && (
        <Banner grave={false} words={notice}>
          <Button size="sm" minH="44px" variant="outline" onClick={dismissNotice}>
            {sayFrame('good')}
          </Button>
        </Banner>
      )}
    </>
  );
}

/** Reminders whose time has come, on every station, until they are done. */
function DueReminders({ session }: { session: Session }) {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = window.setInterval(() => setNow(Date.now()), 10_000);
    return () => window.clearInterval(timer);
  }, []);
  const reminders = session.ready.reminders ?? [];
  return reminders
    .filter(({ at }) => Date.parse(at) <= now)
    .map((reminder) => (
      <Banner key={`${reminder.at}${reminder.text}`} grave={false} words={`${reminder.text}.`}>
        <Button
          size="sm"
          minH="44px"
          variant="outline"
          onClick={() => runCommand(getReady(sayFrame('change-the-reminders'), { reminders: reminders.filter((other) => other !== reminder) }))}
        >
          {sayFrame('done')}
        </Button>
      </Banner>
    ));
}

/** Power where it harms, on every station until it is mended. */
function PowerDangers({ session }: { session: Session }) {
  const dangers = useMemo(() => patchTroubles(session).filter(({ isDanger }) => isDanger), [session]);
  return dangers.map(({ microphoneId, message }) => (
    <Banner key={microphoneId} grave words={sayTold(message, session.units)}>
      <Button asChild size="sm" minH="44px" variant="outline">
        <Link to={`/session/${session.id}/patch`}>{sayFrame('look-at-the-patch')}</Link>
      </Button>
    </Banner>
  ));
}

/** Brings a session onto the bench, with its take and what was in hand before a reload. */
function useOnTheBench(id: string): Opened | null {
  const [opened, setOpened] = useState<Opened | null>(null);
  useEffect(() => {
    let current = true;
    let stop = (): void => undefined;
    void openSession(id).then((result) => {
      const { doc } = useSessionStore.getState();
      if (!current) return;
      if (doc?.id === id) {
        restoreSelection(doc);
        stop = keepSelection(id);
        void restoreTake(id);
        void openAttempts(id);
        void lookForSongs(id);
      }
      setOpened(result);
    });
    return () => {
      current = false;
      stop();
    };
  }, [id]);
  return opened;
}

/** The frame round every station of one session. */
export function SessionFrame() {
  const { id = '' } = useParams();
  const session = useSessionStore((state) => state.doc);
  useOtherTabs(id);
  useUndoKeys();
  useWatchedPatch(useSessionStore(({ doc }) => doc));
  const opened = useOnTheBench(id);
  if (opened && opened.kind !== 'open')
    return (
      <Box p="8" role={opened.kind === 'trouble' ? 'alert' : undefined}>
        {opened.kind === 'trouble' ? opened.reason : sayFrame('there-is-no-session-here')} <Link to="/">{sayFrame('go-to-all-sessions')}</Link>
      </Box>
    );
  if (!session || session.id !== id) return null;
  return <Frame session={session} />;
}

/** What is round the station that is looked at. */
function Frame({ session }: { session: Session }) {
  const stops = useStops(session);
  const isGoing = useNavigation().state === 'loading';
  return (
    <Flex direction="column" h="100%" className="print-free">
      <Box asChild className="skip no-print">
        <a href="#content">{sayFrame('skip-to-the-content')}</a>
      </Box>
      <TopBar session={session}>
        <NextAct session={session} stops={stops} />
      </TopBar>
      <Banners session={session} />
      <DueReminders session={session} />
      <PowerDangers session={session} />
      <Flex flex="1" minH="0" direction={{ base: 'column', md: 'row' }} className="print-free">
        <StationLine session={session} stops={stops} />
        <Box as="main" id="content" tabIndex={-1} outline="none" flex="1" minW="0" minH="0" className="print-free">
          {isGoing && (
            <Box role="status" className="soon" position="absolute" top="62px" left={{ base: '4', md: '124px' }} zIndex="2" color="quiet">
              {sayFrame('opening')}
            </Box>
          )}
          <Outlet />
        </Box>
        <NextAct session={session} stops={stops} isBar />
      </Flex>
    </Flex>
  );
}
