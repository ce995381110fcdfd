import type { BandValues } from '../reading/report';
import type { CrossSpectrum } from './spectra';

const { ceil, floor, log10, max, min, sqrt } = Math;

/** Bands of every report: low 20 to 250 Hz, mid 250 Hz to 4 kHz, high above. */
export const BANDS = { low: [20, 250], mid: [250, 4000], high: [4000, 20_000] } as const;
export type BandName = keyof typeof BANDS;
export const BAND_NAMES = Object.keys(BANDS) as BandName[];

export const binRange = (band: BandName, size: number, sampleRateHz: number): [number, number] => {
  const [low, high] = BANDS[band];
  const perHz = size / sampleRateHz;
  return [max(1, ceil(low * perHz)), min(size / 2, floor(high * perHz) + 1)];
};

export const perBand = (value: (band: BandName) => number): BandValues => ({ low: value('low'), mid: value('mid'), high: value('high') });

/**
 * What the sum of two channels loses in a band, dB: energy had the shared part been in step, over the energy of the sum,
 * Σ(Paa + Pbb + 2|Gab|) / Σ(Paa + Pbb + 2·Re Gab). Nothing below −60 dB re the channels is believed.
 */
export function sumLossDb(cross: CrossSpectrum, sampleRateHz: number): BandValues {
  return perBand((band) => {
    const [from, to] = binRange(band, cross.size, sampleRateHz);
    let inStep = 0;
    let actual = 0;
    for (let k = from; k < to; k++) {
      const own = (cross.powerA[k] as number) + (cross.powerB[k] as number);
      const re = cross.re[k] as number;
      const im = cross.im[k] as number;
      inStep += own + 2 * sqrt(re * re + im * im);
      actual += own + 2 * re;
    }
    return inStep > 0 ? 10 * log10(inStep / max(actual, inStep * 1e-6)) : 0;
  });
}

/** Correlation of two channels at no delay, −1 to 1, from their spectra. */
export function correlationOf(cross: CrossSpectrum): number {
  let [shared, a, b] = [0, 0, 0];
  for (let k = 1; k < cross.re.length; k++) {
    shared += cross.re[k] as number;
    a += cross.powerA[k] as number;
    b += cross.powerB[k] as number;
  }
  return a > 0 && b > 0 ? max(-1, min(1, shared / sqrt(a * b))) : 0;
}
