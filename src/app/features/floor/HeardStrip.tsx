import { Box } from '@chakra-ui/react';
import { BANDS, firstDipHz } from '../../../core/acoustics';
import { type ArrivalTable, bandLevels, directToRoomDb, firstReflections } from '../../../core/arrivals';
import { formatFrequency, formatLength, formatNumber, type UnitSystem } from '../../../core/units';
import { sayFloor } from '../../../words/floor.page.en';

/** What one microphone hears of every source: bands, proximity, room, first reflection. A model's numbers. */
export function HeardStrip({ table, id, units }: { table: ArrivalTable; id: string | null; units: UnitSystem }) {
  const { plan } = table;
  const m = Math.max(
    0,
    plan.microphones.findIndex((microphone) => microphone.id === id),
  );
  const microphone = plan.microphones[m];
  if (!microphone) return null;
  return (
    <Box overflow="auto" maxH="164px" px="3" pb="2" tabIndex={0} role="region" aria-label={sayFloor('what-hears', { microphone: microphone.name })}>
      <table className="figures">
        <caption>{sayFloor('what-hears-model-6-db-peaks', { microphone: microphone.name })}</caption>
        <thead>
          <tr>
            {[
              sayFloor('source'),
              sayFloor('string'),
              ...BANDS.map(({ hertz }) => formatFrequency(hertz)),
              sayFloor('proximity-100-hz'),
              sayFloor('direct-to-room'),
              sayFloor('first-reflection'),
            ].map((title) => (
              <th key={title}>{title}</th>
            ))}
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
                <td>{formatLength(arrival.distanceM, units)}</td>
                {bands.map((band) => (
                  <td key={band.name}>{formatNumber(Math.max(-20, band.levelDb), 0)}</td>
                ))}
                <td>+{formatNumber(bands[0]?.proximityDb ?? 0, 1)} dB</td>
                <td>{formatNumber(directToRoomDb(arrival), 0)} dB</td>
                <td>
                  {sayFloor('ms-db-dip', {
                    surface: reflection.surface,
                    late: formatNumber(late * 1000, 1),
                    level: formatNumber(reflection.levelDb - arrival.levelDb, 0),
                    firstDip: formatFrequency(firstDipHz(late)),
                  })}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </Box>
  );
}
