/** Amplitude (pressure, voltage) ratio for a level difference in dB: 10^(dB/20). */
export const amplitudeRatioFromDb = (db: number): number => 10 ** (db / 20);

/** Power (energy) ratio for a level difference in dB: 10^(dB/10). */
export const powerRatioFromDb = (db: number): number => 10 ** (db / 10);

/** Level in dB of an amplitude ratio: 20·lg. Zero or less gives −Infinity. */
export const dbFromAmplitudeRatio = (ratio: number): number => (ratio > 0 ? 20 * Math.log10(ratio) : -Infinity);

/** Level in dB of a power ratio: 10·lg. Zero or less gives −Infinity. */
export const dbFromPowerRatio = (ratio: number): number => (ratio > 0 ? 10 * Math.log10(ratio) : -Infinity);

/** Reference sound pressure 20 µPa: 1 Pa is 94 dB SPL (93.98, printed as 94 in data sheets; common practice). */
export const SPL_OF_ONE_PASCAL_DB = 94;

/** dBu of 0 dBV: 20·lg(1 V / 0.7746 V). */
export const DBU_OF_ZERO_DBV = 2.218;
