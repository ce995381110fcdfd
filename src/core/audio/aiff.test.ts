import { walks } from '../../../scripts/walks';
import { createRandom } from '../math';
import { bytesSource, openAudio } from './index';

/** A sample rate as 80 bits, written out by its definition: 1.mantissa · 2^(exponent − 16383). */
function rateBytes(rate: number): number[] {
  const exponent = Math.floor(Math.log2(rate));
  const mantissa = BigInt(rate) << BigInt(63 - exponent);
  const biased = exponent + 16_383;
  return [biased >> 8, biased & 255, ...Array.from({ length: 8 }, (_, i) => Number((mantissa >> BigInt(8 * (7 - i))) & 255n))];
}

const text = (value: string): number[] => [...value].map((char) => char.charCodeAt(0));
const u32 = (value: number): number[] => [(value >>> 24) & 255, (value >>> 16) & 255, (value >>> 8) & 255, value & 255];
const chunk = (id: string, body: readonly number[]): number[] => [...text(id), ...u32(body.length), ...body, ...(body.length % 2 ? [0] : [])];

/** An AIFF or AIFC file, byte by byte: our own writer, which shares nothing with the reader. */
function aiff(channels: readonly (readonly number[])[], { bits = 16, rate = 48_000, kind = '', extra = [] as number[] } = {}): Uint8Array {
  const frames = channels[0]?.length ?? 0;
  const bytes = Math.ceil(bits / 8);
  const low = kind === 'sowt';
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
        const unsigned = whole < 0 ? whole + 2 ** (8 * bytes) : whole;
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

async function readBack(bytes: Uint8Array) {
  const opened = await openAudio(bytesSource('Take.aiff', bytes));
  if (!opened.ok) throw new Error(opened.reason);
  const { info } = opened.file;
  const out = Array.from({ length: info.channelCount }, () => new Float32Array(info.frameCount));
  // In two pieces, so that places within the file are right.
  const half = Math.floor(info.frameCount / 2);
  await opened.file.read(0, half, out);
  const rest = out.map((channel) => channel.subarray(half));
  await opened.file.read(half, info.frameCount - half, rest);
  return { info, out };
}

test.each([
  [8, '', 1 / 127],
  [16, '', 1 / 32_767],
  [24, '', 1e-6],
  [32, '', 1e-7],
  [16, 'sowt', 1 / 32_767],
  [24, 'sowt', 1e-6],
  [24, 'in24', 1e-6],
  [32, 'fl32', 1e-7],
  [64, 'fl64', 1e-7],
])('%i bits %s are the samples that were written', async (bits, kind, within) => {
  const random = createRandom(bits);
  const channels = [0, 1, 2].map(() => Array.from({ length: 301 }, () => random.between(-0.95, 0.95)));
  for (const rate of [44_100, 48_000, 96_000]) {
    const { info, out } = await readBack(aiff(channels, { bits, kind, rate }));
    expect([info.sampleRateHz, info.channelCount, info.frameCount, info.warning]).toEqual([rate, 3, 301, null]);
    out.forEach((channel, c) => channel.forEach((value, i) => expect(Math.abs(value - (channels[c]?.[i] as number))).toBeLessThan(within)));
  }
});

test('chunks of others before the sound are passed by; one cut short is read as far as it goes, and told', async () => {
  const whole = aiff([Array.from({ length: 1000 }, (_, i) => Math.sin(i / 9) / 2)], { extra: chunk('NAME', text('odd')) });
  expect((await readBack(whole)).info.frameCount).toBe(1000);
  const { info } = await readBack(whole.subarray(0, whole.length - 1000));
  expect(info.frameCount).toBe(500);
  expect(info.warning).toMatch(/^Take\.aiff was cut short: it says 0\.02 s and holds 0\.01 s\./);
});

test.each([
  ['compressed', aiff([[0, 0]], { kind: 'ima4' }), /compressed \(ima4\)/],
  [
    'no sound',
    Uint8Array.from([...text('FORM'), ...u32(30), ...text('AIFF'), ...chunk('COMM', [0, 1, ...u32(1), 0, 16, ...rateBytes(48_000)])]),
    /no SSND chunk/,
  ],
  ['a picture', Uint8Array.from([...text('FORM'), ...u32(4), ...text('ILBM')]), /neither WAV nor AIFF/],
  ['3 Hz', aiff([[0, 0]], { rate: 3 }), /its sample rate is 3 Hz/],
])('%s is one sentence', async (_, bytes, reason) => {
  const opened = await openAudio(bytesSource('Take.aiff', bytes));
  expect(opened).toEqual({ ok: false, reason: expect.stringMatching(reason) });
  expect(!opened.ok && opened.reason.split('\n').length).toBe(1);
});

test('bytes changed at random: read or refused in one sentence, never thrown, never longer than it is (seeded)', async () => {
  const random = createRandom(8);
  const whole = aiff([Array.from({ length: 64 }, (_, i) => i / 100), Array.from({ length: 64 }, () => 0)], { bits: 24, kind: 'in24' });
  for (let seed = 0; seed < walks(2000, 20_000); seed++) {
    const bytes = Uint8Array.from(whole.subarray(0, random.uniform() < 0.3 ? random.integer(0, whole.length) : whole.length));
    for (let n = random.integer(1, 6); n > 0 && bytes.length > 0; n--) bytes[random.integer(0, bytes.length - 1)] = random.integer(0, 255);
    const opened = await openAudio(bytesSource('x.aif', bytes));
    if (!opened.ok) expect(opened.reason).toMatch(/^x\.aif cannot be (used|read): [^\n]+\.$/);
    else expect(opened.file.info.frameCount * opened.file.info.channelCount).toBeLessThanOrEqual(bytes.length);
  }
});
