import { type BlobLike, type ByteSource, blobSource, putAside } from './byteSource';
import { type AudioInfo, checkShape, duration, Refusal, readExactly, viewOf } from './headers';
import { BYTES_PER_SAMPLE, type SampleFormat } from './samples';

/** Bytes of a stream's mark, its first block's head and that block, STREAMINFO (RFC 9639, sections 8.1 and 8.2). */
const HEAD_BYTES = 4 + 4 + 34;
/** Read at once, bytes. */
const PIECE = 1 << 20;
/** More than this unpacked is left to plain files, bytes. */
const MOST_BYTES = 8 * 2 ** 30;
const UNKNOWN = 0;

/** What STREAMINFO says. */
interface StreamInfo {
  readonly sampleRateHz: number;
  readonly channelCount: number;
  readonly bits: number;
  /** 0 where the encoder did not know. */
  readonly frameCount: number;
}

async function streamInfo(source: ByteSource): Promise<StreamInfo> {
  const head = viewOf(await readExactly(source, 0, HEAD_BYTES, 'header'));
  if ((head.getUint8(4) & 0x7f) !== 0) throw new Refusal('it is FLAC without its STREAMINFO block: export it again');
  // 20 bits of rate, 3 of channels less one, 5 of bits less one, 36 of frames.
  const high = head.getUint32(18);
  const sampleRateHz = high >>> 12;
  const channelCount = ((high >>> 9) & 7) + 1;
  const bits = ((high >>> 4) & 31) + 1;
  checkShape(channelCount, sampleRateHz);
  return { sampleRateHz, channelCount, bits, frameCount: (high & 15) * 2 ** 32 + head.getUint32(22) };
}

/** Channels as interleaved little-endian integers of 2, 3 or 4 bytes. The decoder divides by the largest sample, one less than a power of two. */
function packed(channels: readonly Float32Array[], frames: number, bits: number, bytes: number): Uint8Array<ArrayBuffer> {
  const out = new Uint8Array(frames * channels.length * bytes);
  const shift = 8 * bytes - bits;
  const largest = 2 ** (bits - 1) - 1;
  channels.forEach((channel, c) => {
    for (let i = 0, at = c * bytes; i < frames; i++, at += channels.length * bytes) {
      const value = Math.round((channel[i] as number) * largest) << shift;
      for (let k = 0; k < bytes; k++) out[at + k] = value >> (8 * k);
    }
  });
  return out;
}

const formatOf = (bits: number): SampleFormat => (bits <= 16 ? 's16' : bits <= 24 ? 's24' : 's32');

/**
 * Unpacks a FLAC file once, from its beginning to its end, into a store that can be read anywhere. Where a frame is damaged or missing
 * the times behind it would be wrong: such a file is refused.
 */
export async function unpackFlac(source: ByteSource): Promise<{ readonly info: AudioInfo; readonly samples: ByteSource }> {
  const { sampleRateHz, channelCount, bits, frameCount: told } = await streamInfo(source);
  const format = formatOf(bits);
  const sampleBytes = BYTES_PER_SAMPLE[format];
  if (told * channelCount * sampleBytes > MOST_BYTES) throw new Refusal(`unpacked it is longer than ${MOST_BYTES / 2 ** 30} GiB: export it in parts`);
  const { FLACDecoder } = await import('@wasm-audio-decoders/flac');
  const decoder = new FLACDecoder();
  await decoder.ready;
  let frames = 0;
  let damaged = 0;
  const parts: BlobLike[] = [];
  const keep = ({ channelData, samplesDecoded, errors }: Awaited<ReturnType<typeof decoder.decode>>): void => {
    damaged += errors.length;
    frames += samplesDecoded;
    if (samplesDecoded > 0) parts.push(putAside([packed(channelData, samplesDecoded, bits, sampleBytes)]));
    if (frames * channelCount * sampleBytes > MOST_BYTES)
      throw new Refusal(`unpacked it is longer than ${MOST_BYTES / 2 ** 30} GiB: export it in parts`);
  };
  try {
    for (let at = 0; at < source.sizeBytes; at += PIECE) keep(await decoder.decode(await source.read(at, PIECE)));
    keep(await decoder.flush());
  } finally {
    decoder.free();
  }
  if (frames === 0) throw new Refusal('it holds no samples, or none that can be unpacked: export it again');
  if (damaged > 0 || (told !== UNKNOWN && frames !== told))
    throw new Refusal(
      `${duration(frames / sampleRateHz)} of its ${duration((told || frames) / sampleRateHz)} can be unpacked, so its times cannot be trusted: copy it again, or export it as WAV`,
    );
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
    samples: blobSource(source.name, putAside(parts)),
  };
}
