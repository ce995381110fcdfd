import type { ArrivalTable } from '../../arrivals';
import type { Told } from '../../units';
import { asMidway } from '../../units';
import { tell } from './codes';

export const nameOf = (table: ArrivalTable, channel: number): string => table.plan.microphones[channel]?.name ?? '';
export const idOf = (table: ArrivalTable, channel: number): string => table.plan.microphones[channel]?.id ?? '';

/** Less than this from its place a microphone is where it should be, metres: tape, marks and stand together. */
export const IN_PLACE_M = 0.04;

/** The instrument in a sentence; where there are several, by the first of its sources. */
export function instrumentName({ plan }: ArrivalTable, instrument: number): Told {
  const ids = [...new Set(plan.sources.map(({ instrumentId }) => instrumentId))];
  const first = plan.sources.find(({ instrumentId }) => instrumentId === ids[instrument]);
  return ids.length > 1 && first ? tell('instrument-with-the', { first: asMidway(first.name) }) : tell('instrument');
}
