import type { Arrival, ArrivalTable, PlanMicrophone } from '../arrivals';
import { sourceKey } from '../ids';
import type { Source } from '../instruments';
import { isDirect } from '../microphones';

/** Why two channels hear the same source: both there for it, one close and one far, a stereo pair, or one of them a pickup. */
export type Purpose = 'same' | 'close-and-far' | 'pair' | 'direct';

export interface Shared {
  readonly first: PlanMicrophone;
  readonly second: PlanMicrophone;
  readonly firstIndex: number;
  readonly secondIndex: number;
  readonly source: Source;
  readonly sourceIndex: number;
  readonly firstArrival: Arrival;
  readonly secondArrival: Arrival;
  readonly levelDifferenceDb: number;
  readonly purpose: Purpose;
}

function purposeOf(table: ArrivalTable, first: PlanMicrophone, second: PlanMicrophone): Purpose {
  if (isDirect(first.model.kind) || isDirect(second.model.kind)) return 'direct';
  const paired = table.plan.pairs.some((p) => [p.leftId, p.rightId].includes(first.id) && [p.leftId, p.rightId].includes(second.id));
  if (paired) return 'pair';
  return first.targetKey !== null && first.targetKey === second.targetKey ? 'same' : 'close-and-far';
}

/** A source counts between two channels when it is among the loudest of one and well heard in the other. */
const MAIN_WITHIN_DB = 6;
const HEARD_WITHIN_DB = 9;

function sharedAt(table: ArrivalTable, firstIndex: number, secondIndex: number, sourceIndex: number, withinDb: number): Shared | null {
  const a = table.channelDb[firstIndex]?.[sourceIndex] ?? -Infinity;
  const b = table.channelDb[secondIndex]?.[sourceIndex] ?? -Infinity;
  if (Math.min(a, b) < -HEARD_WITHIN_DB || Math.max(a, b) < -MAIN_WITHIN_DB || Math.abs(a - b) > withinDb) return null;
  const first = table.plan.microphones[firstIndex] as PlanMicrophone;
  const second = table.plan.microphones[secondIndex] as PlanMicrophone;
  return {
    first,
    second,
    firstIndex,
    secondIndex,
    source: table.plan.sources[sourceIndex] as Source,
    sourceIndex,
    firstArrival: table.rows[firstIndex]?.[sourceIndex] as Arrival,
    secondArrival: table.rows[secondIndex]?.[sourceIndex] as Arrival,
    levelDifferenceDb: a - b,
    purpose: purposeOf(table, first, second),
  };
}

/** For each two microphones, the source that both hear loudest at similar level, if there is one. */
export function sharedSources(table: ArrivalTable, withinDb: number): Shared[] {
  const out: Shared[] = [];
  const count = table.plan.microphones.length;
  for (let i = 0; i < count; i++)
    for (let j = i + 1; j < count; j++) {
      let best: Shared | null = null;
      let bestDb = -Infinity;
      for (let s = 0; s < table.plan.sources.length; s++) {
        const level = Math.min(table.channelDb[i]?.[s] ?? -Infinity, table.channelDb[j]?.[s] ?? -Infinity);
        const shared = level > bestDb ? sharedAt(table, i, j, s, withinDb) : null;
        if (shared) [best, bestDb] = [shared, level];
      }
      if (best) out.push(best);
    }
  return out;
}

/** Index of a microphone's target among the plan's sources, or −1 where it has none. */
export const targetIndex = (table: ArrivalTable, microphone: PlanMicrophone): number =>
  table.plan.sources.findIndex((source) => sourceKey(source) === microphone.targetKey);

/** What a microphone is there for: its own source, or the middle of its pair's image; undefined for one that is there for everything. */
export function ownSourceOf({ plan }: ArrivalTable, { id, targetKey }: PlanMicrophone): Source | undefined {
  const key = targetKey ?? plan.pairs.find(({ leftId, rightId }) => leftId === id || rightId === id)?.centreKey;
  return key == null ? undefined : plan.sources.find((source) => sourceKey(source) === key);
}
