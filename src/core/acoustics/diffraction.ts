import { amplitudeRatioFromDb, dbFromAmplitudeRatio } from '../units';

/** No edge takes more than this off in practice, dB (Kurze and Anderson 1971 give 24 as the usual limit of a screen). */
const MOST_DB = 24;

const MOST_RIM = amplitudeRatioFromDb(MOST_DB);

const FIVE_DB_LIMIT = 0.19;

/**
 * Loss behind the edge of a screen, dB (Kurze and Anderson, Applied Acoustics 4, 1971, after Maekawa's chart of 1968):
 * 5 + 20·lg(√(2πN)/tanh√(2πN)) in the shadow, at most 24; falling to nothing at N = −0.19 in the light (tan for tanh).
 * @param fresnel N = 2δ/λ, δ the way over the edge less the straight way, negative when the straight way is free
 */
export function screenLossDb(fresnel: number): number {
  if (fresnel <= -FIVE_DB_LIMIT) return 0;
  const x = Math.sqrt(2 * Math.PI * Math.abs(fresnel));
  if (x < 1e-4) return 5;
  const ratio = x / (fresnel > 0 ? Math.tanh(x) : Math.tan(x));
  return Math.min(MOST_DB, Math.max(0, 5 + dbFromAmplitudeRatio(ratio)));
}

/**
 * Loss round the rim of a body that sounds itself, amplitude ratio of 1 and more: the same law without the 5 dB of a free edge,
 * since the shadow of a face begins in its own plane, where nothing is lost yet (our choice; a low note goes round unharmed, a
 * high one does not).
 */
export function rimLoss(fresnel: number): number {
  const x = Math.sqrt(2 * Math.PI * Math.max(0, fresnel));
  return x < 1e-4 ? 1 : Math.min(MOST_RIM, x / Math.tanh(x));
}
