declare module '@echogarden/pffft-wasm/simd' {
  interface PffftModule {
    readonly HEAPF32: Float32Array;
    _pffft_new_setup(size: number, type: number): number;
    _pffft_destroy_setup(setup: number): void;
    _pffft_aligned_malloc(bytes: number): number;
    _pffft_aligned_free(pointer: number): void;
    _pffft_transform(setup: number, input: number, output: number, work: number, direction: number): void;
    _pffft_zreorder(setup: number, input: number, output: number, direction: number): void;
    _pffft_zconvolve_accumulate(setup: number, a: number, b: number, sum: number, scaling: number): void;
    _pffft_transform_ordered(setup: number, input: number, output: number, work: number, direction: number): void;
  }
  export default function load(options?: object): Promise<PffftModule>;
}
