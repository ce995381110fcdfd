import type { Source } from '../instruments';
import { add, normalize, scale, subtract } from '../math';
import { ridesAlong } from '../microphones';
import { arrivalOf } from './arrival';
import type { PlanMicrophone } from './plan';
import type { Surroundings } from './roomSound';

/** How far a player moves about a microphone on a stand, metres (common practice). */
export const SWAY_M = 0.1;

export interface Sway {
  /** Span of the level between nearer and farther, dB. */
  readonly levelDb: number;
  /** Span of the bass against the top, dB. */
  readonly toneDb: number;
}

/** What the player's sway does to a microphone on a stand: its level and tone nearer and farther. A clip-on goes along. */
export function swayOf(microphone: PlanMicrophone, source: Source, air: Surroundings): Sway {
  if (ridesAlong(microphone.model.kind)) return { levelDb: 0, toneDb: 0 };
  const here = arrivalOf(microphone, source, air);
  const away = normalize(subtract(microphone.positionM, here.fromM));
  const at = [-SWAY_M, SWAY_M].map((by) =>
    arrivalOf({ ...microphone, positionM: add(here.fromM, scale(away, Math.max(0.03, here.distanceM + by))) }, source, air),
  );
  const span = (of: (arrival: typeof here) => number): number => Math.abs(of(at[0] as typeof here) - of(at[1] as typeof here));
  return { levelDb: span((arrival) => arrival.levelDb), toneDb: span(({ bandsDb }) => bandsDb[0] - bandsDb[3]) };
}
