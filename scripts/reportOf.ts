import { checkTake, type TakeReport } from '../src/core/analysis';
import { bytesSource, openAudio, writeWav } from '../src/core/audio';
import type { FftKernel } from '../src/core/math';

/** The report of channels by their names, each as a file of its own, for tests. */
export async function reportOf(kernel: FftKernel, sampleRateHz: number, channels: Readonly<Record<string, Float32Array>>): Promise<TakeReport> {
  const opened = await Promise.all(
    Object.entries(channels).map(([name, samples]) => openAudio(bytesSource(`${name}.wav`, new Uint8Array(writeWav([samples], sampleRateHz))))),
  );
  return checkTake(
    opened.flatMap((result) => (result.ok ? [result.file] : [])),
    { kernel },
  );
}
