import { Box, Button } from '@chakra-ui/react';
import type { ArrivalTable } from '../../../core/arrivals';
import { eveningMove, evenness } from '../../../core/checks';
import { editMicrophone, type PlacedMicrophone, pairOf, type Session } from '../../../core/document';
import { asMidway, formatDb, formatLength } from '../../../core/units';
import { sayFloor } from '../../../words/floor.page.en';
import { runCommand } from '../../stores/sessionStore';

const signedDb = (db: number): string => `${db > 0 ? '+' : ''}${formatDb(db)}`;

/** Low end against high end, in each channel of a pair and in both together, and the shift that evens the one in hand. */
export function EvennessLine({
  session,
  table,
  placed,
  source,
}: {
  session: Session;
  table: ArrivalTable;
  placed: PlacedMicrophone;
  source: number;
}) {
  const instrumentId = table.plan.sources[source]?.instrumentId ?? '';
  const pair = pairOf(session, placed.id);
  const ids = pair ? [pair.leftId, pair.rightId] : [placed.id];
  const even = evenness(table, ids, instrumentId);
  const microphone = table.plan.microphones.find(({ id }) => id === placed.id);
  if (!even || !microphone) return null;
  const move = eveningMove(table, microphone, instrumentId);
  const nameOf = (id: string): string => session.microphones.find((candidate) => candidate.id === id)?.name ?? '';
  const each = even.perChannel.map(({ microphoneId, lowOverHighDb }) => `${nameOf(microphoneId)} ${signedDb(lowOverHighDb)}`);
  const toward = move && move.byM > 0 ? even.highName : even.lowName;
  return (
    <Box fontSize="sm" mt="2">
      <Box color="quiet">{sayFloor('against', { lowName: even.lowName, charAt: asMidway(even.highName) })}</Box>
      <Box className="measure" whiteSpace="normal">
        {each.join(', ')}
        {pair ? sayFloor('both-together', { signed: signedDb(even.summedDb) }) : ''}
      </Box>
      {move && (
        <Button
          size="sm"
          minH="44px"
          variant="outline"
          mt="1"
          h="auto"
          whiteSpace="normal"
          textAlign="left"
          onClick={() => runCommand(editMicrophone(placed.id, { positionM: move.positionM, aimM: move.aimM }))}
        >
          {sayFloor('even-them-toward-the-to', {
            by: formatLength(Math.abs(move.byM), session.units),
            toward: asMidway(toward),
            signed: signedDb(move.beforeDb),
            signed2: signedDb(move.afterDb),
          })}
        </Button>
      )}
    </Box>
  );
}
