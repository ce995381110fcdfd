import type { ArrivalTable } from '../../../core/arrivals';
import type { PlacedMicrophone } from '../../../core/document';
import { sourceKey } from '../../../core/ids';
import type { RakeMark } from '../../components/Rake';
import { stringColour } from '../../drawing/MicrophoneGlyph';

/** The source whose strings and rake are shown: the one chosen, or the target of the microphone chosen, or the pair's. */
export function shownSource(table: ArrivalTable, stringsFrom: string | null, chosen: readonly string[]): number {
  const { plan } = table;
  const byKey = (key: string | null): number => plan.sources.findIndex((source) => sourceKey(source) === key);
  const direct = byKey(stringsFrom);
  if (direct >= 0) return direct;
  const microphone = plan.microphones.find((candidate) => candidate.id === chosen[0]);
  const pair = plan.pairs.find((candidate) => candidate.leftId === microphone?.id || candidate.rightId === microphone?.id);
  const target = byKey(microphone?.targetKey ?? pair?.centreKey ?? null);
  if (target >= 0) return target;
  const centre = byKey(plan.pairs[0]?.centreKey ?? null);
  return centre >= 0 ? centre : plan.sources.length ? 0 : -1;
}

/** Marks of the predicted rake of one source. */
export function rakeMarks(table: ArrivalTable, microphones: readonly PlacedMicrophone[], source: number): RakeMark[] {
  if (source < 0) return [];
  return table.plan.microphones.flatMap((microphone, m): RakeMark[] => {
    const arrival = table.rows[m]?.[source];
    const placed = microphones.find((candidate) => candidate.id === microphone.id);
    if (!arrival) return [];
    return [
      {
        id: microphone.id,
        label: microphone.label,
        colour: stringColour(placed?.colour ?? 0),
        timeMs: arrival.delaySeconds * 1000,
        levelDb: table.channelDb[m]?.[source] ?? -60,
        upright: arrival.settled ? arrival.polarity === 1 : null,
      },
    ];
  });
}
