import { Box, Flex, Grid } from '@chakra-ui/react';
import { speedOfSound } from '../../../core/acoustics';
import { editRoom, editSession, type Session } from '../../../core/document';
import { SURFACES } from '../../../core/room';
import { formatNumber, keptTemperature, METRES_PER_INCH, shownTemperature, shownUnits } from '../../../core/units';
import { sayRoom } from '../../../words/room.page.en';
import { Choice } from '../../components/Choice';
import { NumberField } from '../../components/NumberField';
import { Toggle } from '../../components/Toggle';
import { runCommand } from '../../stores/sessionStore';

/** How much of the sound a room's surfaces take, on average, as rooms are furnished (common practice). */
const FURNISHINGS = [
  { name: sayRoom('bare'), absorption: 0.08 },
  { name: sayRoom('furnished'), absorption: 0.2 },
  { name: sayRoom('soft-carpet-curtains-beds'), absorption: 0.35 },
  { name: sayRoom('treated'), absorption: 0.5 },
] as const;

/** The room as a box, its air, and the units everything is told in. */
export function SizePanel({ session }: { session: Session }) {
  const { room } = session;
  const edit = (change: Partial<Session['room']>): void => void runCommand(editRoom(change));
  const metric = session.units === 'metric';
  const { unit, per: perM } = shownUnits(session.units).room;
  return (
    <Box>
      <Box fontWeight="700" mb="1">
        {sayRoom('room')}
      </Box>
      <Grid templateColumns="repeat(3, 1fr)" gap="2">
        <NumberField
          label={sayRoom('wide')}
          unit={unit}
          digits={2}
          value={room.widthM * perM}
          low={Number((1 * perM).toFixed(1))}
          high={Math.floor(60 * perM)}
          onCommit={(value) => edit({ widthM: value / perM })}
        />
        <NumberField
          label={sayRoom('deep')}
          unit={unit}
          digits={2}
          value={room.depthM * perM}
          low={Number((1 * perM).toFixed(1))}
          high={Math.floor(60 * perM)}
          onCommit={(value) => edit({ depthM: value / perM })}
        />
        <NumberField
          label={sayRoom('high')}
          unit={unit}
          digits={2}
          value={room.heightM * perM}
          low={Number((1.5 * perM).toFixed(1))}
          high={Math.floor(30 * perM)}
          onCommit={(value) => edit({ heightM: value / perM })}
        />
        <NumberField
          label={sayRoom('air')}
          unit={metric ? '°C' : '°F'}
          value={shownTemperature(room.temperatureC, session.units)}
          low={shownTemperature(-20, session.units)}
          high={shownTemperature(50, session.units)}
          onCommit={(shown) => edit({ temperatureC: keptTemperature(shown, session.units) })}
        />
        <Choice
          label={sayRoom('rate')}
          value={String(session.sampleRateHz)}
          options={[44100, 48000, 88200, 96000].map((rate) => ({ value: String(rate), text: `${rate / 1000} kHz` }))}
          onChange={(value) => runCommand(editSession({ sampleRateHz: Number(value) }))}
        />
      </Grid>
      <Grid templateColumns="2fr 1fr" gap="2" mt="2">
        <Choice
          label={sayRoom('the-room-is')}
          value={String(FURNISHINGS.find(({ absorption }) => absorption === room.absorption)?.absorption ?? room.absorption)}
          options={[
            ...FURNISHINGS.map(({ absorption, name }) => ({ value: String(absorption), text: `${name} (${absorption})` })),
            ...(FURNISHINGS.some(({ absorption }) => absorption === room.absorption)
              ? []
              : [{ value: String(room.absorption), text: sayRoom('as-you-set-it', { absorption: formatNumber(room.absorption, 2) }) }]),
          ]}
          onChange={(absorption) => edit({ absorption: Number(absorption) })}
        />
        <NumberField
          label={sayRoom('absorbs')}
          unit=""
          digits={2}
          value={room.absorption}
          low={0.01}
          high={0.95}
          onCommit={(absorption) => edit({ absorption })}
        />
      </Grid>
      <Box mt="2" fontSize="sm" color="quiet">
        {sayRoom('glass-or-mirror')}
      </Box>
      <Flex role="group" aria-label={sayRoom('glass-or-mirror')} gap="1" wrap="wrap">
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
        {sayRoom('sound-travels')}{' '}
        <span className="measure">
          {metric
            ? sayRoom('m-s', { speedOfSound: formatNumber(speedOfSound(room.temperatureC), 1) })
            : sayRoom('ft-s', { speedOfSound: formatNumber(speedOfSound(room.temperatureC) / (12 * METRES_PER_INCH), 0) })}
        </span>{' '}
        {sayRoom('in-this-air')}
      </Box>
    </Box>
  );
}
