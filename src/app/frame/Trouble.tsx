import { Box, Button, Flex } from '@chakra-ui/react';
import { type ReactNode, useState } from 'react';
import { Link, useRouteError } from 'react-router';
import { exportSession } from '../../core/exchange';
import { download, fileName } from '../components/download';
import { backupFile } from '../db/backup';
import { saveProblem } from '../db/database';
import { undo, useHistoryWords, useSessionStore } from '../stores/sessionStore';
import { isMissingPiece } from '../stores/updates';

function Way({ children, onClick }: { children: ReactNode; onClick: () => void }) {
  return (
    <Button minH="44px" variant="outline" onClick={onClick}>
      {children}
    </Button>
  );
}

/** Shown when a view fails: what happened, that nothing is lost, and every way on. */
export function Trouble() {
  const error = useRouteError();
  const session = useSessionStore((state) => state.doc);
  const saving = useSessionStore((state) => state.saving);
  const step = useHistoryWords().undo;
  const [problem, setProblem] = useState<string | null>(null);
  const backUp = (): void =>
    void backupFile()
      .then(({ name, content, type }) => download(name, content, type))
      .catch((reason) => setProblem(saveProblem(reason)));
  const replaced = isMissingPiece(error);
  return (
    <Box p="8" maxW="640px" role="alert">
      <Box as="h1" fontSize="xl" fontWeight="700" mb="2">
        {replaced ? 'A new version is here' : 'This view failed'}
      </Box>
      <Box mb="3">
        {session && saving !== 'saved' ? 'Your last change is not saved: export the session now. ' : 'Nothing is lost. '}
        {replaced
          ? 'This view’s old pieces are gone, or the server cannot be reached: load the page again.'
          : 'Undo the last change, or load the page again; the other views and sessions still open.'}
      </Box>
      <Box fontSize="sm" color="quiet" mb="3" overflowWrap="anywhere">
        {problem ?? (error instanceof Error ? error.message : 'Unknown trouble')}
      </Box>
      <Flex gap="2" wrap="wrap" align="center">
        <Button minH="44px" bg="tapeFill" color="#12181b" onClick={() => window.location.reload()}>
          Load again
        </Button>
        {session && step !== null && !replaced && (
          <Way
            onClick={() => {
              undo();
              window.location.reload();
            }}
          >
            Undo: {step}
          </Way>
        )}
        {session && (
          <Way onClick={() => download(fileName(session.name, 'json'), exportSession(session), 'application/json')}>Export the session</Way>
        )}
        <Way onClick={backUp}>Back up everything</Way>
        <Link to="/">All sessions</Link>
      </Flex>
    </Box>
  );
}
