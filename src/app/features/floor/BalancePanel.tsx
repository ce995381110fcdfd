import { Box, Button, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import type { ArrivalTable } from '../../../core/arrivals';
import { applyMove, belongsTo, type PlacedMicrophone, type Session } from '../../../core/document';
import { facingOf } from '../../../core/instruments';
import { placeForBalance, voiceOverGuitarDb } from '../../../core/setups';
import { formatDb, formatLength, formatNumber, shownUnits } from '../../../core/units';
import { sayFloor } from '../../../words/floor.page.en';
import { NumberField } from '../../components/NumberField';
import { runCommand } from '../../stores/sessionStore';

/** Voice against guitar in one microphone: what it is, what is wanted, and where that is. */
export function BalancePanel({ session, table, placed }: { session: Session; table: ArrivalTable; placed: PlacedMicrophone }) {
  const [wantedDb, setWanted] = useState(0);
  const [out, setOut] = useState(0.38);
  const { plan } = table;
  const instrument = session.instruments.find((candidate) => candidate.kind === 'guitar' && belongsTo(session, placed, candidate.id));
  const voice = plan.sources.find((source) => source.instrumentId === instrument?.id && source.id === 'voice');
  const guitar = plan.sources.find((source) => source.instrumentId === instrument?.id && source.id === 'guitar');
  const microphone = plan.microphones.find((candidate) => candidate.id === placed.id);
  if (!instrument || !voice || !guitar || !microphone) return null;
  const now = voiceOverGuitarDb(microphone, voice, guitar, plan);
  const there = placeForBalance(microphone, voice, guitar, facingOf(instrument).forward, out, wantedDb, plan);
  const { unit, per: perM } = shownUnits(session.units).place;
  const says = (db: number): string =>
    Math.abs(db) < 0.05
      ? sayFloor('voice-and-guitar-alike')
      : sayFloor('db-voice-guitar-up', { db: db > 0 ? 'yes' : 'no', db2: formatDb(Math.abs(db)) });
  return (
    <Box mt="3" borderTopWidth="1px" borderColor="line" pt="2">
      <Box fontWeight="700" fontSize="sm">
        {sayFloor('voice-and-guitar')}
      </Box>
      <Box fontSize="sm">
        {sayFloor('now')} <span className="measure">{says(now)}</span> {sayFloor('model')}
      </Box>
      <label style={{ display: 'block', fontSize: 13 }}>
        {sayFloor('wanted', { says: says(wantedDb) })}
        <input
          type="range"
          min={-12}
          max={12}
          step={0.5}
          value={wantedDb}
          onChange={(event) => setWanted(Number(event.target.value))}
          style={{ width: '100%', minHeight: 32, accentColor: 'var(--chakra-colors-tape-fill)' }}
        />
      </label>
      <Flex gap="2" align="end">
        <Box w="110px">
          <NumberField
            label={sayFloor('out')}
            unit={unit}
            value={out * perM}
            low={Math.round(0.1 * perM)}
            high={Math.round(1.2 * perM)}
            onCommit={(value) => setOut(value / perM)}
          />
        </Box>
        <Button
          size="sm"
          variant="outline"
          minH={{ base: '44px', md: '34px' }}
          disabled={placed.locked}
          onClick={() =>
            runCommand(
              applyMove({ kind: 'set', microphoneId: placed.id, positionM: there.positionM, aimM: there.aimM, label: sayFloor('move-it-there') }),
            )
          }
        >
          {sayFloor('move-it-there')}
        </Button>
      </Flex>
      <Box fontSize="sm" color="quiet">
        {sayFloor('high-stopreason-that-is-as-near', {
          z: formatLength(there.positionM.z, session.units),
          stopReason: there.stopReason === 'met' ? 'yes' : 'no',
          residual: formatNumber(Math.abs(there.residualDb), 1),
        })}
      </Box>
    </Box>
  );
}
