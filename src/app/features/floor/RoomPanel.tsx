import { Box, Flex, Grid } from '@chakra-ui/react';
import { speedOfSound } from '../../../core/acoustics';
import { editRoom, editSession, type Session } from '../../../core/document';
import { SURFACES } from '../../../core/room';
import { formatNumber, METRES_PER_INCH } from '../../../core/units';
import { Choice } from '../../components/Choice';
import { NumberField } from '../../components/NumberField';
import { Toggle } from '../../components/Toggle';
import { runCommand } from '../../stores/sessionStore';

/** The room as a box, its air, and the units everything is told in. */
export function RoomPanel({ session }: { session: Session }) {
  const { room } = session;
  const edit = (change: Partial<Session['room']>): void => void runCommand(editRoom(change));
  const metric = session.units === 'metric';
  const [unit, perM] = metric ? ['m', 1] : ['ft', 1 / (12 * METRES_PER_INCH)];
  return (
    <Box>
      <Box fontWeight="700" mb="1">
        Room
      </Box>
      <Grid templateColumns="repeat(3, 1fr)" gap="2">
        <NumberField
          label="Wide"
          unit={unit}
          digits={2}
          value={room.widthM * perM}
          low={Number((1 * perM).toFixed(1))}
          high={Math.floor(60 * perM)}
          onCommit={(value) => edit({ widthM: value / perM })}
        />
        <NumberField
          label="Deep"
          unit={unit}
          digits={2}
          value={room.depthM * perM}
          low={Number((1 * perM).toFixed(1))}
          high={Math.floor(60 * perM)}
          onCommit={(value) => edit({ depthM: value / perM })}
        />
        <NumberField
          label="High"
          unit={unit}
          digits={2}
          value={room.heightM * perM}
          low={Number((1.5 * perM).toFixed(1))}
          high={Math.floor(30 * perM)}
          onCommit={(value) => edit({ heightM: value / perM })}
        />
        <NumberField label="Air" unit="°C" value={room.temperatureC} low={-20} high={50} onCommit={(temperatureC) => edit({ temperatureC })} />
        <NumberField
          label="Absorption"
          unit="0–1"
          digits={2}
          value={room.absorption}
          low={0.01}
          high={0.95}
          onCommit={(absorption) => edit({ absorption })}
        />
        <Choice
          label="Rate"
          value={String(session.sampleRateHz)}
          options={[44100, 48000, 88200, 96000].map((rate) => ({ value: String(rate), text: `${rate / 1000} kHz` }))}
          onChange={(value) => runCommand(editSession({ sampleRateHz: Number(value) }))}
        />
      </Grid>
      <Box mt="2" fontSize="sm" color="quiet">
        Glass or mirror
      </Box>
      <Flex role="group" aria-label="Glass or mirror" gap="1" wrap="wrap">
        {SURFACES.filter((surface) => surface !== 'floor').map((surface) => {
          const on = room.glass.includes(surface);
          return (
            <Toggle
              key={surface}
              label={surface}
              on={on}
              onToggle={() => edit({ glass: on ? room.glass.filter((other) => other !== surface) : [...room.glass, surface] })}
            />
          );
        })}
      </Flex>
      <Box mt="2" fontSize="sm" color="quiet">
        Sound travels{' '}
        <span className="measure">
          {metric
            ? `${formatNumber(speedOfSound(room.temperatureC), 1)} m/s`
            : `${formatNumber(speedOfSound(room.temperatureC) / (12 * METRES_PER_INCH), 0)} ft/s`}
        </span>{' '}
        in this air.
      </Box>
    </Box>
  );
}
