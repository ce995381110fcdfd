/** Time a signal takes into the computer and out again through its software, s. */
export interface RoundTrip {
  readonly bufferS: number;
  readonly totalS: number;
}

/** Converters and drivers together beside the buffers, s: some 1.5 ms each way is usual (common data sheets). */
const USUAL_CONVERTERS_S = 0.003;

/**
 * Software monitoring: one buffer in, one out, the converters.
 * @param convertersS both ways together
 */
export function roundTripOf(bufferSamples: number, sampleRateHz: number, convertersS = USUAL_CONVERTERS_S): RoundTrip {
  const bufferS = (2 * bufferSamples) / sampleRateHz;
  return { bufferS, totalS: bufferS + convertersS };
}

/** From here on a player hears it as late, and from here on it throws them off, s (common experience). */
const HEARD_LATE_S = 0.006;
const THROWS_OFF_S = 0.012;

/** What a round trip is like to play with. */
export function feelOf(totalS: number): 'hardly-noticed' | 'noticed' | 'throws-off' {
  if (totalS < HEARD_LATE_S) return 'hardly-noticed';
  return totalS < THROWS_OFF_S ? 'noticed' : 'throws-off';
}
