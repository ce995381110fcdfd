import fc from 'fast-check';
import wavefile from 'wavefile';
import { createRandom } from '../math';
import { plainName } from '../units';
import { bytesSource, channelNames, openAudio, writeWav } from './index';
import { decodeSamples } from './samples';

const open = async (bytes: Uint8Array, name = 'take.wav') => openAudio(bytesSource(name, bytes));
const readAll = async (bytes: Uint8Array) => {
  const opened = await open(bytes);
  if (!opened.ok) throw new Error(opened.reason.code);
  const { info } = opened.file;
  const out = Array.from({ length: info.channelCount }, () => new Float32Array(info.frameCount));
  await opened.file.read(0, info.frameCount, out);
  return { info, out, file: opened.file };
};
const noise = (seed: number, frames: number): Float32Array => {
  const random = createRandom(seed);
  return Float32Array.from({ length: frames }, () => random.between(-0.9, 0.9));
};

test('one channel by itself is read to the bit as each of its samples is by hand, whatever their number and where they begin in memory (property)', () => {
  fc.assert(
    fc.property(fc.uint8Array({ minLength: 3, maxLength: 100 }), fc.integer({ min: 0, max: 3 }), (raw, offset) => {
      const bytes = new Uint8Array(raw.length + offset).subarray(offset);
      bytes.set(raw);
      const count = Math.floor(raw.length / 3);
      const out = new Float32Array(count);
      decodeSamples('s24', bytes, 0, 3, out, count);
      const byHand = Float32Array.from({ length: count }, (_, i) => {
        const whole = (raw[3 * i] as number) + 256 * (raw[3 * i + 1] as number) + 65_536 * (raw[3 * i + 2] as number);
        return (whole >= 2 ** 23 ? whole - 2 ** 24 : whole) / 2 ** 23;
      });
      expect(out).toEqual(byHand);
      const floats = new Float32Array(raw.length >> 2);
      decodeSamples('f32', bytes, 0, 4, floats, floats.length);
      const view = new DataView(bytes.buffer, bytes.byteOffset);
      expect(floats).toEqual(floats.map((_, i) => view.getFloat32(4 * i, true)));
    }),
    { seed: 24, numRuns: 300 },
  );
});

describe('against the reference library wavefile (npm)', () => {
  test.each([
    ['8', 1 / 127],
    ['16', 1 / 32767],
    ['24', 1 / 8388607],
    ['32', 1e-6],
    ['32f', 1e-7],
    ['64', 1e-7],
  ])('reads its %s-bit files', async (depth, tolerance) => {
    const source = [noise(1, 500), noise(2, 500)];
    const scale = depth === '32f' || depth === '64' ? 1 : depth === '8' ? 127 : 2 ** (Number(depth) - 1) - 1;
    const stored = source.map((channel) =>
      Array.from(channel, (v) => (scale === 1 ? v : depth === '8' ? Math.round(v * scale) + 128 : Math.round(v * scale))),
    );
    const wav = new wavefile.WaveFile();
    wav.fromScratch(2, 48000, depth, stored);
    const { out, info } = await readAll(wav.toBuffer());
    expect(info.frameCount).toBe(500);
    out.forEach((channel, c) => channel.forEach((v, i) => expect(Math.abs(v - (source[c]?.[i] ?? 0))).toBeLessThanOrEqual(tolerance * 1.6)));
  });
  test('it reads ours', () => {
    const wav = new wavefile.WaveFile(writeWav([noise(3, 100)], 44100, 's24'));
    expect((wav.fmt as { sampleRate: number; bitsPerSample: number }).sampleRate).toBe(44100);
    expect(wav.getSamples(false, Float64Array).length).toBe(100);
  });
});

