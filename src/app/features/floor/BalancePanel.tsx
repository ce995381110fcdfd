import { Box, Button, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import type { ArrivalTable } from '../../../core/arrivals';
import { applyMove, belongsTo, type PlacedMicrophone, type Session } from '../../../core/document';
import { facingOf } from '../../../core/instruments';
import { placeForBalance, voiceOverGuitarDb } from '../../../core/setups';
import { formatDb, formatLength, formatNumber, shownUnits } from '../../../core/units';
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
    Math.abs(db) < 0.05 ? 'voice and guitar alike' : `${db > 0 ? 'voice' : 'guitar'} ${formatDb(Math.abs(db))} up`;
  return (
    <Box mt="3" borderTopWidth="1px" borderColor="line" pt="2">
      <Box fontWeight="700" fontSize="sm">
        Voice and guitar
      </Box>
      <Box fontSize="sm">
        Now: <span className="measure">{says(now)}</span> (model)
      </Box>
      <label style={{ display: 'block', fontSize: 13 }}>
        Wanted: {says(wantedDb)}
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
            label="Out"
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
            runCommand(applyMove({ kind: 'set', microphoneId: placed.id, positionM: there.positionM, aimM: there.aimM, label: 'Move it there' }))
          }
        >
          Move it there
        </Button>
      </Flex>
      <Box fontSize="sm" color="quiet">
        {formatLength(there.positionM.z, session.units)} high
        {there.stopReason === 'met' ? '.' : `; that is as near as it comes, ${formatNumber(Math.abs(there.residualDb), 1)} dB short.`}
      </Box>
    </Box>
  );
}
