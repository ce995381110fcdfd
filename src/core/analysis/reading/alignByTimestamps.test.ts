import { type AudioFile, bytesSource, openAudio, writeWav } from '../../audio';
import { createRandom, loadFftKernel } from '../../math';
import { checkTake } from '..';
import { alignByTimestamps } from './alignByTimestamps';

const RATE = 48_000;

/** A file of somebody's playing from a moment of the day on, stamped with it. */
async function stamped(name: string, playing: Float32Array, first: number, timeReference: number | null): Promise<AudioFile> {
  const opened = await openAudio(bytesSource(`${name}.wav`, new Uint8Array(writeWav([playing.slice(first)], RATE, 'f32'))));
  if (!opened.ok) throw new Error(opened.reason.code);
  return { ...opened.file, info: { ...opened.file.info, timeReference } };
}

function playing(): Float32Array {
  const random = createRandom(12);
  const out = Float32Array.from({ length: 5 * RATE }, () => 1e-4 * random.normal());
  for (let s = 0.8; s < 4.6; s += 0.5)
    for (let i = 0; i < 3000; i++) {
      const at = Math.round(s * RATE) + i;
      out[at] = (out[at] as number) + 0.5 * Math.exp(-i / 400) * (i < 10 ? 1 : random.normal() * 0.5);
    }
  return out;
}

const MIDDAY = 12 * 3600 * RATE;

test('two recorders started one after the other: compared as they were played, and it is said', async () => {
  const sound = playing();
  const files = [await stamped('Kick', sound, 0, MIDDAY), await stamped('Overhead', sound, 14_321, MIDDAY + 14_321)];
  const kernel = await loadFftKernel();
  const report = await checkTake(files, { kernel });
  expect(report.pairs[0]?.delaySamples).toBeCloseTo(0, 1);
  expect(report.findings).toEqual(
    expect.arrayContaining([
      expect.objectContaining({
        code: 'lined-up',
        message: expect.objectContaining({
          facts: { apart: { figure: 14_321 / 48_000, digits: 3 }, early: expect.objectContaining({ each: ['Kick'] }) },
        }),
      }),
    ]),
  );
  expect(report.findings.some(({ code }) => code === 'length-differs')).toBe(false);
  // Without their stamps they are as far apart as they lie in their files, more than is ever looked for.
  const bare = await checkTake([await stamped('Kick', sound, 0, null), await stamped('Overhead', sound, 14_321, null)], { kernel });
  expect(bare.pairs[0]?.confidence).toBeLessThan(0.3);
});

test('stamps of other days, or of nothing in common, change nothing and are told', async () => {
  const sound = playing();
  const days = alignByTimestamps([await stamped('A', sound, 0, 0), await stamped('B', sound, 0, MIDDAY)]);
  expect(days.findings[0]).toEqual(
    expect.objectContaining({
      code: 'other-times',
      message: expect.objectContaining({ facts: expect.objectContaining({ apart: { figure: 43_200, digits: 3 } }) }),
    }),
  );
  const after = alignByTimestamps([await stamped('A', sound, 0, 0), await stamped('B', sound, 0, sound.length)]);
  expect(after.findings[0]?.code).toBe('other-times');
  expect(after.files.map(({ info }) => info.frameCount)).toEqual([sound.length, sound.length]);
});

test('equal stamps, or a file without one, leave everything as it is', async () => {
  const sound = playing();
  const [a, b, c] = [await stamped('A', sound, 0, MIDDAY), await stamped('B', sound, 0, MIDDAY), await stamped('C', sound, 0, null)] as const;
  expect(alignByTimestamps([a, b])).toEqual({ files: [a, b], findings: [] });
  expect(alignByTimestamps([a, c])).toEqual({ files: [a, c], findings: [] });
});