test('what is written comes back: float exactly, integers within half a step (seeded)', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.integer({ min: 1, max: 6 }),
      fc.integer({ min: 1, max: 400 }),
      fc.constantFrom('s16', 's24', 'f32'),
      fc.integer(),
      async (channels, frames, format, seed) => {
        const source = Array.from({ length: channels }, (_, c) => noise(seed + c, frames));
        const { out } = await readAll(writeWav(source, 48000, format as 's16'));
        const step = format === 'f32' ? 0 : format === 's16' ? 1 / 32768 : 1 / 8388608;
        return out.every((channel, c) => channel.every((v, i) => Math.abs(v - (source[c]?.[i] as number)) <= step * 0.51));
      },
    ),
    { seed: 9, numRuns: 60 },
  );
});

test('a Broadcast Wave with iXML track names names its channels', async () => {
  const plain = writeWav([noise(1, 64), noise(2, 64)], 48000);
  const xml = new TextEncoder().encode(
    '<BWFXML><TRACK_LIST><TRACK><INTERLEAVE_INDEX>2</INTERLEAVE_INDEX><NAME>OH R &amp; room</NAME></TRACK><TRACK><INTERLEAVE_INDEX>1</INTERLEAVE_INDEX><NAME>OH L</NAME></TRACK></TRACK_LIST></BWFXML>',
  );
  const padded = xml.length + (xml.length % 2);
  const bytes = new Uint8Array(plain.length + 8 + padded);
  bytes.set(plain);
  bytes.set(new TextEncoder().encode('iXML'), plain.length);
  new DataView(bytes.buffer).setUint32(plain.length + 4, xml.length, true);
  bytes.set(xml, plain.length + 8);
  const { file } = await readAll(bytes);
  expect(channelNames(file)).toEqual(['OH L', 'OH R & room']);
});

test('an iXML of half a megabyte that never closes its tags takes no time', async () => {
  const plain = writeWav([noise(1, 64), noise(2, 64)], 48000);
  const xml = new TextEncoder().encode('<TRACK><NAME>'.repeat(40_000));
  const bytes = new Uint8Array(plain.length + 8 + xml.length);
  bytes.set(plain);
  bytes.set(new TextEncoder().encode('iXML'), plain.length);
  new DataView(bytes.buffer).setUint32(plain.length + 4, xml.length, true);
  bytes.set(xml, plain.length + 8);
  const started = performance.now();
  const { file } = await readAll(bytes);
  expect(channelNames(file)).toEqual(['take/1', 'take/2']);
  expect(performance.now() - started).toBeLessThan(2000);
});

test('names lose what cannot be seen, and never run on', () => {
  expect(plainName('Kick\u0000\u001b[31m \u202eevil\n')).toBe('Kick [31m  evil');
  expect(plainName('می\u200cخواهم')).toBe('می\u200cخواهم');
  expect(plainName('x'.repeat(500))).toHaveLength(120);
  expect(plainName(`${'x'.repeat(119)}🥁`)).toBe('x'.repeat(119));
});

test('RF64: the data size is taken from ds64 (EBU Tech 3306)', async () => {
  const plain = writeWav([noise(4, 300)], 48000);
  const bytes = new Uint8Array(plain.length + 36);
  bytes.set(plain.subarray(0, 12));
  bytes.set(new TextEncoder().encode('RF64'), 0);
  bytes.set(new TextEncoder().encode('ds64'), 12);
  const view = new DataView(bytes.buffer);
  view.setUint32(16, 28, true);
  view.setBigUint64(28, 900n, true);
  bytes.set(plain.subarray(12), 48);
  view.setUint32(48 + 28, 0xffffffff, true);
  const { info } = await readAll(bytes);
  expect(info.frameCount).toBe(300);
});

