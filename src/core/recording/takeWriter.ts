import { broadcastHeader, writeSamples } from '../audio';

/** A file that is written as its samples come. */
export interface FileSink {
  write(bytes: Uint8Array, at: number): void;
  flush(): void;
  close(): void;
}

/** Samples that never came, as a place in the take. */
export interface Lost {
  readonly atSeconds: number;
  readonly seconds: number;
}

/** One file of a take: which input it records. */
export interface TakeTrack {
  readonly channel: number;
  readonly sink: FileSink;
}

/** Headers say every so many seconds how long a file is by then: what is cut off can still be read. */
const HEADER_EVERY_S = 1;
/** Plain WAV ends there. */
const LARGEST_BYTES = 2 ** 32 - 4096;
const BYTES = 4;

/**
 * Writes a take as it comes, one WAV of 32-bit float each track; nothing is gathered. Samples that did not come are silence of the
 * same length in every track, so that all stay in step, and are told.
 */
export class TakeWriter {
  readonly lost: Lost[] = [];
  private start: number | null = null;
  private written = 0;
  private told = 0;

  constructor(
    private readonly tracks: readonly TakeTrack[],
    private readonly sampleRateHz: number,
    private readonly madeAt: string,
  ) {
    this.header();
  }

  /** Frames of every track so far. */
  get frames(): number {
    return this.written;
  }

  /** Whether a plain WAV can take no more. */
  get isFull(): boolean {
    return this.written * BYTES > LARGEST_BYTES;
  }

  /**
   * Takes what came.
   * @param frame of the device's own count at which it begins
   * @param channels of the input; one that is missing is silent
   */
  add(frame: number, channels: readonly Float32Array[]): void {
    this.start ??= frame;
    const gap = frame - this.start - this.written;
    if (gap > 0) {
      this.lost.push({ atSeconds: this.written / this.sampleRateHz, seconds: gap / this.sampleRateHz });
      this.put(gap, () => new Float32Array(gap));
    }
    const count = channels[0]?.length ?? 0;
    this.put(count, (channel) => channels[channel] ?? new Float32Array(count));
    if (this.written - this.told >= HEADER_EVERY_S * this.sampleRateHz) this.header();
  }

  finish(): void {
    this.header();
    for (const { sink } of this.tracks) sink.close();
  }

  private put(count: number, samplesOf: (channel: number) => Float32Array): void {
    const at = this.headBytes + this.written * BYTES;
    for (const { channel, sink } of this.tracks) sink.write(writeSamples(samplesOf(channel), 'f32', { count: 0 }), at);
    this.written += count;
  }

  private headBytes = 0;
  private header(): void {
    const head = broadcastHeader(1, this.sampleRateHz, 'f32', this.written, { description: '', madeAt: this.madeAt, timeReference: 0 });
    this.headBytes = head.length;
    for (const { sink } of this.tracks) {
      sink.write(head, 0);
      sink.flush();
    }
    this.told = this.written;
  }
}

/** Grows in memory, where a browser keeps no files. */
export class MemorySink implements FileSink {
  private bytes = new Uint8Array(65_536);
  private length = 0;

  write(bytes: Uint8Array, at: number): void {
    const end = at + bytes.length;
    if (end > this.bytes.length) {
      const more = new Uint8Array(Math.max(end, 2 * this.bytes.length));
      more.set(this.bytes);
      this.bytes = more;
    }
    this.bytes.set(bytes, at);
    this.length = Math.max(this.length, end);
  }

  flush(): void {}
  close(): void {}

  content(): Uint8Array<ArrayBuffer> {
    return this.bytes.slice(0, this.length);
  }
}
