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

/** Makes plans of any supported size (powers of two from 32). */
export interface FftKernel {
  plan(size: number): RealFftPlan;
}
