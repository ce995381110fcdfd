import { dbFromPowerRatio } from '../../units';

/** How many of the quietest windows stand for a channel's noise. */
const KEPT = 6;

/** Keeps the quietest windows of a channel, to say what its noise looks like. Memory is fixed. */
export class QuietWindows {
  private readonly kept: { power: number; spectrum: Float32Array }[] = [];

  constructor(private readonly bins: number) {}

  offer(power: number, spectrum: () => Float32Array): void {
    if (power <= 0) return;
    const worst = this.kept[this.kept.length - 1];
    if (this.kept.length >= KEPT && worst && power >= worst.power) return;
    this.kept.push({ power, spectrum: spectrum() });
    this.kept.sort((a, b) => a.power - b.power);
    if (this.kept.length > KEPT) this.kept.pop();
  }

  /** Mean noise power by bin. */
  mean(): Float32Array {
    const out = new Float32Array(this.bins);
    for (const { spectrum } of this.kept)
      for (let k = 0; k < this.bins; k++) out[k] = (out[k] as number) + (spectrum[k] as number) / this.kept.length;
    return out;
  }
}

/** Middles of the octaves that a channel's noise is told in, Hz (IEC 61260's, rounded). */
export const NOISE_OCTAVES_HZ = [63, 125, 250, 500, 1000, 2000, 4000, 8000, 16_000] as const;
const QUIETEST_DBFS = -200;

/**
 * Level of a noise spectrum in each octave of {@link NOISE_OCTAVES_HZ}, dBFS rms.
 *
 * @param power mean power by bin of a windowed transform of `size` samples
 * @param windowEnergy sum of the window's squares
 * @returns as many levels as there are octaves whose middle the sample rate carries
 */
export function noiseOctaves(power: Float32Array, size: number, windowEnergy: number, rateHz: number): number[] {
  return NOISE_OCTAVES_HZ.filter((hertz) => hertz < rateHz / 2).map((hertz) => {
    let sum = 0;
    const [low, high] = [(hertz / Math.SQRT2) * (size / rateHz), hertz * Math.SQRT2 * (size / rateHz)];
    // A bin across an edge counts for the share that is inside.
    for (let k = 1; k < power.length; k++) {
      const share = Math.min(k + 0.5, high) - Math.max(k - 0.5, low);
      if (share > 0) sum += Math.min(1, share) * (power[k] as number);
    }
    const mean = (2 * sum) / (size * windowEnergy);
    return mean > 0 ? Math.max(QUIETEST_DBFS, dbFromPowerRatio(mean)) : QUIETEST_DBFS;
  });
}

/** Noise spectra of one window brought to another's length and energy. */
export function noiseFor(noise: readonly Float32Array[], fromSize: number, fromEnergy: number, size: number, windowEnergy: number): Float32Array[] {
  const ratio = fromSize / size;
  return noise.map((spectrum) => {
    const out = new Float32Array(size / 2);
    for (let k = 1; k < out.length; k++)
      out[k] = ((spectrum[Math.max(1, Math.min(spectrum.length - 1, Math.round(k * ratio)))] as number) * windowEnergy) / fromEnergy;
    return out;
  });
}

/** The two channels' noise as a delay estimate wants it; nothing where it is not known. */
export function noiseOf(noise: readonly Float32Array[], a: number, b: number): { noiseA: Float32Array; noiseB: Float32Array } | object {
  const [noiseA, noiseB] = [noise[a], noise[b]];
  return noiseA && noiseB ? { noiseA, noiseB } : {};
}
