import { type ArrivalTable, absorptionWith, arrivalTable } from '../../../core/arrivals';
import { leaks } from '../../../core/checks';
import type { Session } from '../../../core/document';
import type { FurnishingId } from '../../../core/ids';
import { resolvePlan } from '../../../core/planning';
import { eyringSeconds, roomSurfaceM2, roomVolumeM3 } from '../../../core/room';

export interface FurnishingEffect {
  /** The channel whose wanted source gains most over what leaks into it; null when none changes by half a decibel. */
  readonly best: { readonly microphone: string; readonly other: string; readonly gainDb: number } | null;
  /** Decay of the room without and with it, seconds. */
  readonly decayBefore: number;
  readonly decayAfter: number;
}

const LEAST_DB = 0.5;

const screenArea = ({ plan }: ArrivalTable): number => plan.solids.reduce((sum, { screen }) => sum + (screen?.absorbsM2 ?? 0), 0);

function decayOf({ plan }: ArrivalTable, absorbsM2: number): number {
  return eyringSeconds(roomVolumeM3(plan.room), roomSurfaceM2(plan.room), absorptionWith(plan.room, absorbsM2), plan.speedOfSoundMps);
}

/** What one thing that stands about does: the plan with it beside the plan without it. */
export function effectOf(session: Session, table: ArrivalTable, furnishingId: FurnishingId): FurnishingEffect {
  const without = { ...session, furnishings: session.furnishings.filter(({ id }) => id !== furnishingId) };
  const bare = arrivalTable(resolvePlan(without));
  const before = new Map(leaks(bare).map((leak) => [leak.microphone.id, leak]));
  const gains = leaks(table).flatMap(({ microphone, otherName, marginDb }) => {
    const old = before.get(microphone.id);
    return old ? [{ microphone: microphone.name, other: otherName, gainDb: marginDb - old.marginDb }] : [];
  });
  const [best] = gains.sort((a, b) => Math.abs(b.gainDb) - Math.abs(a.gainDb));
  return {
    best: best && Math.abs(best.gainDb) >= LEAST_DB ? best : null,
    decayBefore: decayOf(bare, screenArea(bare)),
    decayAfter: decayOf(table, screenArea(table)),
  };
}
