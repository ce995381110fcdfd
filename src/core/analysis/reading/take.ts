import { type AudioFile, BYTES_PER_SAMPLE, channelNames, silenceDamage } from '../../audio';

/** Frames of a take that are read at once. */
export const SPAN_FRAMES = 65_536;

/** One channel of a take: which file, which of its channels, what it is called. */
export interface TakeChannel {
  readonly name: string;
  readonly file: AudioFile;
  readonly fileChannel: number;
}

/** A floating-point file has no ceiling of its own, and can hold what no converter makes. */
export const isFloat = ({ file }: TakeChannel): boolean => file.info.format === 'f32' || file.info.format === 'f64';

/** Step between two values of an integer file, re full scale; 0 for a floating-point one. */
export const stepOf = (channel: TakeChannel): number => (isFloat(channel) ? 0 : 2 ** (1 - 8 * BYTES_PER_SAMPLE[channel.file.info.format]));

/** Channels of several files in order; equal names get a number behind. */
export function takeChannels(files: readonly AudioFile[]): TakeChannel[] {
  const seen = new Set<string>();
  return files.flatMap((file) =>
    channelNames(file).map((name, fileChannel) => {
      let unique = name;
      for (let times = 2; seen.has(unique); times++) unique = `${name} (${times})`;
      seen.add(unique);
      return { name: unique, file, fileChannel };
    }),
  );
}

/** A stretch of a take: `count` frames of every channel from `start` on, valid until the next is asked for. */
export interface TakeBlock {
  readonly start: number;
  readonly count: number;
  readonly blocks: readonly Float32Array[];
}

/**
 * A whole take in stretches, one after the other; while one is worked on the next is read.
 * @param clean with what no converter makes taken as silence
 */
export async function* blocksOf(channels: readonly TakeChannel[], blockFrames: number, clean = false): AsyncGenerator<TakeBlock> {
  const readers = [new TakeReader(channels, blockFrames), new TakeReader(channels, blockFrames)] as const;
  const [{ frameCount }] = readers;
  const countAt = (start: number): number => Math.min(blockFrames, frameCount - start);
  const read = (start: number, turn: number): Promise<Float32Array[]> => {
    const reader = turn % 2 ? readers[1] : readers[0];
    const blocks = clean ? reader.readClean(start, countAt(start)) : reader.read(start, countAt(start));
    // Told where it is waited for; who gives up before that is not told of it.
    blocks.catch(() => undefined);
    return blocks;
  };
  let next = frameCount > 0 ? read(0, 0) : null;
  for (let start = 0, turn = 1; next; start += blockFrames, turn++) {
    const blocks: Float32Array[] = await next;
    next = start + blockFrames < frameCount ? read(start + blockFrames, turn) : null;
    yield { start, count: countAt(start), blocks };
  }
}

/** Reads the same frames of every channel; what a shorter file lacks is silence. */
export class TakeReader {
  private readonly files: readonly AudioFile[];
  private readonly buffers: Float32Array[][];
  /** By channel: only floats can be other than what a converter makes. */
  private readonly mayHoldDamage: readonly boolean[];
  readonly frameCount: number;

  constructor(
    readonly channels: readonly TakeChannel[],
    private readonly blockFrames: number,
  ) {
    this.files = [...new Set(channels.map((channel) => channel.file))];
    this.buffers = this.files.map((file) => Array.from({ length: file.info.channelCount }, () => new Float32Array(blockFrames)));
    this.mayHoldDamage = channels.map(isFloat);
    this.frameCount = Math.max(0, ...this.files.map((file) => file.info.frameCount));
  }

  /** As {@link read}, with what no converter makes taken as silence. */
  async readClean(start: number, count: number): Promise<Float32Array[]> {
    const blocks = await this.read(start, count);
    blocks.forEach((block, c) => this.mayHoldDamage[c] && silenceDamage(block, 0, count));
    return blocks;
  }

  /** One array per channel, in the channels' order; valid until the next read. Start may be negative (silence). */
  async read(start: number, count: number): Promise<Float32Array[]> {
    if (count > this.blockFrames) throw new RangeError(`TakeReader.read: count must be at most ${this.blockFrames}, got ${count}`);
    const lead = Math.max(0, -start);
    await Promise.all(
      this.files.map(async (file, f) => {
        const target = this.buffers[f] as Float32Array[];
        for (const buffer of target) buffer.fill(0, 0, lead);
        const shifted = lead ? target.map((buffer) => buffer.subarray(lead)) : target;
        const got = await file.read(start + lead, count - lead, shifted);
        for (const buffer of shifted) buffer.fill(0, got, count - lead);
      }),
    );
    return this.channels.map((channel) => this.buffers[this.files.indexOf(channel.file)]?.[channel.fileChannel] as Float32Array);
  }
}
