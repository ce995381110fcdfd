import { Box, Button, Flex } from '@chakra-ui/react';
import { liveQuery } from 'dexie';
import { useEffect, useState } from 'react';
import { Link, Outlet, useParams } from 'react-router';
import { exportSession } from '../../core/exchange';
import type { Session } from '../../core/session';
import { download, fileName } from '../components/download';
import { database, TAB_ID } from '../db/database';
import { dismissNotice, openSession, redo, takeOver, undo, useSessionStore } from '../stores/sessionStore';
import { clearTake, useTakeStore } from '../stores/takeStore';
import { StationLine } from './StationLine';
import { TopBar } from './TopBar';

/** Follows the stored session: what another tab saves shows up here. */
function useOtherTabs(id: string): void {
  useEffect(() => {
    const subscription = liveQuery(() => database.sessions.get(id)).subscribe({
      next: (row) => {
        const { doc } = useSessionStore.getState();
        if (row && doc && row.savedBy !== TAB_ID && doc.id === id && row.updatedAt > doc.updatedAt) takeOver(row.session);
      },
      error: () => undefined,
    });
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

function Banners({ session }: { session: Session }) {
  const { saveProblem, notice } = useSessionStore();
  return (
    <>
      {saveProblem && (
        <Flex role="alert" className="no-print" px="4" py="2" gap="3" align="center" bg="panel" borderBottomWidth="2px" borderColor="fix" color="fix">
          <Box flex="1">{saveProblem}</Box>
          <Button size="sm" variant="outline" onClick={() => download(fileName(session.name, 'json'), exportSession(session), 'application/json')}>
            Export it
          </Button>
        </Flex>
      )}
      {notice && (
        <Flex role="status" className="no-print" px="4" py="2" gap="3" align="center" bg="panel" borderBottomWidth="2px" borderColor="note">
          <Box flex="1">{notice}</Box>
          <Button size="sm" variant="outline" onClick={dismissNotice}>
            Good
          </Button>
        </Flex>
      )}
    </>
  );
}

/** The frame round every station of one session. */
export function SessionFrame() {
  const { id = '' } = useParams();
  const session = useSessionStore((state) => state.doc);
  const [found, setFound] = useState<boolean | null>(null);
  useOtherTabs(id);
  useUndoKeys();
  useEffect(() => {
    let current = true;
    void openSession(id).then((ok) => {
      if (!current) return;
      setFound(ok);
      if (useTakeStore.getState().sessionId !== id) clearTake();
    });
    return () => {
      current = false;
    };
  }, [id]);
  if (found === false)
    return (
      <Box p="8">
        There is no session here. <Link to="/">Go to all sessions.</Link>
      </Box>
    );
  if (!session || session.id !== id) return null;
  return (
    <Flex direction="column" h="100%" className="print-free">
      <TopBar session={session} />
      <Banners session={session} />
      <Flex flex="1" minH="0" direction={{ base: 'column', md: 'row' }} className="print-free">
        <StationLine session={session} />
        <Box as="main" flex="1" minW="0" minH="0" className="print-free">
          <Outlet />
        </Box>
      </Flex>
    </Flex>
  );
}
