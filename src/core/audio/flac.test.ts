import { readdirSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { FLACDecoder } from '@wasm-audio-decoders/flac';
import { flacFile, FLAC_RATE_HZ as RATE } from '../../../scripts/soundFiles';
import { flacInNode } from '../../cli/flacInNode';
import { createRandom } from '../math';
import { openAudio } from './audioFile';
import { bytesSource, inBlob } from './byteSource';
import type { AudioCode } from './codes';

/** What unpacks in Node, in memory. */
const FLAC = { ...flacInNode(), putting: inBlob };

function noise(seed: number, count: number, bits: number, frames: number): Int32Array[] {
  const random = createRandom(seed);
  const most = 2 ** (bits - 1) - 1;
  return Array.from({ length: count }, () => Int32Array.from({ length: frames }, (_, i) => (i < 2 ? -most - 1 : random.integer(-most - 1, most))));
}

async function opened(bytes: Uint8Array) {
  return openAudio(bytesSource('take.flac', bytes), FLAC);
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
    if (!result.ok) throw new Error(result.reason.code);
    const { info } = result.file;
    expect([info.sampleRateHz, info.channelCount, info.frameCount, info.format]).toEqual([RATE, count, 5000, `s${bits}`]);
    const out = channels.map(() => new Float32Array(700));
    expect(await result.file.read(4321, 700, out)).toBe(679);
    const expected = channels.map((channel) => Array.from(channel.subarray(4321), (value) => Math.fround(value / 2 ** (bits - 1))));
    expect(out.map((channel) => Array.from(channel.subarray(0, 679)))).toEqual(expected);
  });

  test('behind tags and padding; the bytes of the file stay as they are', async () => {
    const plain = flacFile(noise(3, 2, 16, 2000), 16);
    // STREAMINFO is not the last block any more: 300 bytes of padding (type 1) are.
    const padded = Uint8Array.from([
      ...plain.subarray(0, 4),
      0,
      ...plain.subarray(5, 42),
      0x81,
      0,
      1,
      44,
      ...new Uint8Array(300),
      ...plain.subarray(42),
    ]);
    const before = Uint8Array.from(padded);
    const result = await opened(padded);
    if (!result.ok) throw new Error(result.reason.code);
    const out = [new Float32Array(2000), new Float32Array(2000)];
    await result.file.read(0, 2000, out);
    expect(out[1]).toEqual(Float32Array.from(noise(3, 2, 16, 2000)[1] ?? [], (value) => value / 2 ** 15));
    expect(padded).toEqual(before);
  });

  test('a length that the encoder did not know', async () => {
    const result = await opened(flacFile(noise(1, 1, 16, 3000), 16, 0));
    expect(result.ok && result.file.info.frameCount).toBe(3000);
  });
});

test('recordings of drums, by another’s encoder: sample for sample as the reference decoder reads them', async () => {
  const folder = join(dirname(createRequire(import.meta.url).resolve('supersonic-scsynth-samples/package.json')), 'samples');
  const names = readdirSync(folder).filter((name) => /^(drum|tabla)_.*\.flac$/.test(name));
  expect(names.length).toBeGreaterThan(20);
  const reference = new FLACDecoder();
  await reference.ready;
  for (const name of names) {
    const bytes = readFileSync(join(folder, name));
    const { channelData, samplesDecoded, bitDepth } = await reference.decodeFile(bytes);
    await reference.reset();
    const result = await opened(bytes);
    if (!result.ok) throw new Error(result.reason.code);
    const { info } = result.file;
    expect([name, info.frameCount, info.channelCount]).toEqual([name, samplesDecoded, channelData.length]);
    const out = channelData.map(() => new Float32Array(samplesDecoded));
    await result.file.read(0, samplesDecoded, out);
    // The reference divides by the largest sample, which is one less than the power of two that a WAV's reader divides by.
    const most = 2 ** (bitDepth - 1);
    const worst = Math.max(
      ...out.flatMap((own, c) =>
        own.map((x, i) => Math.abs(x * most - Math.round((channelData[c]?.[i] ?? 9) * (most - 1)))).reduce((a, b) => Math.max(a, b), 0),
      ),
    );
    expect([name, worst]).toEqual([name, 0]);
  }
  reference.free();
});

describe('a FLAC file whose times cannot be trusted is refused by what it is', () => {
  const whole = flacFile(noise(7, 2, 16, 20_000), 16);
  const damaged = (at: number): Uint8Array => Uint8Array.from(whole, (byte, i) => (i === at ? byte ^ 0x55 : byte));
  test.each<[string, Uint8Array, AudioCode]>([
    ['cut short', whole.subarray(0, 40_000), 'unpacked-in-part'],
    ['damaged inside', damaged(30_000), 'unpacked-in-part'],
    ['its header alone', whole.subarray(0, 42), 'none-unpacked'],
    ['half a header', whole.subarray(0, 20), 'ends-inside'],
    ['another block first', Uint8Array.from(whole, (byte, i) => (i === 4 ? 0x84 : byte)), 'no-streaminfo'],
    ['a rate of nothing', flacFile(noise(8, 1, 16, 100), 16, 100, 0), 'other-rate'],
    ['zeros for tags', Uint8Array.from({ length: 30_000 }, (_, i) => (i === 4 ? 0 : i < 42 ? (whole[i] as number) : 0)), 'too-many-tags'],
    ['hours that are not there', flacFile(noise(9, 2, 24, 2000), 24, 2 ** 35), 'too-long-unpacked'],
  ])('%s', async (_name, bytes, why) => {
    const result = await opened(bytes);
    expect(result).toMatchObject({ ok: false, reason: { code: 'cannot-be-used', facts: { why: { code: why } } } });
  });

  test('150 damaged in seeded places: read whole, or refused', async () => {
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
        expect(result.reason).toMatchObject({ code: expect.stringMatching(/^cannot-be-(used|read)$/), facts: { name: 'take.flac' } });
      }
    }
    expect(refused).toBeGreaterThan(100);
  });
});
