import loadPffft from '@echogarden/pffft-wasm/simd';
import type { FftKernel, RealFftPlan } from './fft';

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

let pending: Promise<FftKernel> | null = null;

/** Loads the WebAssembly FFT once per thread; runs in Node, a worker and a page. */
export function loadFftKernel(): Promise<FftKernel> {
  pending ??= loadPffft().then((module) => ({ plan: (size: number) => createPlan(module, size) }));
  return pending;
}
