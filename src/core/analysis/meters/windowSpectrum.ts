import type { RealFftPlan } from '../../math';
import { hann } from './spectra';

/** Power of the loudest of a window's equal parts: a quiet window has no stroke anywhere in it. */
export function loudestPart(block: Float32Array, offset: number, length: number, parts: number): number {
  let loudest = 0;
  const step = length / parts;
  for (let part = 0; part < parts; part++) {
    let sum = 0;
    const from = offset + part * step;
    for (let i = from; i < from + step; i += 4) {
      const value = block[i] as number;
      sum += value * value;
    }
    if (sum > loudest) loudest = sum;
  }
  return loudest;
}

/** Power spectra of single windows of one length. */
export class WindowSpectrum {
  readonly window: Float32Array;
  readonly windowEnergy: number;
  private readonly windowed: Float32Array;
  private readonly spectrum: Float32Array;

  constructor(private readonly plan: RealFftPlan) {
    this.window = hann(plan.size);
    this.windowEnergy = this.window.reduce((sum, w) => sum + w * w, 0);
    this.windowed = new Float32Array(plan.size);
    this.spectrum = new Float32Array(plan.size);
  }

  power(block: Float32Array, offset: number): Float32Array {
    const { window, windowed, spectrum } = this;
    for (let i = 0; i < window.length; i++) windowed[i] = (block[offset + i] as number) * (window[i] as number);
    this.plan.forward(windowed, spectrum);
    const out = new Float32Array(window.length / 2);
    for (let k = 1; k < out.length; k++) {
      const re = spectrum[2 * k] as number;
      const im = spectrum[2 * k + 1] as number;
      out[k] = re * re + im * im;
    }
    return out;
  }
}
