import type { Plan } from '../arrivals';
import type { TapeReading } from '../document';
import { lookOf, pluggedIn, type TapeEntry } from '../tape';
import { shownUnits, type UnitSystem } from '../units';
import { tell } from './codes';
import { type Say, toCsv } from './csv';

/** The tape list with what was read, lengths in centimetres or inches, and how each microphone is turned, degrees. */
export function tapeListCsv(plan: Plan, entries: readonly TapeEntry[], readings: readonly TapeReading[], units: UnitSystem, say: Say): string {
  const { unit, per } = shownUnits(units).place;
  const told = (metres: number): string => (metres * per).toFixed(1);
  const turns = (id: string): string[] => {
    const microphone = plan.microphones.find((candidate) => candidate.id === id);
    if (!microphone) return ['', '', ''];
    const { turnDeg, tiltDeg, front, toward, beside } = lookOf(plan, microphone);
    const past = beside
      ? say(tell('looks-past', { front, mark: beside.mark, by: told(beside.byM), unit, side: beside.side }))
      : say(tell('looks-ahead', { front }));
    return [turnDeg.toFixed(0), tiltDeg.toFixed(0), toward ? say(tell('looks-toward', { front, toward })) : past];
  };
  const body = entries.map((entry) => {
    const read = readings.find((reading) => reading.microphoneId === entry.microphoneId && reading.from === entry.ref);
    return [
      entry.label,
      entry.microphone,
      entry.from,
      told(entry.lengthM),
      told(entry.toleranceM),
      read ? told(read.lengthM) : '',
      ...turns(entry.microphoneId),
    ];
  });
  const plugged = pluggedIn(plan).map(({ label, name }) => [label, name, say(tell('plugged-in')), '', '', '', '', '', '']);
  return toCsv([
    (['label', 'microphone', 'from', 'planned-in', 'within-in', 'read-in', 'turn', 'tilt', 'looks'] as const).map((head) =>
      say(tell(head, { unit })),
    ),
    ...plugged,
    ...body,
  ]);
}
