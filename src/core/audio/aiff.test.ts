import { aiff, chunk, rateBytes, text, u32 } from '../../../scripts/soundFiles';
import { walks } from '../../../scripts/walks';
import { createRandom } from '../math';
import { bytesSource, openAudio } from './index';

async function readBack(bytes: Uint8Array) {
  const opened = await openAudio(bytesSource('Take.aiff', bytes));
  if (!opened.ok) throw new Error(opened.reason.code);
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
  [24, '42n1', 1e-6],
  [24, '42ni', 1e-6],
  [32, '23ni', 1e-7],
  [8, 'sowt', 1 / 127],
  [8, 'raw ', 1 / 127],
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
  expect(info.warning).toMatchObject({
    code: 'cut-short',
    facts: { name: 'Take.aiff', says: { figure: 1000 / 48_000 }, holds: { figure: info.frameCount / 48_000 } },
  });
});

test.each([
  ['compressed', aiff([[0, 0]], { kind: 'ima4' }), 'compressed'],
  [
    'no sound',
    Uint8Array.from([...text('FORM'), ...u32(30), ...text('AIFF'), ...chunk('COMM', [0, 1, ...u32(1), 0, 16, ...rateBytes(48_000)])]),
    'no-sound',
  ],
  ['a picture', Uint8Array.from([...text('FORM'), ...u32(4), ...text('ILBM')]), 'neither-wav-nor-aiff'],
  ['3 Hz', aiff([[0, 0]], { rate: 3 }), 'other-rate'],
])('%s is refused by what it is', async (_, bytes, why) => {
  const opened = await openAudio(bytesSource('Take.aiff', bytes));
  expect(opened).toEqual({
    ok: false,
    reason: expect.objectContaining({ code: 'cannot-be-used', facts: { name: 'Take.aiff', why: expect.objectContaining({ code: why }) } }),
  });
});

test('bytes changed at random: read or refused in one sentence, never thrown, never longer than it is (seeded)', async () => {
  const random = createRandom(8);
  const whole = aiff([Array.from({ length: 64 }, (_, i) => i / 100), Array.from({ length: 64 }, () => 0)], { bits: 24, kind: 'in24' });
  for (let seed = 0; seed < walks(2000, 20_000); seed++) {
    const bytes = Uint8Array.from(whole.subarray(0, random.uniform() < 0.3 ? random.integer(0, whole.length) : whole.length));
    for (let n = random.integer(1, 6); n > 0 && bytes.length > 0; n--) bytes[random.integer(0, bytes.length - 1)] = random.integer(0, 255);
    const opened = await openAudio(bytesSource('x.aif', bytes));
    if (!opened.ok) expect(opened.reason).toMatchObject({ code: expect.stringMatching(/^cannot-be-(used|read)$/), facts: { name: 'x.aif' } });
    else expect(opened.file.info.frameCount * opened.file.info.channelCount).toBeLessThanOrEqual(bytes.length);
  }
});
