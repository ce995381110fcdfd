import { BANDS, type PerBand } from './bands';

/**
 * What a low cut leaves of each band, as a share of its energy: a Butterworth high-pass of second order (12 dB an octave, as most
 * microphones and preamps have; common practice), |H|² = 1 / (1 + (fc/f)⁴), averaged over the band with equal energy in every octave:
 * ∫ u³/(1+u⁴) du = ¼·ln(1+u⁴).
 */
const lowCutShares = (hertz: number): PerBand =>
  BANDS.map(({ lowHz, highHz }) => {
    const [low, high] = [lowHz / hertz, highHz / hertz];
    return (0.25 * Math.log((1 + high ** 4) / (1 + low ** 4))) / Math.log(highHz / lowHz);
  }) as unknown as PerBand;

/** How much quieter low cuts, one after the other, make a sound of known levels by band, dB: 0 or less. */
export function lowCutDb(bandsDb: PerBand, cutsHz: readonly number[]): number {
  if (cutsHz.length === 0) return 0;
  const shares = cutsHz.map(lowCutShares);
  const energies = bandsDb.map((db) => 10 ** (db / 10));
  const all = energies.reduce((sum, energy) => sum + energy, 0);
  const left = energies.reduce((sum, energy, band) => sum + shares.reduce((rest, share) => rest * (share[band] as number), energy), 0);
  return all > 0 ? Math.min(0, 10 * Math.log10(left / all)) : 0;
}
