import type { PerBand } from './bands';

/** A band fainter than this re the whole says nothing of a stroke: the noise and what still sounds from before fill it, dB. */
const FAINTEST_DB = -18;

/** Colour of a sound: the energy in each band re all of it, dB; faint bands are all alike. */
export function colourOf(energies: PerBand): PerBand {
  const all = energies.reduce((sum, energy) => sum + energy, 0);
  return energies.map((energy) => (energy > 0 ? Math.max(FAINTEST_DB, 10 * Math.log10(energy / all)) : FAINTEST_DB)) as unknown as PerBand;
}

/** How far two colours are apart in the mean of the bands, dB. */
export const colourGap = (a: PerBand, b: PerBand): number => a.reduce((sum, db, band) => sum + Math.abs(db - (b[band] as number)), 0) / a.length;
