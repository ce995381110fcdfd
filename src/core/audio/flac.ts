import type { ByteSource, Putting } from './byteSource';
import { tell } from './codes';
import { type AudioInfo, asDuration, checkShape, LIMITS, Refusal, readExactly, viewOf } from './headers';
import { compileFlac, createFlacDecoder, type FlacModule } from './libFlac';
import { BYTES_PER_SAMPLE, type SampleFormat } from './samples';

/** Bytes of a stream's mark, its first block's head and that block, STREAMINFO (RFC 9639, sections 8.1 and 8.2). */
const HEAD_BYTES = 4 + 4 + 34;
const LAST_BLOCK = 0x80;
/** Read, and put aside, at once, bytes. */
const PIECE = 1 << 20;
/** More than this unpacked is left to plain files, bytes. */
const MOST_BYTES = 8 * 2 ** 30;
const UNKNOWN = 0;
/** The longest block there is, samples of each channel. */
const LONGEST_BLOCK = 65_535;

/** What unpacking FLAC wants from where it runs. */
export interface FlacPlatform {
  /** libFLAC's WebAssembly file. */
  readonly binary: () => Promise<Uint8Array>;
  /** Somewhere to put unpacked samples that has more room than memory. */
  readonly putting: () => Putting | Promise<Putting>;
}

/** Compiled once, for all files there will be. */
let compiled: Promise<FlacModule> | null = null;

function libFlac({ binary }: FlacPlatform): Promise<FlacModule> {
  compiled ??= binary()
    .then(compileFlac)
    .catch((error) => {
      compiled = null;
      throw error;
    });
  return compiled;
}

/** What STREAMINFO says. */
interface StreamInfo {
  readonly sampleRateHz: number;
  readonly channelCount: number;
  readonly bits: number;
  /** 0 where the encoder did not know. */
  readonly frameCount: number;
}

async function streamInfo(source: ByteSource): Promise<{ readonly stream: StreamInfo; readonly head: Uint8Array }> {
  const head = await readExactly(source, 0, HEAD_BYTES, 'header');
  const view = viewOf(head);
  if ((view.getUint8(4) & 0x7f) !== 0) throw new Refusal(tell('no-streaminfo'));
  // 20 bits of rate, 3 of channels less one, 5 of bits less one, 36 of frames.
  const high = view.getUint32(18);
  const stream = {
    sampleRateHz: high >>> 12,
    channelCount: ((high >>> 9) & 7) + 1,
    bits: ((high >>> 4) & 31) + 1,
    frameCount: (high & 15) * 2 ** 32 + view.getUint32(22),
  };
  checkShape(stream.channelCount, stream.sampleRateHz);
  return { stream, head };
}

/** Where the frames begin: behind all blocks of tags, pictures and padding. */
async function firstFrame(source: ByteSource, head: Uint8Array): Promise<number> {
  let [at, last] = [HEAD_BYTES, ((head[4] as number) & LAST_BLOCK) !== 0];
  for (let blocks = 0; !last; blocks++) {
    if (blocks === LIMITS.chunks) throw new Refusal(tell('too-many-tags', { most: `${LIMITS.chunks}` }));
    const block = viewOf(await readExactly(source, at, 4, 'tags'));
    last = (block.getUint8(0) & LAST_BLOCK) !== 0;
    at += 4 + (block.getUint32(0) & 0xffffff);
  }
  return at;
}

/** Channels as interleaved little-endian integers of 2, 3 or 4 bytes, the highest bit of a sample in the highest bit stored. */
function packed(channels: readonly Int32Array[], bits: number, bytes: number): Uint8Array<ArrayBuffer> {
  const frames = channels[0]?.length ?? 0;
  const out = new Uint8Array(frames * channels.length * bytes);
  const shift = 8 * bytes - bits;
  channels.forEach((channel, c) => {
    for (let i = 0, at = c * bytes; i < frames; i++, at += channels.length * bytes) {
      const value = (channel[i] as number) << shift;
      for (let k = 0; k < bytes; k++) out[at + k] = value >> (8 * k);
    }
  });
  return out;
}

const formatOf = (bits: number): SampleFormat => (bits <= 16 ? 's16' : bits <= 24 ? 's24' : 's32');

