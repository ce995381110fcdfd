/**
 * A plan for real Fourier transforms of one size. Build once, run many; the plan owns its scratch memory.
 *
 * Spectrum layout: interleaved (re, im) pairs for bins 0..size/2−1, with the (real) Nyquist value in the imaginary slot of
 * bin 0. Convention e^(−jωt) forward; the inverse is scaled so that inverse(forward(x)) = x.
 */
export interface RealFftPlan {
  readonly size: number;
  forward(samples: Float32Array, spectrum: Float32Array): void;
  inverse(spectrum: Float32Array, samples: Float32Array): void;
  dispose(): void;
}

/**
 * Sums of spectra over windows for n channels: powers Σ|X|² and cross spectra G_ab = Σ conj(A)·B for every a < b, so that a
 * later b turns the phase by −ωτ. Memory is n·(n+1)/2 spectra however many windows are added.
 */
export interface CrossAccumulator {
  readonly size: number;
  readonly channels: number;
  /**
   * Adds one window of every channel: `size` samples from `offset` on, what is missing counts as silence.
   * @param window by what each sample is multiplied, `size` of them; ones where it is not given
   */
  add(samples: readonly Float32Array[], offset?: number, window?: Float32Array): void;
  /** Ordered copy of G_ab for a ≤ b: interleaved (re, im), bin 0 unused. G_aa is the power. */
  read(a: number, b: number, out: Float32Array): void;
  reset(): void;
  dispose(): void;
}

/**
 * Spectra kept in numbered slots inside the kernel's own memory, so that many can be multiplied and added without leaving it: what a
 * convolution in parts is made of.
 */
export interface SpectrumStore {
  readonly size: number;
  /** Transform of `size` samples into a slot. */
  transform(samples: Float32Array, slot: number): void;
  clear(slot: number): void;
  /** slot `into` += a·b, bin by bin, scaled so that `inverse` gives the convolution. */
  multiplyAdd(a: number, b: number, into: number): void;
  inverse(slot: number, samples: Float32Array): void;
  dispose(): void;
}

/** Makes plans of any supported size (powers of two from 32). */
export interface FftKernel {
  plan(size: number): RealFftPlan;
  crossAccumulator(size: number, channels: number): CrossAccumulator;
  spectrumStore(size: number, slots: number): SpectrumStore;
}
