import type { Source } from '../instruments';
import { dbFromAmplitudeRatio } from '../units';

/** How much of a source's directivity is left in a band: little below, more above (our choice after the usual polar diagrams of horns; from memory). */
const WEIGHT = [0.25, 0.6, 1, 1.5] as const;
/** Bells and plates beam at the top: the fall off axis there is this many times a first-order one (from memory). */
const BEAM = [1, 1, 1.4, 2.5] as const;
/** No direction is quieter than this: something always goes round, −20 dB of a first-order fall, −30 dB of a beam (our choice). */
export const LEAST_GAIN = 0.1;
const LEAST_DB = -30;

/**
 * Level that leaves a source off the way it looks, dB re straight ahead, in one band. A two-faced source gives its face's own
 * half; what goes round the body is another path.
 */
export function facingDb(source: Source, cosine: number, band: number): number {
  if (source.allRoundShare === 1) return 0;
  const share = Math.min(1, Math.max(LEAST_GAIN, 1 - (1 - source.allRoundShare) * (WEIGHT[band] as number)));
  const ahead = source.sides.length === 1 ? cosine : Math.max(0, cosine);
  return Math.max(LEAST_DB, (BEAM[band] as number) * dbFromAmplitudeRatio(Math.max(LEAST_GAIN, share + (1 - share) * ahead)));
}
