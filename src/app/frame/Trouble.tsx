import { Box, Button, Flex } from '@chakra-ui/react';
import { type ReactNode, useState } from 'react';
import { Link, useRouteError } from 'react-router';
import { exportSession } from '../../core/exchange';
import { sayFrame } from '../../words/frame.page.en';
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
        {replaced ? sayFrame('a-new-version-is-here') : sayFrame('this-view-failed')}
      </Box>
      <Box mb="3">
        {session && saving !== 'saved' ? `${sayFrame('your-last-change-is-not-saved')} ` : `${sayFrame('nothing-is-lost')} `}
        {replaced ? sayFrame('this-views-old-pieces-are-gone') : sayFrame('undo-the-last-change-or-load')}
      </Box>
      <Box fontSize="sm" color="quiet" mb="3" overflowWrap="anywhere">
        {problem ?? (error instanceof Error ? error.message : sayFrame('unknown-trouble'))}
      </Box>
      <Flex gap="2" wrap="wrap" align="center">
        <Button minH="44px" bg="tapeFill" color="#12181b" onClick={() => window.location.reload()}>
          {sayFrame('load-again')}
        </Button>
        {session && step !== null && !replaced && (
          <Way
            onClick={() => {
              undo();
              window.location.reload();
            }}
          >
            {sayFrame('undo', { step })}
          </Way>
        )}
        {session && (
          <Way onClick={() => download(fileName(session.name, 'json'), exportSession(session), 'application/json')}>
            {sayFrame('export-the-session')}
          </Way>
        )}
        <Way onClick={backUp}>{sayFrame('back-up-everything')}</Way>
        <Link to="/">{sayFrame('all-sessions')}</Link>
      </Flex>
    </Box>
  );
}
