import { alignByTimestamps, type ChannelReading, meterTake, takeChannels } from '../core/analysis';
import type { AudioFile } from '../core/audio';
import type { ChannelPeaks } from './protocol';

const BUCKETS = 600;

/** Every channel of a take by itself, and its waveform: lowest and highest sample in steps over its whole length. One pass for both. */
export async function meterAndDraw(
  files: readonly AudioFile[],
): Promise<{ readonly readings: readonly ChannelReading[]; readonly waveforms: readonly ChannelPeaks[] }> {
  const channels = takeChannels(alignByTimestamps(files).files);
  const peaks = new Map(channels.map(({ name }) => [name, new Float32Array(2 * BUCKETS)]));
  const readings = await meterTake(files, ({ name, file }, block, start, count) =>
    widen(peaks.get(name) as Float32Array, block, count, start, file.info.frameCount),
  );
  const waveforms = channels.map(({ name, file: { info } }) => ({
    name,
    peaks: peaks.get(name) as Float32Array,
    durationSeconds: info.frameCount / info.sampleRateHz,
  }));
  return { readings, waveforms };
}

function widen(peaks: Float32Array, samples: Float32Array, count: number, start: number, frameCount: number): void {
  for (let i = 0; i < count; ) {
    const bucket = Math.min(BUCKETS - 1, Math.floor(((start + i) / frameCount) * BUCKETS));
    const end = bucket === BUCKETS - 1 ? count : Math.min(count, Math.max(i + 1, Math.ceil(((bucket + 1) * frameCount) / BUCKETS) - start));
    let [low, high] = [peaks[2 * bucket] as number, peaks[2 * bucket + 1] as number];
    for (; i < end; i++) {
      const value = samples[i] as number;
      if (value < low) low = value;
      if (value > high) high = value;
    }
    peaks[2 * bucket] = low;
    peaks[2 * bucket + 1] = high;
  }
}