/** Bytes of a stream that are wanted at once and come in their own time: so many are held that a whole frame never has to wait. */
class Feed {
  private held: Uint8Array;
  private at = 0;
  private next: number;
  /** Bytes were asked for that were not held: more than any frame has. */
  starved = false;
  constructor(
    private readonly source: ByteSource,
    head: Uint8Array,
    from: number,
    private readonly frameBytes: number,
  ) {
    this.held = head;
    this.next = from;
  }
  async fill(): Promise<void> {
    while (this.held.length - this.at < this.frameBytes && this.next < this.source.sizeBytes) {
      const piece = await this.source.read(this.next, PIECE);
      const left = this.held.subarray(this.at);
      const joined = new Uint8Array(left.length + piece.length);
      joined.set(left);
      joined.set(piece, left.length);
      [this.held, this.at] = [joined, 0];
      this.next = piece.length ? this.next + piece.length : this.source.sizeBytes;
    }
  }
  take(most: number): Uint8Array | null {
    const bytes = this.held.subarray(this.at, this.at + most);
    this.starved ||= bytes.length === 0 && this.next < this.source.sizeBytes;
    this.at += bytes.length;
    return this.starved ? null : bytes;
  }
}

const TOO_LONG = tell('too-long-unpacked', { most: MOST_BYTES / 2 ** 30 });

/** Where frames go as they are decoded. */
interface Unpacking {
  readonly stream: StreamInfo;
  readonly decoding: FlacModule;
  readonly feed: Feed;
  readonly put: (parts: Uint8Array<ArrayBuffer>[]) => Promise<void> | void;
}

/** Decodes frame by frame, as long as each is what the stream says. */
async function decodeAll({ stream, decoding, feed, put }: Unpacking): Promise<{ readonly frames: number; readonly isWhole: boolean }> {
  const { channelCount, bits } = stream;
  const sampleBytes = BYTES_PER_SAMPLE[formatOf(bits)];
  let [frames, waiting, isWhole] = [0, 0, true];
  let parts: Uint8Array<ArrayBuffer>[] = [];
  const putAway = async (): Promise<void> => {
    await put(parts);
    [parts, waiting] = [[], 0];
  };
  const decoder = createFlacDecoder(decoding, {
    read: (most) => feed.take(most),
    damage: () => {
      isWhole = false;
      return undefined;
    },
    frame: (channels, ownBits, firstSample) => {
      isWhole &&= channels.length === channelCount && ownBits === bits && firstSample === frames;
      if (!isWhole) return false;
      const part = packed(channels, bits, sampleBytes);
      parts.push(part);
      waiting += part.length;
      frames += channels[0]?.length ?? 0;
      return true;
    },
  });
  try {
    for (let step = 'goes on'; step === 'goes on' && isWhole; ) {
      await feed.fill();
      step = decoder.step();
      if (frames * sampleBytes * channelCount > MOST_BYTES) throw new Refusal(TOO_LONG);
      if (waiting >= PIECE) await putAway();
      isWhole &&= step !== 'gave up';
    }
  } finally {
    decoder.free();
  }
  await putAway();
  return { frames, isWhole };
}

/**
 * Unpacks a FLAC file once, from its beginning to its end, frame by frame, into a store that can be read anywhere. Where a frame is
 * damaged or missing the times behind it would be wrong: such a file is refused.
 */
export async function unpackFlac(
  source: ByteSource,
  platform: FlacPlatform | undefined,
): Promise<{ readonly info: AudioInfo; readonly samples: ByteSource }> {
  const { stream, head } = await streamInfo(source);
  const { sampleRateHz, channelCount, bits, frameCount: told } = stream;
  const format = formatOf(bits);
  if (told * BYTES_PER_SAMPLE[format] * channelCount > MOST_BYTES) throw new Refusal(TOO_LONG);
  if (!platform) throw new Refusal(tell('flac-not-here'));
  const putting = await platform.putting();
  const from = await firstFrame(source, head);
  // A frame that gains nothing holds its samples as they are; the side channel of two has one bit more.
  const feed = new Feed(
    source,
    Uint8Array.from(head, (byte, i) => (i === 4 ? LAST_BLOCK : byte)),
    from,
    Math.ceil((LONGEST_BLOCK * channelCount * (bits + 1)) / 8) + PIECE / 16,
  );
  const { frames, isWhole } = await decodeAll({ stream, decoding: await libFlac(platform), feed, put: (parts) => putting.put(parts) });
  if (frames === 0) throw new Refusal(tell('none-unpacked'));
  if (!isWhole || (told !== UNKNOWN && frames !== told))
    throw new Refusal(tell('unpacked-in-part', { holds: asDuration(frames / sampleRateHz), says: asDuration((told || frames) / sampleRateHz) }));
  return {
    info: {
      sampleRateHz,
      channelCount,
      frameCount: frames,
      format,
      dataOffset: 0,
      trackNames: [],
      timeReference: null,
      warning: null,
      unpacked: true,
    },
    samples: putting.source(source.name),
  };
}
