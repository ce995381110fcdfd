import type { RealFftPlan } from '../math';

/** Hann window of a length, for power spectra. */
export const hann = (size: number): Float32Array => Float32Array.from({ length: size }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / size));

/** Index of the pair (i, j), i < j, in a packed upper triangle of n channels. */
export const pairIndex = (i: number, j: number, n: number): number => i * n - (i * (i + 1)) / 2 + (j - i - 1);

/** Everything a delay estimate wants of two channels, summed over `count` windows. Shapes: size/2 bins. */
export interface CrossSpectrum {
  readonly re: Float32Array;
  readonly im: Float32Array;
  readonly powerA: Float32Array;
  readonly powerB: Float32Array;
  readonly count: number;
  readonly size: number;
}

/**
 * Sums auto and cross spectra of n channels over windows: G_ab = Σ conj(A)·B, so a later b turns the phase by −ωτ.
 * Memory: n·(n+1)/2 spectra, whatever the number of windows.
 */
export class SpectrumBank {
  readonly bins: number;
  readonly powers: Float32Array[];
  private readonly crossRe: Float32Array[];
  private readonly crossIm: Float32Array[];
  private readonly spectra: Float32Array[];
  private readonly windowed: Float32Array;
  windows = 0;

  constructor(
    readonly channels: number,
    private readonly plan: RealFftPlan,
    private readonly window: Float32Array,
  ) {
    this.bins = plan.size / 2;
    const make = (count: number, length: number): Float32Array[] => Array.from({ length: count }, () => new Float32Array(length));
    const pairs = (channels * (channels - 1)) / 2;
    this.powers = make(channels, this.bins);
    this.crossRe = make(pairs, this.bins);
    this.crossIm = make(pairs, this.bins);
    this.spectra = make(channels, plan.size);
    this.windowed = new Float32Array(plan.size);
  }

  /** Adds one window of every channel, each read from `offset` of its samples. */
  add(samples: readonly Float32Array[], offset: number): void {
    const { window, windowed, plan } = this;
    for (let c = 0; c < this.channels; c++) {
      const from = samples[c] as Float32Array;
      for (let i = 0; i < plan.size; i++) windowed[i] = (from[offset + i] ?? 0) * (window[i] as number);
      plan.forward(windowed, this.spectra[c] as Float32Array);
      this.addPower(c);
    }
    for (let a = 0; a < this.channels; a++) for (let b = a + 1; b < this.channels; b++) this.addCross(a, b);
    this.windows++;
  }

  private addPower(c: number): void {
    const spectrum = this.spectra[c] as Float32Array;
    const power = this.powers[c] as Float32Array;
    for (let k = 1; k < this.bins; k++) {
      const re = spectrum[2 * k] as number;
      const im = spectrum[2 * k + 1] as number;
      power[k] = (power[k] as number) + re * re + im * im;
    }
  }

  private addCross(a: number, b: number): void {
    const index = pairIndex(a, b, this.channels);
    const re = this.crossRe[index] as Float32Array;
    const im = this.crossIm[index] as Float32Array;
    const x = this.spectra[a] as Float32Array;
    const y = this.spectra[b] as Float32Array;
    for (let k = 1, n = 2; k < this.bins; k++, n += 2) {
      const xr = x[n] as number;
      const xi = x[n + 1] as number;
      const yr = y[n] as number;
      const yi = y[n + 1] as number;
      re[k] = (re[k] as number) + xr * yr + xi * yi;
      im[k] = (im[k] as number) + xr * yi - xi * yr;
    }
  }

  /** Power of a channel's latest window by bin, a copy. */
  latestPower(c: number): Float32Array {
    const spectrum = this.spectra[c] as Float32Array;
    return Float32Array.from({ length: this.bins }, (_, k) => (k ? (spectrum[2 * k] as number) ** 2 + (spectrum[2 * k + 1] as number) ** 2 : 0));
  }

  /** The pair's spectra, a before b; a copy only where the order must be turned. */
  pair(a: number, b: number): CrossSpectrum {
    const swapped = a > b;
    const index = swapped ? pairIndex(b, a, this.channels) : pairIndex(a, b, this.channels);
    const im = this.crossIm[index] as Float32Array;
    return {
      re: this.crossRe[index] as Float32Array,
      im: swapped ? im.map((v) => -v) : im,
      powerA: this.powers[a] as Float32Array,
      powerB: this.powers[b] as Float32Array,
      count: this.windows,
      size: this.plan.size,
    };
  }
}
