import { Box, Button, Flex, Grid } from '@chakra-ui/react';
import { useLiveQuery } from 'dexie-react-hooks';
import { useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import type { Session } from '../../../core/session';
import { download } from '../../components/download';
import { database, saveProblem } from '../../db/database';
import { TopBar } from '../../frame/TopBar';
import { setSession, useSessionStore } from '../../stores/sessionStore';
import { backupText, createSession, deleteSession, duplicateOf, importText, renameSession, restoreDemo, storeSession } from './actions';
import { SessionCard } from './SessionCard';

interface Notice {
  readonly text: string;
  readonly bad: boolean;
  readonly undo?: () => void;
}

function NoticeLine({ notice, onClose }: { notice: Notice; onClose: () => void }) {
  return (
    <Flex
      role={notice.bad ? 'alert' : 'status'}
      align="center"
      gap="3"
      px="4"
      py="2"
      mb="4"
      bg="panel"
      borderLeftWidth="4px"
      borderColor={notice.bad ? 'fix' : 'tape'}
    >
      <Box flex="1">{notice.text}</Box>
      {notice.undo && (
        <Button size="sm" minH="44px" variant="outline" onClick={notice.undo}>
          Undo
        </Button>
      )}
      <Button size="sm" minH="44px" variant="ghost" onClick={onClose}>
        Close
      </Button>
    </Flex>
  );
}

/** All sessions as sheets on a shelf, the newest large. */
export function SessionsView() {
  const rows = useLiveQuery(() => database.sessions.orderBy('updatedAt').reverse().toArray(), []);
  const [notice, setNotice] = useState<Notice | null>(null);
  const navigate = useNavigate();
  const filePicker = useRef<HTMLInputElement>(null);
  const say = (text: string, bad = false, undo?: () => void): void => setNotice(undo ? { text, bad, undo } : { text, bad });
  const guard = async (work: () => Promise<void>): Promise<void> => {
    try {
      await work();
    } catch (error) {
      say(saveProblem(error), true);
    }
  };
  const open = (session: Session): void => {
    setSession(session);
    void navigate(`/session/${session.id}/floor`);
  };
  const add = (): Promise<void> =>
    guard(async () => {
      const session = await createSession(`Session ${(rows?.length ?? 0) + 1}`);
      await storeSession(session).catch((error) => {
        open(session);
        useSessionStore.setState({ saveProblem: saveProblem(error) });
        throw error;
      });
      open(session);
    });
  const remove = (session: Session): Promise<void> =>
    guard(async () => {
      await deleteSession(session.id);
      say(`“${session.name}” was deleted.`, false, () => void guard(async () => void (await storeSession(session))).then(() => setNotice(null)));
    });
  const take = (file: File | undefined): Promise<void> =>
    guard(async () => {
      if (!file) return;
      const result = await importText(await file.text());
      say(result.message, !result.ok);
    });
  const renamed = (session: Session, name: string): Promise<void> =>
    guard(async () => {
      await renameSession(session, name);
      if (useSessionStore.getState().doc?.id === session.id) useSessionStore.setState({ doc: null });
    });
  return (
    <Flex direction="column" h="100%">
      <TopBar session={null} />
      <Box as="main" flex="1" overflow="auto" px={{ base: '4', md: '8' }} py="6">
        <Flex align="center" gap="2" mb="5" wrap="wrap">
          <Box as="h1" fontSize="2xl" fontWeight="700" mr="auto">
            Sessions
          </Box>
          <Button minH="44px" bg="tapeFill" color="#12181b" onClick={() => void add()}>
            New session
          </Button>
          <Button minH="44px" variant="outline" onClick={() => filePicker.current?.click()}>
            Import
          </Button>
          <Button
            minH="44px"
            variant="outline"
            onClick={() => void guard(async () => download('shuttlecraft-backup.json', await backupText(), 'application/json'))}
          >
            Back up everything
          </Button>
          <input
            ref={filePicker}
            type="file"
            accept=".json,application/json"
            aria-label="Import a session, shelf or backup file"
            hidden
            onChange={(event) => {
              void take(event.target.files?.[0]);
              event.target.value = '';
            }}
          />
        </Flex>
        {notice && <NoticeLine notice={notice} onClose={() => setNotice(null)} />}
        {rows?.length === 0 && (
          <Box maxW="560px" py="8">
            <Box fontSize="lg" mb="3">
              Nothing here yet. Walk through the demo first: a kit in a ferryman’s boathouse, four microphones, and a test take with two faults to
              find.
            </Box>
            <Button minH="44px" bg="tapeFill" color="#12181b" onClick={() => void guard(async () => open(await restoreDemo()))}>
              Open the demo
            </Button>
          </Box>
        )}
        <Grid templateColumns={{ base: '1fr', md: 'repeat(auto-fill, minmax(280px, 1fr))' }} gap="4">
          {rows?.map((row, i) => (
            <SessionCard
              key={row.id}
              session={row.session}
              large={i === 0}
              onRename={(name) => void renamed(row.session, name)}
              onDuplicate={() => void guard(async () => void (await storeSession(duplicateOf(row.session))))}
              onDelete={() => void remove(row.session)}
            />
          ))}
        </Grid>
      </Box>
    </Flex>
  );
}
