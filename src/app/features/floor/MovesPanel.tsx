import { Box, Button, Flex } from '@chakra-ui/react';
import { memo, useState } from 'react';
import { applyMove, together } from '../../../core/document';
import type { SmallestMoves } from '../../../core/optimise';
import { formatNumber, inUnits } from '../../../core/units';
import { sayTold } from '../../../words';
import { sayFloor } from '../../../words/floor.page.en';
import { runJob } from '../../../workers/runJob';
import { type About, aboutNow, isStill, runAnswer, useSessionStore } from '../../stores/sessionStore';
import { chooseMicrophone } from '../../stores/viewStore';

/** At most three small moves that mend the most, worked out in a worker; said before and after, and why it stopped. */
export const MovesPanel = memo(function MovesPanel() {
  const session = useSessionStore((state) => state.doc);
  const [found, setFound] = useState<{ result: SmallestMoves; about: About } | null>(null);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const look = async (): Promise<void> => {
    if (!session) return;
    const about = aboutNow();
    setBusy(true);
    setProblem(null);
    const answer = await runJob('smallest-moves', session, { owner: 'floor' });
    if (answer.kind === 'superseded') return;
    setBusy(false);
    if (answer.kind === 'done') setFound({ result: answer.output, about });
    else if (answer.kind === 'failed') setProblem(answer.reason);
  };
  const makeAll = ({ result, about }: { result: SmallestMoves; about: About }): void => {
    const words = result.moves.length === 1 ? sayFloor('the-smallest-move') : sayFloor('the-smallest-moves', { moves: result.moves.length });
    runAnswer(
      about,
      together(
        words,
        result.moves.map(({ move }) => applyMove(move)),
      ),
    );
    setFound(null);
  };
  const current = found && isStill(found.about) ? found : null;
  const fresh = current?.result;
  return (
    <Box py="2" borderBottomWidth="1px" borderColor="line">
      <Button size="sm" variant="outline" minH={{ base: '44px', md: '32px' }} disabled={busy} onClick={() => void look()}>
        {busy ? sayFloor('looking') : sayFloor('smallest-moves')}
      </Button>
      {problem && (
        <Box role="alert" mt="2">
          {problem}
        </Box>
      )}
      {fresh && (
        <Box mt="2" role="region" aria-label={sayFloor('smallest-moves')}>
          {fresh.moves.length === 0 ? (
            <Box>{sayFloor('no-move-of-or-20-would', { inUnits: inUnits('{15 cm}', session?.units ?? 'metric'), stopReason: fresh.stopReason })}</Box>
          ) : (
            <>
              <Box as="ol" m="0" pl="5">
                {fresh.moves.map(({ move, words, beforeDb, afterDb }) => (
                  <Box as="li" key={`${move.kind}${move.microphoneId}`} mb="1" onMouseEnter={() => chooseMicrophone(move.microphoneId)}>
                    {sayTold(words, session?.units ?? 'metric')}{' '}
                    <span className="measure" style={{ color: 'var(--chakra-colors-quiet)' }}>
                      {formatNumber(beforeDb, 1)} → {formatNumber(afterDb, 1)} dB
                    </span>
                  </Box>
                ))}
              </Box>
              <Box fontSize="sm" color="quiet">
                {sayFloor('what-the-microphones-do-to-one', {
                  before: formatNumber(fresh.beforeDb, 1),
                  after: formatNumber(fresh.afterDb, 1),
                  stopReason: fresh.stopReason,
                })}
              </Box>
              <Flex gap="2" mt="2">
                <Button size="sm" minH={{ base: '44px', md: '32px' }} bg="tapeFill" color="#12181b" onClick={() => current && makeAll(current)}>
                  {fresh.moves.length === 1 ? sayFloor('make-it') : sayFloor('make-all', { moves: fresh.moves.length })}
                </Button>
                <Button size="sm" minH={{ base: '44px', md: '32px' }} variant="outline" onClick={() => setFound(null)}>
                  {sayFloor('leave-it')}
                </Button>
              </Flex>
            </>
          )}
        </Box>
      )}
    </Box>
  );
});
