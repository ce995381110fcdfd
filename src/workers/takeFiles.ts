import { alignByTimestamps, ChannelMeter, type TakeChannel, takeChannels } from '../core/analysis';
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

/** Channels of a short recording, whole, with what each has of noise (mean power, dBFS). Null where a file cannot be read. */
export async function wholeChannels(files: readonly TakeFile[]): Promise<
  | {
      readonly rate: number;
      readonly channels: readonly { readonly name: string; readonly samples: Float32Array }[];
      readonly noises: readonly number[];
    }
  | string
> {
  const opened = await openTake(files, true);
  if (typeof opened === 'string') return opened;
  const rate = opened[0]?.file.info.sampleRateHz ?? 48_000;
  const channels = await Promise.all(
    opened.map(async (channel) => ({ name: channel.name, samples: await readChannel(channel, 0, channel.file.info.frameCount) })),
  );
  const noises = channels.map(({ name, samples }) => {
    const meter = new ChannelMeter(name, rate, true);
    meter.push(samples, samples.length);
    return meter.noiseFloorDbfs();
  });
  return { rate, channels, noises };
}
