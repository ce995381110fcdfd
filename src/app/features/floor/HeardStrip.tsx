import { Box } from '@chakra-ui/react';
import { BANDS, firstDipHz } from '../../../core/acoustics';
import { type ArrivalTable, bandLevels, directToRoomDb, firstReflections } from '../../../core/arrivals';
import { formatFrequency, formatLength, formatNumber } from '../../../core/units';

/** What one microphone hears of every source: bands, proximity, room, first reflection. A model's numbers. */
export function HeardStrip({ table, id }: { table: ArrivalTable; id: string | null }) {
  const { plan } = table;
  const m = Math.max(
    0,
    plan.microphones.findIndex((microphone) => microphone.id === id),
  );
  const microphone = plan.microphones[m];
  if (!microphone) return null;
  return (
    <Box overflow="auto" maxH="164px" px="3" pb="2" tabIndex={0} role="region" aria-label={`What ${microphone.name} hears`}>
      <table className="figures">
        <caption>What {microphone.name} hears (model, ±6 dB): peaks in dB SPL in four bands, and what the room adds.</caption>
        <thead>
          <tr>
            {['Source', 'String', ...BANDS.map(({ hertz }) => formatFrequency(hertz)), 'Proximity 100 Hz', 'Direct to room', 'First reflection'].map(
              (title) => (
                <th key={title}>{title}</th>
              ),
            )}
          </tr>
        </thead>
        <tbody>
          {plan.sources.map((source, s) => {
            const arrival = table.rows[m]?.[s];
            if (!arrival) return null;
            const bands = bandLevels(microphone, source, arrival, plan.speedOfSoundMps);
            const reflection = firstReflections(microphone, source, plan).reduce((a, b) => (b.levelDb > a.levelDb ? b : a));
            const late = reflection.delaySeconds - arrival.delaySeconds;
            return (
              <tr key={arrival.sourceKey}>
                <th scope="row">{source.name}</th>
                <td>{formatLength(arrival.distanceM, plan.units)}</td>
                {bands.map((band) => (
                  <td key={band.name}>{formatNumber(Math.max(-20, band.levelDb), 0)}</td>
                ))}
                <td>+{formatNumber(bands[0]?.proximityDb ?? 0, 1)} dB</td>
                <td>{formatNumber(directToRoomDb(arrival), 0)} dB</td>
                <td>
                  {reflection.surface}, {formatNumber(late * 1000, 1)} ms, {formatNumber(reflection.levelDb - arrival.levelDb, 0)} dB, dip{' '}
                  {formatFrequency(firstDipHz(late))}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </Box>
  );
}
