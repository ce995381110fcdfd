import { type AudioFile, channelNames } from '../core/audio';
import type { ChannelPeaks } from './protocol';

const BUCKETS = 600;
const CHUNK = 65_536;

/** Lowest and highest sample of every channel of a file, in steps over its whole length. */
export async function waveform(file: AudioFile): Promise<ChannelPeaks[]> {
  const { channelCount, frameCount, sampleRateHz } = file.info;
  const buffers = Array.from({ length: channelCount }, () => new Float32Array(CHUNK));
  const peaks = buffers.map(() => new Float32Array(2 * BUCKETS));
  for (let start = 0; start < frameCount; start += CHUNK) {
    const got = await file.read(start, CHUNK, buffers);
    buffers.forEach((buffer, c) => widen(peaks[c] as Float32Array, buffer.subarray(0, got), start, frameCount));
  }
  return channelNames(file).map((name, c) => ({ name, peaks: peaks[c] as Float32Array, durationSeconds: frameCount / sampleRateHz }));
}

function widen(peaks: Float32Array, samples: Float32Array, start: number, frameCount: number): void {
  for (let i = 0; i < samples.length; ) {
    const bucket = Math.min(BUCKETS - 1, Math.floor(((start + i) / frameCount) * BUCKETS));
    const end =
      bucket === BUCKETS - 1 ? samples.length : Math.min(samples.length, Math.max(i + 1, Math.ceil(((bucket + 1) * frameCount) / BUCKETS) - start));
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
