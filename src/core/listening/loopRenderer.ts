import type { FftKernel, SpectrumStore } from '../math';

/** Samples per block of output. */
export const BLOCK = 2048;

const partsOf = (impulse: Float32Array): number => Math.ceil(impulse.length / BLOCK);

/**
 * Loops through impulse responses, block by block in any order: convolution in parts by overlap and save (Stockham 1966), the loop's end
 * going on into its beginning. A channel is the sum of all loops through its own responses.
 */
export class LoopRenderer {
  private readonly blocks: number;
  private store: SpectrumStore | null = null;
  private slots = 0;
  /** First slot and number of parts of each channel's response to each loop. */
  private responses: readonly (readonly { readonly first: number; readonly parts: number }[])[] = [];
  private readonly silent: readonly boolean[];
  private readonly scratch = new Float32Array(2 * BLOCK);

  /** @param loops as many samples each, a multiple of {@link BLOCK} */
  constructor(
    private readonly kernel: FftKernel,
    private readonly loops: readonly Float32Array[],
  ) {
    const length = loops[0]?.length ?? 0;
    if (length === 0 || length % BLOCK !== 0 || loops.some((loop) => loop.length !== length))
      throw new RangeError(`Loops must be alike in length, in whole blocks of ${BLOCK} samples.`);
    this.blocks = length / BLOCK;
    this.silent = loops.map((loop) => loop.every((x) => x === 0));
  }

  get blockCount(): number {
    return this.blocks;
  }

  /** Takes the responses of every channel to every loop: impulses[channel][loop]. */
  setImpulses(impulses: readonly (readonly Float32Array[])[]): void {
    const spectra = this.loops.length * this.blocks;
    const wanted = spectra + 1 + impulses.flat().reduce((sum, impulse) => sum + partsOf(impulse), 0);
    if (!this.store || wanted > this.slots) {
      this.store?.dispose();
      this.slots = Math.ceil(wanted * 1.25);
      this.store = this.kernel.spectrumStore(2 * BLOCK, this.slots);
      this.loops.forEach((_, loop) => {
        for (let block = 0; block < this.blocks; block++) this.loadLoop(loop, block);
      });
    }
    const { store, scratch } = this;
    let next = spectra + 1;
    this.responses = impulses.map((channel) =>
      channel.map((impulse, loop) => {
        const parts = this.silent[loop] ? 0 : partsOf(impulse);
        const first = next;
        for (let part = 0; part < parts; part++) {
          scratch.fill(0);
          scratch.set(impulse.subarray(part * BLOCK, (part + 1) * BLOCK));
          store.transform(scratch, next++);
        }
        return { first, parts };
      }),
    );
  }

  private loadLoop(loop: number, block: number): void {
    const samples = this.loops[loop] as Float32Array;
    const before = (block - 1 + this.blocks) % this.blocks;
    this.scratch.set(samples.subarray(before * BLOCK, (before + 1) * BLOCK));
    this.scratch.set(samples.subarray(block * BLOCK, (block + 1) * BLOCK), BLOCK);
    this.store?.transform(this.scratch, loop * this.blocks + block);
  }

  /** One block of every channel, {@link BLOCK} samples each. */
  block(index: number): Float32Array[] {
    const { store, blocks, scratch } = this;
    if (!store) throw new Error('Impulse responses come before blocks.');
    const sum = this.loops.length * blocks;
    return this.responses.map((channel) => {
      store.clear(sum);
      channel.forEach(({ first, parts }, loop) => {
        for (let part = 0; part < parts; part++)
          store.multiplyAdd(loop * blocks + ((((index - part) % blocks) + blocks) % blocks), first + part, sum);
      });
      store.inverse(sum, scratch);
      return scratch.slice(BLOCK);
    });
  }

  dispose(): void {
    this.store?.dispose();
    this.store = null;
  }
}