describe('bad files: each refused by what it is, nothing thrown', () => {
  const good = writeWav([noise(5, 4800)], 48000, 's16');
  const patched = (change: (view: DataView) => void): Uint8Array => {
    const copy = good.slice();
    change(new DataView(copy.buffer));
    return copy;
  };
  test.each([
    ['empty', new Uint8Array(0), 'empty'],
    ['text renamed', new TextEncoder().encode('Dear diary, today we recorded the flugelhorn by the lake.'), 'not-a-sound-file'],
    ['wrong magic', patched((v) => v.setUint32(0, 0x4f676753)), 'not-a-sound-file'],
    ['cut in its header', good.slice(0, 30), 'ends-inside'],
    ['0 channels', patched((v) => v.setUint16(22, 0, true)), 'no-channels'],
    ['400 channels', patched((v) => v.setUint16(22, 400, true)), 'too-many-channels'],
    ['1 Hz', patched((v) => v.setUint32(24, 1, true)), 'other-rate'],
    ['768 kHz', patched((v) => v.setUint32(24, 768000, true)), 'other-rate'],
    ['compressed', patched((v) => v.setUint16(20, 85, true)), 'compressed'],
    ['12 bits', patched((v) => v.setUint16(34, 12, true)), 'odd-bits'],
    ['no sound', good.slice(0, 36), 'no-sound'],
    ['no samples', patched((v) => v.setUint32(40, 0, true)).slice(0, 44), 'no-samples'],
    ['frame size that lies', patched((v) => v.setUint16(32, 7, true)), 'odd-frames'],
  ])('%s', async (_, bytes, why) => {
    const opened = await open(bytes, 'Kick.wav');
    expect(opened).toEqual({
      ok: false,
      reason: { domain: 'audio', code: 'cannot-be-used', facts: { name: 'Kick.wav', why: expect.objectContaining({ code: why }) } },
    });
  });
  test('cut short in its samples: what is there is used and said', async () => {
    const { info } = await readAll(good.slice(0, 44 + 2000));
    expect(info.frameCount).toBe(1000);
    expect(info.warning).toMatchObject({ code: 'cut-short', facts: { says: { figure: 0.1 }, holds: { figure: 1000 / 48_000 } } });
  });
  test('never finished, its size not written: all of it is used and said', async () => {
    const { info } = await readAll(patched((v) => v.setUint32(40, 0, true)));
    expect(info.frameCount).toBe(4800);
    expect(info.warning).toMatchObject({ code: 'never-finished', facts: { name: 'take.wav', holds: { figure: 0.1 } } });
  });
  test('past 4 GiB in a plain WAV, its size field wrapped: read to its real end (a file of holes)', async () => {
    const frameBytes = 4;
    const frames = 2 ** 30 + 5000;
    const head = writeWav([new Float32Array(1), new Float32Array(1)], 48000, 's16').slice(0, 44);
    new DataView(head.buffer).setUint32(40, (frames * frameBytes) % 2 ** 32, true);
    const sizeBytes = 44 + frames * frameBytes;
    const holes = {
      name: 'long.wav',
      sizeBytes,
      read: async (offset: number, length: number) => {
        const out = new Uint8Array(Math.max(0, Math.min(length, sizeBytes - offset)));
        if (offset < 44) out.set(head.subarray(offset, offset + out.length));
        return out;
      },
    };
    const opened = await openAudio(holes);
    if (!opened.ok) throw new Error(opened.reason.code);
    expect(opened.file.info.frameCount).toBe(frames);
    expect(opened.file.info.warning?.code).toBe('longer-than-plain');
  });
  test('a data size of 4 GB that lies does not allocate or hang', async () => {
    const { info } = await readAll(patched((v) => v.setUint32(40, 0xfffffff0, true)));
    expect(info.frameCount).toBe(4800);
  });
  test('random bytes, and random damage to a good file, never throw (seeded)', async () => {
    await fc.assert(
      fc.asyncProperty(fc.uint8Array({ maxLength: 300 }), async (bytes) => {
        const opened = await open(bytes);
        return opened.ok || opened.reason.code.startsWith('cannot-be-');
      }),
      { seed: 77, numRuns: 300 },
    );
    await fc.assert(
      fc.asyncProperty(fc.array(fc.tuple(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 0, max: 255 })), { maxLength: 8 }), async (damage) => {
        const copy = good.slice(0, 2000);
        for (const [at, value] of damage) copy[at] = value;
        const opened = await open(copy);
        if (!opened.ok) return opened.reason.code.startsWith('cannot-be-');
        const out = Array.from({ length: opened.file.info.channelCount }, () => new Float32Array(4096));
        return (await opened.file.read(0, 4096, out)) <= 4096;
      }),
      { seed: 78, numRuns: 500 },
    );
  });
});
