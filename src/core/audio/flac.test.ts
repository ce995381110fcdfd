import { createRandom } from '../math';
import { openAudio } from './audioFile';
import { bytesSource } from './byteSource';

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

const BLOCK = 1024;
const RATE = 44_100;

/** A frame with its samples as they are (subframes of type verbatim): RFC 9639, section 9. */
function frame(channels: readonly Int32Array[], index: number, bits: number): number[] {
  const size = Math.min(BLOCK, (channels[0] as Int32Array).length - index * BLOCK);
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
    for (let i = 0; i < size; i++) out.put(((channel[index * BLOCK + i] as number) + 2 ** bits) % 2 ** bits, bits);
  }
  const check = crc(out.bytes, 0x8005, 16);
  return [...out.bytes, check >> 8, check & 255];
}

/** A FLAC file by the letter of its standard, nothing compressed; `told` is the length its header says. */
function flacFile(channels: readonly Int32Array[], bits: number, told = (channels[0] as Int32Array).length, rate = RATE): Uint8Array {
  const frames = Math.ceil((channels[0] as Int32Array).length / BLOCK);
  const head = new Bits();
  for (const letter of 'fLaC') head.put(letter.charCodeAt(0), 8);
  head.put(0x80, 8);
  head.put(34, 24);
  head.put(BLOCK, 16);
  head.put(BLOCK, 16);
  head.put(0, 48);
  head.put(rate, 20);
  head.put(channels.length - 1, 3);
  head.put(bits - 1, 5);
  head.put(told, 36);
  for (let i = 0; i < 4; i++) head.put(0, 32);
  return Uint8Array.from([...head.bytes, ...Array.from({ length: frames }, (_, i) => frame(channels, i, bits)).flat()]);
}

function noise(seed: number, count: number, bits: number, frames: number): Int32Array[] {
  const random = createRandom(seed);
  const most = 2 ** (bits - 1) - 1;
  return Array.from({ length: count }, () => Int32Array.from({ length: frames }, (_, i) => (i < 2 ? -most - 1 : random.integer(-most - 1, most))));
}

async function opened(bytes: Uint8Array) {
  return openAudio(bytesSource('take.flac', bytes));
}

describe('FLAC is read sample for sample', () => {
  test.each([
    [1, 16],
    [2, 16],
    [1, 24],
    [3, 24],
    [8, 24],
  ])('%i channels of %i bits', async (count, bits) => {
    const channels = noise(count * 100 + bits, count, bits, 5000);
    const result = await opened(flacFile(channels, bits));
    if (!result.ok) throw new Error(result.reason);
    const { info } = result.file;
    expect([info.sampleRateHz, info.channelCount, info.frameCount, info.format]).toEqual([RATE, count, 5000, `s${bits}`]);
    const out = channels.map(() => new Float32Array(700));
    expect(await result.file.read(4321, 700, out)).toBe(679);
    const expected = channels.map((channel) => Array.from(channel.subarray(4321), (value) => Math.fround(value / 2 ** (bits - 1))));
    expect(out.map((channel) => Array.from(channel.subarray(0, 679)))).toEqual(expected);
  });

  test('a length that the encoder did not know', async () => {
    const result = await opened(flacFile(noise(1, 1, 16, 3000), 16, 0));
    expect(result.ok && result.file.info.frameCount).toBe(3000);
  });
});

describe('a FLAC file whose times cannot be trusted is refused in one sentence', () => {
  const whole = flacFile(noise(7, 2, 16, 20_000), 16);
  const damaged = (at: number): Uint8Array => Uint8Array.from(whole, (byte, i) => (i === at ? byte ^ 0x55 : byte));
  test.each<[string, Uint8Array, RegExp]>([
    ['cut short', whole.subarray(0, 40_000), /can be unpacked, so its times cannot be trusted/],
    ['damaged inside', damaged(30_000), /can be unpacked, so its times cannot be trusted/],
    ['its header alone', whole.subarray(0, 42), /holds no samples/],
    ['half a header', whole.subarray(0, 20), /ends inside its header/],
    ['another block first', Uint8Array.from(whole, (byte, i) => (i === 4 ? 0x84 : byte)), /without its STREAMINFO/],
    ['a rate of nothing', flacFile(noise(8, 1, 16, 100), 16, 100, 0), /sample rate is 0 Hz/],
    ['hours that are not there', flacFile(noise(9, 2, 24, 2000), 24, 2 ** 35), /longer than 8 GiB/],
  ])('%s', async (_name, bytes, sentence) => {
    const result = await opened(bytes);
    expect(result.ok).toBe(false);
    if (!result.ok) expect(result.reason).toMatch(sentence);
  });

  test('150 damaged in seeded places: read whole, or refused in a sentence', async () => {
    const random = createRandom(5);
    const small = flacFile(noise(11, 1, 16, 3000), 16);
    let refused = 0;
    for (let i = 0; i < 150; i++) {
      const bytes = Uint8Array.from(small);
      for (let k = random.integer(1, 4); k > 0; k--) bytes[random.integer(0, bytes.length - 1)] = random.integer(0, 255);
      const result = await opened(bytes);
      if (result.ok) expect(result.file.info.frameCount).toBeGreaterThan(0);
      else {
        refused += 1;
        expect(result.reason).toMatch(/^take\.flac cannot be (used|read): .+\.$/);
      }
    }
    expect(refused).toBeGreaterThan(100);
  });
});
