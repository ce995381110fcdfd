import loadPffft from '@echogarden/pffft-wasm/simd';
import type { CrossAccumulator, FftKernel, RealFftPlan, SpectrumStore } from './fft';

const REAL = 0;
const FORWARD = 0;
const BACKWARD = 1;

type Module = Awaited<ReturnType<typeof loadPffft>>;

function createPlan(module: Module, size: number): RealFftPlan {
  if (size < 32 || (size & (size - 1)) !== 0) throw new RangeError(`FFT size must be a power of two from 32, got ${size}`);
  const setup = module._pffft_new_setup(size, REAL);
  const input = module._pffft_aligned_malloc(size * 4);
  const output = module._pffft_aligned_malloc(size * 4);
  const work = module._pffft_aligned_malloc(size * 4);
  const run = (from: Float32Array, to: Float32Array, direction: number, gain: number): void => {
    module.HEAPF32.set(from.length > size ? from.subarray(0, size) : from, input >> 2);
    if (from.length < size) module.HEAPF32.fill(0, (input >> 2) + from.length, (input >> 2) + size);
    module._pffft_transform_ordered(setup, input, output, work, direction);
    const base = output >> 2;
    const heap = module.HEAPF32;
    if (gain === 1) to.set(heap.subarray(base, base + size));
    else for (let i = 0; i < size; i++) to[i] = (heap[base + i] as number) * gain;
  };
  return {
    size,
    forward: (samples, spectrum) => run(samples, spectrum, FORWARD, 1),
    inverse: (spectrum, samples) => run(spectrum, samples, BACKWARD, 1 / size),
    dispose: () => {
      for (const pointer of [input, output, work]) module._pffft_aligned_free(pointer);
      module._pffft_destroy_setup(setup);
    },
  };
}

/**
 * Cross spectra summed inside the WebAssembly memory, multiplied and added whole by the library in its own order. Where in
 * that order imaginary parts lie is learned from the library: a falling exponential, 1/(1 − r·e^(−jω)) for each bin, has a positive real and
 * a negative imaginary part in every one.
 */
function createAccumulator(module: Module, size: number, channels: number): CrossAccumulator {
  const setup = module._pffft_new_setup(size, REAL);
  const allocate = (): number => module._pffft_aligned_malloc(size * 4);
  const [input, work, ordered] = [allocate(), allocate(), allocate()];
  const forward = Array.from({ length: channels }, allocate);
  const conjugate = Array.from({ length: channels }, allocate);
  const sums = Array.from({ length: (channels * (channels + 1)) / 2 }, allocate);
  const sumAt = (a: number, b: number): number => sums[a * channels - (a * (a - 1)) / 2 + (b - a)] as number;
  const reset = (): void => {
    for (const sum of sums) module.HEAPF32.fill(0, sum >> 2, (sum >> 2) + size);
  };
  const viewOf = (pointer: number): Float32Array => module.HEAPF32.subarray(pointer >> 2, (pointer >> 2) + size);
  const bitsOf = (pointer: number): Uint32Array => new Uint32Array(module.HEAPF32.buffer, pointer, size);
  /** Bits that turn every imaginary part over, by their places. */
  const learnSigns = (): Uint32Array => {
    viewOf(input).forEach((_, i, from) => {
      from[i] = Math.exp((-40 * i) / size);
    });
    module._pffft_transform(setup, input, ordered, work, FORWARD);
    return Uint32Array.from(viewOf(ordered), (value) => (value < 0 ? 0x8000_0000 : 0));
  };
  const signs = learnSigns();
  const load = (samples: Float32Array, channel: number, offset: number, window: Float32Array | undefined): void => {
    const to = viewOf(input);
    const have = Math.max(0, Math.min(size, samples.length - offset));
    if (window) for (let i = 0; i < have; i++) to[i] = (samples[offset + i] as number) * (window[i] as number);
    else to.set(samples.subarray(offset, offset + have));
    if (have < size) to.fill(0, have);
    module._pffft_transform(setup, input, forward[channel] as number, work, FORWARD);
    const [from, turned] = [bitsOf(forward[channel] as number), bitsOf(conjugate[channel] as number)];
    for (let i = 0; i < size; i++) turned[i] = (from[i] as number) ^ (signs[i] as number);
  };
  reset();
  return {
    size,
    channels,
    add: (samples, offset = 0, window) => {
      samples.forEach((own, channel) => load(own, channel, offset, window));
      for (let a = 0; a < channels; a++)
        for (let b = a; b < channels; b++) module._pffft_zconvolve_accumulate(setup, conjugate[a] as number, forward[b] as number, sumAt(a, b), 1);
    },
    read: (a, b, out) => {
      module._pffft_zreorder(setup, sumAt(a, b), ordered, FORWARD);
      out.set(module.HEAPF32.subarray(ordered >> 2, (ordered >> 2) + size));
    },
    reset,
    dispose: () => {
      for (const pointer of [input, work, ordered, ...forward, ...conjugate, ...sums]) module._pffft_aligned_free(pointer);
      module._pffft_destroy_setup(setup);
    },
  };
}

function createStore(module: Module, size: number, slots: number): SpectrumStore {
  const setup = module._pffft_new_setup(size, REAL);
  const allocate = (count: number): number => {
    const pointer = module._pffft_aligned_malloc(count * size * 4);
    if (pointer === 0) throw new RangeError('Not enough memory for so many spectra.');
    return pointer;
  };
  const [input, work, base] = [allocate(1), allocate(1), allocate(slots)];
  const at = (slot: number): number => base + slot * size * 4;
  return {
    size,
    transform: (samples, slot) => {
      module.HEAPF32.set(samples.length > size ? samples.subarray(0, size) : samples, input >> 2);
      if (samples.length < size) module.HEAPF32.fill(0, (input >> 2) + samples.length, (input >> 2) + size);
      module._pffft_transform(setup, input, at(slot), work, FORWARD);
    },
    clear: (slot) => void module.HEAPF32.fill(0, at(slot) >> 2, (at(slot) >> 2) + size),
    multiplyAdd: (a, b, into) => module._pffft_zconvolve_accumulate(setup, at(a), at(b), at(into), 1 / size),
    inverse: (slot, samples) => {
      module._pffft_transform(setup, at(slot), input, work, BACKWARD);
      samples.set(module.HEAPF32.subarray(input >> 2, (input >> 2) + size));
    },
    dispose: () => {
      for (const pointer of [input, work, base]) module._pffft_aligned_free(pointer);
      module._pffft_destroy_setup(setup);
    },
  };
}

let pending: Promise<FftKernel> | null = null;

/** Loads the WebAssembly FFT once per thread; runs in Node, a worker and a page. */
export function loadFftKernel(): Promise<FftKernel> {
  pending ??= loadPffft().then((module) => ({
    plan: (size) => createPlan(module, size),
    crossAccumulator: (size, channels) => createAccumulator(module, size, channels),
    spectrumStore: (size, slots) => createStore(module, size, slots),
  }));
  return pending;
}
