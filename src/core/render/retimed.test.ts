import wavefile from 'wavefile';
import { broadcastHeader, writeSamples } from '../audio';
import { createRandom } from '../math';
import { type ReadFrames, type Retiming, retimedPiece } from './index';

const RATE = 48_000;
const { sin, PI, abs } = Math;

const readOf =
  (samples: Float32Array): ReadFrames =>
  async (start, count) =>
    Float32Array.from({ length: count }, (_, i) => samples[start + i] ?? 0);

/** A whole channel made of pieces of odd lengths. */
async function inPieces(samples: Float32Array, retiming: Retiming, piece: number): Promise<Float32Array> {
  const out = new Float32Array(samples.length);
  for (let start = 0; start < out.length; start += piece) {
    const count = Math.min(piece, out.length - start);
    out.set(await retimedPiece(readOf(samples), start, count, retiming), start);
  }
  return out;
}

/** How far any sample of a stretch is from what it should be. */
function farthest(out: Float32Array, from: number, to: number, wanted: (i: number) => number): number {
  let most = 0;
  for (let i = from; i < to; i++) most = Math.max(most, abs((out[i] as number) - wanted(i)));
  return most;
}

test('whole samples are the very samples, turned and slid, whatever the pieces (seeded)', async () => {
  const random = createRandom(4);
  const samples = Float32Array.from({ length: 5000 }, () => random.between(-1, 1));
  for (const [shift, flip, piece] of [
    [0, true, 700],
    [37, false, 512],
    [-211, true, 4999],
    [6000, false, 1000],
  ] as const) {
    const out = await inPieces(samples, { shift, flip, ratio: 1 }, piece);
    const was = Float32Array.from(samples, (_, i) => (flip ? -1 : 1) * (samples[i - shift] ?? 0) + 0);
    expect(out.map((x) => x + 0)).toEqual(was);
  }
});

test('a part of a sample is a true delay: sines of 100 Hz to 18 kHz within 0.02 of their own shifted selves, no seam between pieces', async () => {
  for (const hertz of [100, 997, 5000, 12_000, 18_000]) {
    const wave = (i: number): number => sin((2 * PI * hertz * i) / RATE);
    const samples = Float32Array.from({ length: 4000 }, (_, i) => wave(i));
    for (const shift of [0.5, -3.25, 17.9]) {
      const out = await inPieces(samples, { shift, flip: false, ratio: 1 }, 333);
      expect(farthest(out, 200, 3800, (i) => wave(i - shift))).toBeLessThan(0.02);
    }
  }
});

test.each([40, -25, 300])(
  'a clock of %f in a million is taken out: sines lie where the first clock has them, at every sample and seam',
  async (ppm) => {
    const ratio = 1 + ppm * 1e-6;
    for (const hertz of [110, 2500, 14_000]) {
      // A recorder that counts so much faster writes this.
      const samples = Float32Array.from({ length: 20_000 }, (_, n) => sin((2 * PI * hertz * n) / (RATE * ratio)));
      const out = await inPieces(samples, { shift: 0, flip: false, ratio }, 1777);
      expect(farthest(out, 100, 19_800, (i) => sin((2 * PI * hertz * i) / RATE))).toBeLessThan(0.02);
    }
  },
);

test('a clock and a slide together: a click lands where both put it', async () => {
  const samples = new Float32Array(30_000);
  samples[20_000] = 1;
  const out = await inPieces(samples, { shift: 500, flip: true, ratio: 1.0002 }, 4096);
  const peak = out.reduce((best, x, i) => (abs(x) > abs(out[best] as number) ? i : best), 0);
  expect(abs(peak - (500 + 20_000 / 1.0002))).toBeLessThanOrEqual(1);
  expect(out[peak]).toBeLessThan(-0.5);
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
