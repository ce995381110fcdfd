import type { CrossAccumulator, FftKernel } from '../../math';

const { cos } = Math;

const known = new Map<number, Float32Array>();

/** Hann window of a length, for power spectra; made once for each length, not to be written to. */
export function hann(size: number): Float32Array {
  const made = known.get(size) ?? Float32Array.from({ length: size }, (_, i) => 0.5 - 0.5 * cos((2 * Math.PI * i) / size));
  known.set(size, made);
  return made;
}

/** Everything a delay estimate wants of two channels, summed over `count` windows. Shapes: size/2 bins. */
export interface CrossSpectrum {
  readonly re: Float32Array;
  readonly im: Float32Array;
  readonly powerA: Float32Array;
  readonly powerB: Float32Array;
  readonly count: number;
  readonly size: number;
}

const component = (spectrum: Float32Array, offset: 0 | 1): Float32Array => {
  const out = new Float32Array(spectrum.length / 2);
  for (let k = 1; k < out.length; k++) out[k] = spectrum[2 * k + offset] as number;
  return out;
};

/** Auto and cross spectra of n channels summed over windows, taken apart for reading. */
export class SpectrumBank {
  readonly bins: number;
  private readonly sums: CrossAccumulator;
  private readonly powerOf = new Map<number, Float32Array>();
  private readonly pairOf = new Map<string, { re: Float32Array; im: Float32Array }>();
  private readonly scratch: Float32Array;
  windows = 0;

  constructor(
    kernel: FftKernel,
    readonly channels: number,
    private readonly window: Float32Array,
  ) {
    this.bins = window.length / 2;
    this.sums = kernel.crossAccumulator(window.length, channels);
    this.scratch = new Float32Array(window.length);
  }

  /** Adds one window of every channel, each read from `offset` of its samples; what is missing counts as silence. */
  add(samples: readonly Float32Array[], offset: number): void {
    this.sums.add(samples, offset, this.window);
    this.powerOf.clear();
    this.pairOf.clear();
    this.windows++;
  }

  /** Forgets every window. */
  reset(): void {
    this.sums.reset();
    this.powerOf.clear();
    this.pairOf.clear();
    this.windows = 0;
  }

  power(c: number): Float32Array {
    const known = this.powerOf.get(c);
    if (known) return known;
    this.sums.read(c, c, this.scratch);
    const fresh = component(this.scratch, 0);
    this.powerOf.set(c, fresh);
    return fresh;
  }

  private cross(a: number, b: number): { re: Float32Array; im: Float32Array } {
    const key = `${a}/${b}`;
    const known = this.pairOf.get(key);
    if (known) return known;
    this.sums.read(a, b, this.scratch);
    const fresh = { re: component(this.scratch, 0), im: component(this.scratch, 1) };
    this.pairOf.set(key, fresh);
    return fresh;
  }

  /** The pair's spectra, a before b, whichever comes first in the bank. */
  pair(a: number, b: number): CrossSpectrum {
    const swapped = a > b;
    const { re, im } = swapped ? this.cross(b, a) : this.cross(a, b);
    return {
      re,
      im: swapped ? im.map((v) => -v) : im,
      powerA: this.power(a),
      powerB: this.power(b),
      count: this.windows,
      size: this.window.length,
    };
  }

  dispose(): void {
    this.sums.dispose();
  }
}
