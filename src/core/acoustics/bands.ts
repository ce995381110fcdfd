/**
 * The four bands of two octaves in which every path is reckoned: a stroke's weight, its knock, its crack, its air. What
 * depends on frequency is taken at the middle; sums of paths are averaged over the whole band.
 */
export const BANDS = [
  { name: 'bass', hertz: 100, lowHz: 50, highHz: 200 },
  { name: 'low middle', hertz: 400, lowHz: 200, highHz: 800 },
  { name: 'high middle', hertz: 1600, lowHz: 800, highHz: 3200 },
  { name: 'top', hertz: 6400, lowHz: 3200, highHz: 12_800 },
] as const;

/** One value for each of {@link BANDS}, low to high. */
export type PerBand = readonly [number, number, number, number];

/** Index of the highest band in which a head, plate or box moves as one piece; above, its parts sound each for itself. */
export const LAST_BAND_AS_ONE = 1;

/**
 * Mean of cos(2πfτ + φ) over a band, in closed form: how far two copies with a delay and a phase between them still add
 * as amplitudes (1), or as energies (0), or cancel (−1).
 */
export function meanCosine(lowHz: number, highHz: number, delaySeconds: number, phaseRad = 0): number {
  const width = 2 * Math.PI * (highHz - lowHz) * delaySeconds;
  const middle = Math.PI * (highHz + lowHz) * delaySeconds + phaseRad;
  const half = width / 2;
  return Math.cos(middle) * (Math.abs(half) < 1e-6 ? 1 : Math.sin(half) / half);
}

/** Value at a frequency of something known per band: straight between the bands' middles over the octaves, flat beyond. */
export function acrossBands(values: PerBand, hertz: number): number {
  const position = Math.log2(Math.max(1, hertz) / BANDS[0].hertz) / 2;
  const below = Math.min(2, Math.max(0, Math.floor(position)));
  const share = Math.min(1, Math.max(0, position - below));
  return (values[below] as number) * (1 - share) + (values[below + 1] as number) * share;
}
