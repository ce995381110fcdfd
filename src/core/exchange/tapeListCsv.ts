import type { TapeReading } from '../document';
import type { TapeEntry } from '../tape';
import { shownUnits, type UnitSystem } from '../units';
import { toCsv } from './csv';

/** The tape list with what was read, lengths in centimetres or inches. */
export function tapeListCsv(entries: readonly TapeEntry[], readings: readonly TapeReading[], units: UnitSystem): string {
  const { unit, per } = shownUnits(units).place;
  const told = (metres: number): string => (metres * per).toFixed(1);
  const body = entries.map((entry) => {
    const read = readings.find((reading) => reading.microphoneId === entry.microphoneId && reading.from === entry.ref);
    return [entry.label, entry.microphone, entry.from, told(entry.lengthM), told(entry.toleranceM), read ? told(read.lengthM) : ''];
  });
  return toCsv([['Label', 'Microphone', 'From', `Planned ${unit}`, `Within ${unit}`, `Read ${unit}`], ...body]);
}
