import { bytesSource, openAudio, writeWav } from '../../audio';
import { createRandom, loadFftKernel } from '../../math';
import { checkTake, strokePictures } from '..';

const RATE = 48_000;
/** Clicks half a second apart in two channels, the second so many samples later and the other way up; frames where they begin. */
async function clicks(lateSamples: number) {
  const random = createRandom(4);
  const length = 4 * RATE;
  const frames = [0.5, 1, 1.5, 2, 2.5, 3].map((s) => Math.round(s * RATE));
  const [first, second] = [new Float32Array(length), new Float32Array(length)];
  for (let i = 0; i < length; i++) {
    first[i] = 1e-4 * random.normal();
    second[i] = 1e-4 * random.normal();
  }
  for (const [k, frame] of frames.entries())
    for (let i = 0; i < 2400; i++) {
      const value = (0.4 + 0.05 * k) * Math.exp(-i / 300) * (i < 12 ? 1 : 0.5 * random.normal());
      first[frame + i] = (first[frame + i] as number) + value;
      second[frame + lateSamples + i] = (second[frame + lateSamples + i] as number) - 0.5 * value;
    }
  const opened = await Promise.all(
    [first, second].map((samples, c) => openAudio(bytesSource(`${c ? 'Far' : 'Near'}.wav`, new Uint8Array(writeWav([samples], RATE, 'f32'))))),
  );
  return { frames, files: opened.flatMap((one) => (one.ok ? [one.file] : [])), first, second };
}

test('strokes are cut out to the sample from where the nearest channel begins, the loudest first', async () => {
  const { files, frames, first, second } = await clicks(120);
  const report = await checkTake(files, { kernel: await loadFftKernel() });
  const [picture] = await strokePictures(files, report);
  if (!picture) throw new Error('no picture');
  expect([picture.spot, picture.channels, picture.strokes.length]).toEqual(['Near', ['Near', 'Far'], 3]);
  const from = (frames[5] as number) - picture.leadSamples;
  const [near, far] = picture.strokes[0] as readonly Float32Array[];
  expect(Array.from(near as Float32Array)).toEqual(Array.from(first.subarray(from, from + (near as Float32Array).length)));
  expect(Array.from(far as Float32Array)).toEqual(Array.from(second.subarray(from, from + (near as Float32Array).length)));
  // Where they begin in the picture is the delay that was measured.
  const begins = (samples: Float32Array): number => samples.findIndex((v) => Math.abs(v) > 0.05);
  expect(begins(far as Float32Array) - begins(near as Float32Array)).toBe(120);
  expect(report.sources[0]?.arrivals[0]?.delaySamples).toBeCloseTo(120, 0);
});

test('a take without strokes has no pictures', async () => {
  const opened = await openAudio(bytesSource('Still.wav', new Uint8Array(writeWav([new Float32Array(RATE)], RATE))));
  if (!opened.ok) throw new Error(opened.reason.code);
  const report = await checkTake([opened.file], { kernel: await loadFftKernel() });
  expect(await strokePictures([opened.file], report)).toEqual([]);
});
