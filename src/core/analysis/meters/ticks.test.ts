import { floatWav, loadStrokes, openTake } from '../../../../trials/openDrums';
import { bytesSource, openAudio, writeWav } from '../../audio';
import { createRandom, loadFftKernel } from '../../math';
import type { Facts } from '../../units';
import { checkTake } from '..';

const RATE = 48_000;

/** Phrases of notes with gaps, and a click from a headphone every so often, so far under them. */
async function told(clickDb: number | null, beatS: number, unevenS = 0, ticks = Infinity): Promise<Facts[]> {
  const random = createRandom(31);
  const out = Float32Array.from({ length: 20 * RATE }, () => 2e-5 * random.normal());
  for (let s = 0.5; s < 19; s += 2.4)
    for (let note = 0; note < 2; note++) {
      const from = Math.round((s + 0.31 * note + random.between(-0.02, 0.02)) * RATE);
      for (let i = 0; i < 0.25 * RATE; i++)
        out[from + i] =
          (out[from + i] as number) + 0.3 * Math.min(1, i / 200) * Math.exp(-i / 4000) * Math.sin((2 * Math.PI * (233 + 60 * note) * i) / RATE);
    }
  if (clickDb !== null)
    for (let s = 0.2, n = 0; s < 19.5 && n < ticks; s += beatS, n++) {
      const from = Math.round((s + unevenS * random.between(-1, 1)) * RATE);
      for (let i = 0; i < 300; i++) out[from + i] = (out[from + i] as number) + 0.3 * 10 ** (clickDb / 20) * Math.exp(-i / 60) * Math.sin(i / 2.5);
    }
  const opened = await openAudio(bytesSource('Voice.wav', new Uint8Array(writeWav([out], RATE, 'f32'))));
  if (!opened.ok) throw new Error(opened.reason.code);
  const report = await checkTake([opened.file], { kernel: await loadFftKernel() });
  return report.findings
    .filter(({ code }) => code === 'ticking')
    .map(({ message }) => (typeof message === 'object' && message.code === 'ticks' ? message.facts : {}));
}

test.each([
  [-36, 0.5, 120],
  [-42, 60 / 96, 96],
  [-34, 60 / 171, 171],
])('a click %d dB under the notes, every %d s, is asked about with its beats a minute', async (db, beat, perMinute) => {
  expect(await told(db, beat)).toEqual([{ name: 'Voice', rate: { figure: expect.closeTo(perMinute, 0), digits: 1 }, under: expect.anything() }]);
});

test.each([40, 56, 72, 96, 120, 133, 171, 240])('a dozen ticks at %d a minute are enough', async (perMinute) => {
  const [facts] = await told(-36, 60 / perMinute, 0, 12);
  expect(facts?.rate).toEqual({ figure: expect.closeTo(perMinute, 0), digits: 1 });
});

test('nothing is asked where nothing ticks, or where a hand taps along', async () => {
  expect(await told(null, 1)).toEqual([]);
  for (const uneven of [0.006, 0.01, 0.02]) expect(await told(-36, 0.5, uneven)).toEqual([]);
});

test('a kit played by hand into ten microphones is no clock (open recordings, three seeded takes)', async () => {
  const strokes = await loadStrokes();
  const kernel = await loadFftKernel();
  for (let seed = 700; seed < 703; seed++) {
    const take = openTake(strokes, { seed, fault: 'none', seconds: 10 });
    const opened = await Promise.all(take.channels.map((samples, i) => openAudio(bytesSource(`${take.names[i]}.wav`, floatWav(samples)))));
    const report = await checkTake(
      opened.flatMap((one) => (one.ok ? [one.file] : [])),
      { kernel },
    );
    expect(report.findings.filter(({ code }) => code === 'ticking')).toEqual([]);
  }
});
