import wavefile from 'wavefile';
import { broadcastHeader, bytesSource, openAudio, writeSamples, writeWav } from '../audio';
import { createRandom } from '../math';
import { shiftedPiece } from './index';

const RATE = 48_000;
const { sin, PI, abs } = Math;

async function fileOf(channels: readonly Float32Array[]) {
  const opened = await openAudio(bytesSource('a.wav', writeWav(channels, RATE, 'f32')));
  if (!opened.ok) throw new Error(opened.reason);
  return opened.file;
}

/** A whole channel made of pieces of odd lengths. */
async function inPieces(
  file: Awaited<ReturnType<typeof fileOf>>,
  channel: number,
  shift: number,
  flip: boolean,
  piece: number,
): Promise<Float32Array> {
  const { frameCount } = file.info;
  const out = new Float32Array(frameCount);
  for (let start = 0; start < frameCount; start += piece) {
    const count = Math.min(piece, frameCount - start);
    out.set(await shiftedPiece(file, channel, start, count, shift, flip), start);
  }
  return out;
}

test('whole samples are the very samples, turned and slid, whatever the pieces (seeded)', async () => {
  const random = createRandom(4);
  const [a, b] = [0, 1].map(() => Float32Array.from({ length: 5000 }, () => random.between(-1, 1)));
  const file = await fileOf([a as Float32Array, b as Float32Array]);
  for (const [shift, flip, piece] of [
    [0, true, 700],
    [37, false, 512],
    [-211, true, 4999],
    [6000, false, 1000],
  ] as const) {
    const out = await inPieces(file, 1, shift, flip, piece);
    for (let i = 0; i < 5000; i++) {
      const from = i - shift;
      const was = from >= 0 && from < 5000 ? ((b as Float32Array)[from] as number) : 0;
      expect((out[i] as number) + 0).toBe((flip ? -was : was) + 0);
    }
  }
});

test('a part of a sample is a true delay: sines of 100 Hz to 18 kHz within 0.02 of their own shifted selves, no seam between pieces', async () => {
  for (const hertz of [100, 997, 5000, 12_000, 18_000]) {
    const wave = (i: number): number => sin((2 * PI * hertz * i) / RATE);
    const file = await fileOf([Float32Array.from({ length: 4000 }, (_, i) => wave(i))]);
    for (const shift of [0.5, -3.25, 17.9]) {
      const out = await inPieces(file, 0, shift, false, 333);
      for (let i = 200; i < 3800; i++) expect(abs((out[i] as number) - wave(i - shift))).toBeLessThan(0.02);
    }
  }
});

test('what is written is read by another’s reader, with what it says of itself (EBU Tech 3285)', () => {
  const samples = Float32Array.from({ length: 1001 }, (_, i) => 0.5 * sin(i / 20));
  const clipped = { count: 0 };
  const head = broadcastHeader(1, RATE, 's24', 1001, {
    description: 'Snare, polarity turned',
    madeAt: '2026-11-26T10:00:00.000Z',
    timeReference: 172_800_000,
  });
  const body = writeSamples(samples, 's24', clipped);
  const bytes = new Uint8Array(head.length + body.length + 1);
  bytes.set(head);
  bytes.set(body, head.length);
  const wav = new wavefile.WaveFile(bytes);
  expect([wav.bitDepth, (wav.fmt as { sampleRate: number }).sampleRate]).toEqual(['24', RATE]);
  const bext = wav.bext as { description: string; originationDate: string; timeReference: readonly [number, number] };
  expect(bext.description.replaceAll('\u0000', '')).toBe('Snare, polarity turned');
  expect(bext.originationDate).toBe('2026-11-26');
  expect(bext.timeReference[0] + bext.timeReference[1] * 2 ** 32).toBe(172_800_000);
  const read = wav.getSamples() as unknown as Float64Array;
  expect(read.length).toBe(1001);
  for (let i = 0; i < 1001; i++) expect(abs((read[i] as number) / 2 ** 23 - (samples[i] as number))).toBeLessThan(1e-6);
  expect(clipped.count).toBe(0);
});

test('what does not fit is counted, a full swing turned round is not', () => {
  const clipped = { count: 0 };
  writeSamples(Float32Array.from([1, -1, 0.3]), 's24', clipped);
  expect(clipped.count).toBe(0);
  writeSamples(Float32Array.from([1.2, -1.5, 0.3]), 's24', clipped);
  expect(clipped.count).toBe(2);
  writeSamples(Float32Array.from([1.2, -1.5]), 'f32', clipped);
  expect(clipped.count).toBe(2);
});
