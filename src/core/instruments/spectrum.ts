import { BANDS, type PerBand } from '../acoustics';

/** A stroke or note falls by this beyond its middle, dB an octave, and by this outside its range (from memory: long-term spectra of instruments). */
const FALL_DB = 3;
const OUTSIDE_DB = 12;
/** Above this a falling spectrum falls. */
const FALLS_FROM_HZ = 400;

/** Shares of the whole level, in dB, that add up to 0 dB in energy. */
export function sharesDb(spectrum: readonly number[]): PerBand {
  const sum = 10 * Math.log10(spectrum.reduce((energy, db) => energy + 10 ** (db / 10), 0));
  return [0, 1, 2, 3].map((band) => (spectrum[band] as number) - sum) as unknown as PerBand;
}

/** Shares of a source by the range it plays in: even over its low octaves, falling slowly above, steeply outside. */
export function spectrumOf([lowHz, highHz]: readonly [number, number]): PerBand {
  return sharesDb(
    BANDS.map(({ lowHz: from, highHz: to }) => {
      const steps = 16;
      let energy = 0;
      for (let i = 0; i < steps; i++) {
        const hertz = from * (to / from) ** ((i + 0.5) / steps);
        const outside = hertz < lowHz ? Math.log2(lowHz / hertz) : hertz > highHz ? Math.log2(hertz / highHz) : 0;
        const above = Math.max(0, Math.log2(hertz / Math.max(FALLS_FROM_HZ, lowHz)));
        energy += 10 ** ((-OUTSIDE_DB * outside - FALL_DB * above) / 10) / steps;
      }
      return 10 * Math.log10(energy);
    }),
  );
}

/** What a planning level stands on where nobody has measured. */
export const PLANNING_BASIS = 'planning value at {1 m}, good to 6 dB (from memory)';
