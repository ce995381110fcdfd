import { OPPOSITE, surfaceAbsorption } from './absorption';
import { lowAreaM2, surfaceAreaM2 } from './decay';
import type { Room, Surface } from './room';

/** Two surfaces flutter when what comes back from both is louder than this after one round, at 2 kHz (our choice: 8 dB in ten rounds). */
const BARE = 0.83;
const OCTAVE_2K = 4;

export interface Flutter {
  readonly between: readonly [Surface, Surface];
  readonly apartM: number;
  /** Time of one round, there and back, s: what is heard as a buzz or a ring. */
  readonly periodS: number;
  /** Lost in one round, dB. */
  readonly lossDb: number;
}

/**
 * Pairs of bare parallel surfaces: an echo runs to and fro, once in 2·L/c. Other things in the room break it up and are not in this.
 * @param hung share of what meets a surface at 2 kHz that things hung on it take up
 */
export function flutters(room: Room, speedOfSoundMps: number, hung: Readonly<Partial<Record<Surface, number>>> = {}): readonly Flutter[] {
  // Under two heights the larger part decides.
  const low = room.lowCeiling && surfaceAreaM2(room, 'floor') < 2 * lowAreaM2(room);
  const apart = [room.widthM, room.depthM, low ? Math.min(room.heightM, room.lowCeiling?.heightM ?? room.heightM) : room.heightM];
  return OPPOSITE.flatMap((between, axis): Flutter[] => {
    const kept = between.reduce(
      (product, surface) => product * (1 - (surfaceAbsorption(room, surface)[OCTAVE_2K] as number)) * (1 - (hung[surface] ?? 0)),
      1,
    );
    if (kept < BARE) return [];
    const apartM = apart[axis] as number;
    return [{ between, apartM, periodS: (2 * apartM) / speedOfSoundMps, lossDb: -10 * Math.log10(kept) }];
  });
}
