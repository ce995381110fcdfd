import { Box, Button, Flex } from '@chakra-ui/react';
import { memo, useState } from 'react';
import type { SmallestMoves } from '../../../core/optimise';
import { applyMove, type Session } from '../../../core/session';
import { formatNumber } from '../../../core/units';
import { smallestMovesInWorker } from '../../../workers/client';
import { runCommand, useSessionStore } from '../../stores/sessionStore';
import { chooseMicrophone } from '../../stores/viewStore';

/** At most three small moves that mend the most, worked out in a worker; said before and after, and why it stopped. */
export const MovesPanel = memo(function MovesPanel() {
  const session = useSessionStore((state) => state.doc);
  const [found, setFound] = useState<{ result: SmallestMoves; for: Session } | null>(null);
  const [busy, setBusy] = useState(false);
  const look = async (): Promise<void> => {
    if (!session) return;
    setBusy(true);
    try {
      const result = await smallestMovesInWorker(session);
      if (result) setFound({ result, for: session });
    } finally {
      setBusy(false);
    }
  };
  const makeAll = (result: SmallestMoves): void => {
    runCommand((current) => result.moves.reduce((next, { move }) => applyMove(move)(next), current));
    setFound(null);
  };
  const fresh = found && found.for.microphones === session?.microphones ? found.result : null;
  return (
    <Box py="2" borderBottomWidth="1px" borderColor="line">
      <Button size="sm" variant="outline" minH={{ base: '44px', md: '32px' }} disabled={busy} onClick={() => void look()}>
        {busy ? 'Looking' : 'Smallest moves'}
      </Button>
      {fresh && (
        <Box mt="2" role="region" aria-label="Smallest moves">
          {fresh.moves.length === 0 ? (
            <Box>No move of 15 cm or 20° would mend anything: {fresh.stopReason}.</Box>
          ) : (
            <>
              <Box as="ol" m="0" pl="5">
                {fresh.moves.map(({ move, words, beforeDb, afterDb }) => (
                  <Box as="li" key={`${move.kind}${move.microphoneId}`} mb="1" onMouseEnter={() => chooseMicrophone(move.microphoneId)}>
                    {words}{' '}
                    <span className="measure" style={{ color: 'var(--chakra-colors-quiet)' }}>
                      {formatNumber(beforeDb, 1)} → {formatNumber(afterDb, 1)} dB
                    </span>
                  </Box>
                ))}
              </Box>
              <Box fontSize="sm" color="quiet">
                Harm (model) {formatNumber(fresh.beforeDb, 1)} → {formatNumber(fresh.afterDb, 1)} dB; {fresh.stopReason}.
              </Box>
              <Flex gap="2" mt="2">
                <Button size="sm" minH={{ base: '44px', md: '32px' }} bg="tapeFill" color="#12181b" onClick={() => makeAll(fresh)}>
                  {fresh.moves.length === 1 ? 'Make it' : `Make all ${fresh.moves.length}`}
                </Button>
                <Button size="sm" minH={{ base: '44px', md: '32px' }} variant="outline" onClick={() => setFound(null)}>
                  Leave it
                </Button>
              </Flex>
            </>
          )}
        </Box>
      )}
    </Box>
  );
});
