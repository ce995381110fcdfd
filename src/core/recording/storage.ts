/** A recording's size and how long there is room for it. */
export interface Storage {
  readonly bytesPerMinute: number;
  /** Minutes that the free space holds; null where it is not known. */
  readonly minutesLeft: number | null;
}

export const BIT_DEPTHS = [16, 24, 32] as const;

/**
 * Room on a disk: rate × bytes per sample × channels. A gigabyte is 10⁹ bytes, as disks are sold.
 * @param bitDepth 16, 24, or 32 for float
 */
export function storageFor(sampleRateHz: number, bitDepth: number, channels: number, freeGigabytes: number | null): Storage {
  const bytesPerMinute = 60 * sampleRateHz * Math.ceil(bitDepth / 8) * channels;
  const minutesLeft = freeGigabytes === null || channels === 0 ? null : (freeGigabytes * 1e9) / bytesPerMinute;
  return { bytesPerMinute, minutesLeft };
}

/** A WAV file of the plain kind ends at 4 GiB: minutes until then for one file of so many channels. */
export const minutesToWavEnd = (sampleRateHz: number, bitDepth: number, channels: number): number =>
  2 ** 32 / (60 * sampleRateHz * Math.ceil(bitDepth / 8) * Math.max(1, channels));
