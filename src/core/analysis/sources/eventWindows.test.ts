import type { AudioFile } from '../../audio';
import { createRandom } from '../../math';
import { SPAN_FRAMES, TakeReader, takeChannels } from '../reading/take';
import { EventWindows } from './eventWindows';

const FRAMES = 400_000;
const LENGTH = 4096;
/** What a channel has at a frame: silence before the take and behind it. */
const valueAt = (channel: number, frame: number): number => (frame < 0 || frame >= FRAMES ? 0 : ((frame * (channel + 3)) % 1009) / 1009);

function fileOf(channel: number, reads: number[]): AudioFile {
  return {
    name: `${channel}.wav`,
    info: {
      sampleRateHz: 48_000,
      channelCount: 1,
      frameCount: FRAMES,
      format: 's24',
      dataOffset: 44,
      trackNames: [],
      timeReference: null,
      warning: null,
    },
    read: async (start, count, out) => {
      const had = Math.max(0, Math.min(count, FRAMES - start));
      reads.push(start);
      for (let i = 0; i < had; i++) (out[0] as Float32Array)[i] = valueAt(channel, start + i);
      return had;
    },
  };
}

test('every window is what lies there, beyond both ends too, however they lie to each other (seeded); near ones are read together', async () => {
  for (let seed = 1; seed <= 10; seed++) {
    const random = createRandom(seed);
    const reads: number[] = [];
    const windows = new EventWindows(new TakeReader(takeChannels([0, 1].map((channel) => fileOf(channel, reads))), SPAN_FRAMES), LENGTH);
    const starts = Array.from({ length: 30 }, () => random.integer(-LENGTH, FRAMES));
    await windows.hold(starts);
    for (const start of starts)
      windows.at(start).forEach((samples, channel) => {
        expect(samples).toHaveLength(LENGTH);
        for (const i of [0, 1, 1000, LENGTH - 1]) expect(samples[i]).toBeCloseTo(valueAt(channel, start + i), 6);
      });
    reads.length = 0;
    await windows.hold([1000, 3000, 9000]);
    expect(reads).toHaveLength(2);
    expect(() => windows.at(starts[0] as number)).toThrow('no window begins at frame');
  }
});
