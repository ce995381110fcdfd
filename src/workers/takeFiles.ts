import { alignByTimestamps, type TakeChannel, takeChannels } from '../core/analysis';
import { openFile } from './openFile';
import type { TakeFile } from './protocol';

/**
 * Every channel of a take's files under the very names that its report has; or why one of the files cannot be used.
 * @param asPlayed from where the last of them had begun, as their time stamps say; else each from its own first sample
 */
export async function openTake(files: readonly TakeFile[], asPlayed: boolean): Promise<readonly TakeChannel[] | string> {
  const opened = await Promise.all(files.map(openFile));
  const refused = opened.find((result) => !result.ok);
  if (refused && !refused.ok) return refused.reason;
  const good = opened.flatMap((result) => (result.ok ? [result.file] : []));
  return takeChannels(asPlayed ? alignByTimestamps(good).files : good);
}

/** Frames [start, start + count) of one channel; what is not there is silence. */
export async function readChannel({ file, fileChannel }: TakeChannel, start: number, count: number): Promise<Float32Array> {
  const { channelCount, frameCount } = file.info;
  const out = new Float32Array(count);
  const [first, end] = [Math.max(0, start), Math.min(frameCount, start + count)];
  if (end <= first) return out;
  const read = Array.from({ length: channelCount }, () => new Float32Array(end - first));
  await file.read(first, end - first, read);
  out.set(read[fileChannel] as Float32Array, first - start);
  return out;
}
