import type { TapeReading } from '../document';
import type { TapeEntry } from '../tape';
import { toCsv } from './csv';

const cm = (metres: number): string => (metres * 100).toFixed(1);

/** The tape list with what was read, lengths in centimetres. */
export function tapeListCsv(entries: readonly TapeEntry[], readings: readonly TapeReading[]): string {
  const body = entries.map((entry) => {
    const read = readings.find((reading) => reading.microphoneId === entry.microphoneId && reading.from === entry.ref);
    return [entry.label, entry.microphone, entry.from, cm(entry.lengthM), cm(entry.toleranceM), read ? cm(read.lengthM) : ''];
  });
  return toCsv([['Label', 'Microphone', 'From', 'Planned cm', 'Within cm', 'Read cm'], ...body]);
}
