/** How one sample is stored. */
export type SampleFormat = 'u8' | 's16' | 's24' | 's32' | 'f32' | 'f64';

export const BYTES_PER_SAMPLE: Readonly<Record<SampleFormat, number>> = { u8: 1, s16: 2, s24: 3, s32: 4, f32: 4, f64: 8 };

const decodeS24 = (bytes: Uint8Array, start: number, stride: number, out: Float32Array, count: number): void => {
  for (let i = 0, at = start; i < count; i++, at += stride)
    out[i] = (((bytes[at] as number) << 8) | ((bytes[at + 1] as number) << 16) | ((bytes[at + 2] as number) << 24)) / 2147483648;
};

/** Machines that are read from here all store the lowest byte first; one that does not takes the slow way. */
const LOW_FIRST = new Uint8Array(Uint32Array.of(1).buffer)[0] === 1;

/** Four samples of three bytes at once, out of three words. */
function decodeS24Words(bytes: Uint8Array, out: Float32Array, count: number): void {
  const fours = count >> 2;
  const words = new Uint32Array(bytes.buffer, bytes.byteOffset, 3 * fours);
  for (let n = 0, i = 0, w = 0; n < fours; n++, i += 4, w += 3) {
    const [a, b, c] = [words[w] as number, words[w + 1] as number, words[w + 2] as number];
    out[i] = (a << 8) / 2147483648;
    out[i + 1] = (((a >>> 24) << 8) | (b << 16)) / 2147483648;
    out[i + 2] = (((b >>> 16) << 8) | (c << 24)) / 2147483648;
    out[i + 3] = (c & ~255) / 2147483648;
  }
  decodeS24(bytes, 12 * fours, 3, out.subarray(4 * fours), count - 4 * fours);
}

const decodeS16 = (bytes: Uint8Array, start: number, stride: number, out: Float32Array, count: number): void => {
  for (let i = 0, at = start; i < count; i++, at += stride) out[i] = (((bytes[at] as number) << 16) | ((bytes[at + 1] as number) << 24)) / 2147483648;
};

function decodeWithView(format: SampleFormat, bytes: Uint8Array, start: number, stride: number, out: Float32Array, count: number): void {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  for (let i = 0, at = start; i < count; i++, at += stride) {
    if (format === 'f32') out[i] = view.getFloat32(at, true);
    else if (format === 'f64') out[i] = view.getFloat64(at, true);
    else if (format === 's32') out[i] = view.getInt32(at, true) / 2147483648;
    else out[i] = (view.getUint8(at) - 128) / 128;
  }
}

/**
 * One channel out of interleaved little-endian frames, as floats with full scale at ±1.
 * @param start byte of the channel's first sample  @param stride bytes from frame to frame
 */
export function decodeSamples(format: SampleFormat, bytes: Uint8Array, start: number, stride: number, out: Float32Array, count: number): void {
  const isPacked = LOW_FIRST && start === 0 && stride === BYTES_PER_SAMPLE[format] && bytes.byteOffset % 4 === 0;
  if (format === 's24' && isPacked) decodeS24Words(bytes, out, count);
  else if (format === 'f32' && isPacked) out.set(new Float32Array(bytes.buffer, bytes.byteOffset, count));
  else if (format === 's24') decodeS24(bytes, start, stride, out, count);
  else if (format === 's16') decodeS16(bytes, start, stride, out, count);
  else decodeWithView(format, bytes, start, stride, out, count);
}

/** Samples with their highest byte first as they stand in a WAV; single signed bytes as unsigned ones. */
export function lowFirst(bytes: Uint8Array, sampleBytes: number): Uint8Array {
  const out = new Uint8Array(bytes.length - (bytes.length % sampleBytes));
  if (sampleBytes === 1) for (let i = 0; i < out.length; i++) out[i] = (bytes[i] as number) ^ 0x80;
  else
    for (let at = 0; at < out.length; at += sampleBytes)
      for (let k = 0; k < sampleBytes; k++) out[at + k] = bytes[at + sampleBytes - 1 - k] as number;
  return out;
}

/** No converter makes samples farther beyond full scale than this, 30 dB (our choice): what does is damage. */
export const FARTHEST = 32;

/** Sets what is no number, or is far beyond full scale, to silence; tells which those were. Frames [start, end). */
export function silenceDamage(samples: Float32Array, start: number, end: number, found: (index: number) => void = () => undefined): void {
  for (let i = start; i < end; i++) {
    const value = samples[i] as number;
    if (value <= FARTHEST && value >= -FARTHEST) continue;
    found(i);
    samples[i] = 0;
  }
}
