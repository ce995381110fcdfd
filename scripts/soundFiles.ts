/*
 * Writers of sound files for tests, byte by byte by the letter of their standards: they share nothing with the readers.
 */

/** Writes bits, the highest first. */
class Bits {
  readonly bytes: number[] = [];
  private free = 0;
  put(value: number, count: number): void {
    for (let i = count - 1; i >= 0; i--) {
      if (this.free === 0) {
        this.bytes.push(0);
        this.free = 8;
      }
      this.free -= 1;
      const last = this.bytes.length - 1;
      this.bytes[last] = (this.bytes[last] as number) | ((Math.floor(value / 2 ** i) % 2) << this.free);
    }
  }
}

/** Remainder of a polynomial division, the highest bit first (RFC 9639: x⁸+x²+x+1 over a frame's head, x¹⁶+x¹⁵+x²+1 over all of it). */
function crc(bytes: readonly number[], polynomial: number, width: number): number {
  let rest = 0;
  for (const byte of bytes)
    for (let bit = 7; bit >= 0; bit--) {
      const top = (rest >> (width - 1)) & 1;
      rest = ((rest << 1) & (2 ** width - 1)) ^ (top ^ ((byte >> bit) & 1) ? polynomial : 0);
    }
  return rest;
}

const FLAC_BLOCK = 1024;
export const FLAC_RATE_HZ = 44_100;

/** A frame with its samples as they are (subframes of type verbatim): RFC 9639, section 9. */
function frame(channels: readonly Int32Array[], index: number, bits: number): number[] {
  const size = Math.min(FLAC_BLOCK, (channels[0] as Int32Array).length - index * FLAC_BLOCK);
  const out = new Bits();
  out.put(0b11111111111110, 14);
  out.put(0, 2);
  out.put(0b0111, 4); // block size less one in 16 bits at the end of the head
  out.put(0b1001, 4); // 44.1 kHz
  out.put(channels.length - 1, 4);
  out.put(bits === 16 ? 0b100 : 0b110, 3);
  out.put(0, 1);
  out.put(index, 8); // below 128 a coded number is one byte
  out.put(size - 1, 16);
  out.put(crc(out.bytes, 0x07, 8), 8);
  for (const channel of channels) {
    out.put(0b00000010, 8);
    for (let i = 0; i < size; i++) out.put(((channel[index * FLAC_BLOCK + i] as number) + 2 ** bits) % 2 ** bits, bits);
  }
  const check = crc(out.bytes, 0x8005, 16);
  return [...out.bytes, check >> 8, check & 255];
}

/** A FLAC file by the letter of its standard, nothing compressed; `told` is the length its header says. */
export function flacFile(channels: readonly Int32Array[], bits: number, told = (channels[0] as Int32Array).length, rate = FLAC_RATE_HZ): Uint8Array {
  const frames = Math.ceil((channels[0] as Int32Array).length / FLAC_BLOCK);
  const head = new Bits();
  for (const letter of 'fLaC') head.put(letter.charCodeAt(0), 8);
  head.put(0x80, 8);
  head.put(34, 24);
  head.put(FLAC_BLOCK, 16);
  head.put(FLAC_BLOCK, 16);
  head.put(0, 48);
  head.put(rate, 20);
  head.put(channels.length - 1, 3);
  head.put(bits - 1, 5);
  head.put(told, 36);
  for (let i = 0; i < 4; i++) head.put(0, 32);
  return Uint8Array.from([...head.bytes, ...Array.from({ length: frames }, (_, i) => frame(channels, i, bits)).flat()]);
}

/** A sample rate as 80 bits, written out by its definition: 1.mantissa · 2^(exponent − 16383). */
export function rateBytes(rate: number): number[] {
  const exponent = Math.floor(Math.log2(rate));
  const mantissa = BigInt(rate) << BigInt(63 - exponent);
  const biased = exponent + 16_383;
  return [biased >> 8, biased & 255, ...Array.from({ length: 8 }, (_, i) => Number((mantissa >> BigInt(8 * (7 - i))) & 255n))];
}

export const text = (value: string): number[] => [...value].map((char) => char.charCodeAt(0));
export const u32 = (value: number): number[] => [(value >>> 24) & 255, (value >>> 16) & 255, (value >>> 8) & 255, value & 255];
export const chunk = (id: string, body: readonly number[]): number[] => [...text(id), ...u32(body.length), ...body, ...(body.length % 2 ? [0] : [])];

/** An AIFF or AIFC file, byte by byte: our own writer, which shares nothing with the reader. */
export function aiff(channels: readonly (readonly number[])[], { bits = 16, rate = 48_000, kind = '', extra = [] as number[] } = {}): Uint8Array {
  const frames = channels[0]?.length ?? 0;
  const bytes = Math.ceil(bits / 8);
  const low = ['sowt', '42n1', '42ni', '23ni'].includes(kind);
  const sound: number[] = [];
  for (let i = 0; i < frames; i++)
    for (const channel of channels) {
      const value = channel[i] as number;
      let one: number[];
      if (kind === 'fl32' || kind === 'fl64') {
        const view = new DataView(new ArrayBuffer(bytes));
        if (kind === 'fl32') view.setFloat32(0, value);
        else view.setFloat64(0, value);
        one = [...new Uint8Array(view.buffer)];
      } else {
        const whole = Math.max(-(2 ** (bits - 1)), Math.min(2 ** (bits - 1) - 1, Math.round(value * 2 ** (bits - 1))));
        const raised = kind === 'raw ' ? whole + 128 : whole;
        const unsigned = raised < 0 ? raised + 2 ** (8 * bytes) : raised;
        one = Array.from({ length: bytes }, (_, k) => Math.floor(unsigned / 2 ** (8 * (bytes - 1 - k))) % 256);
      }
      sound.push(...(low ? one.reverse() : one));
    }
  const common = [0, channels.length, ...u32(frames), 0, bits, ...rateBytes(rate), ...(kind ? [...text(kind), 2, ...text('no'), 0] : [])];
  const body = [
    ...text(kind ? 'AIFC' : 'AIFF'),
    ...(kind ? chunk('FVER', u32(0xa2805140)) : []),
    ...extra,
    ...chunk('COMM', common),
    ...chunk('SSND', [...u32(0), ...u32(0), ...sound]),
  ];
  return Uint8Array.from([...text('FORM'), ...u32(body.length), ...body]);
}
