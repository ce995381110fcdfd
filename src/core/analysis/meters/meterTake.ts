import type { AudioFile } from '../../audio';
import { alignByTimestamps } from '../reading/alignByTimestamps';
import type { ChannelReport } from '../reading/report';
import { blocksOf, isFloat, stepOf, type TakeChannel, takeChannels } from '../reading/take';
import { ChannelMeter } from './channelMeter';
import type { Sways } from './thumps';

const BLOCK_FRAMES = 32_768;

/** What one channel says by itself, without the others: plain data, so that another thread can find it. */
export interface ChannelReading {
  readonly report: ChannelReport;
  readonly sways: Sways;
  /** Samples no converter makes, and the first of them (−1 without). */
  readonly badSamples: number;
  readonly firstBadSample: number;
}

/** Sees every block that is metered, its first `count` samples, from frame `start` of its channel on; the block is used again afterwards. */
export type WatchBlock = (channel: TakeChannel, block: Float32Array, start: number, count: number) => void;

async function meter(channels: readonly TakeChannel[], watch: WatchBlock | undefined): Promise<ChannelReading[]> {
  const meters = channels.map((channel) => new ChannelMeter(channel.name, channel.file.info.sampleRateHz, isFloat(channel), stepOf(channel)));
  for await (const { start, count, blocks } of blocksOf(channels, BLOCK_FRAMES)) {
    channels.forEach((channel, c) => {
      const block = blocks[c] as Float32Array;
      meters[c]?.push(block, count);
      watch?.(channel, block, start, count);
    });
  }
  return meters.map((own) => ({
    report: own.report(),
    sways: { slow: own.slow.slow, whole: own.slow.whole },
    badSamples: own.badSamples,
    firstBadSample: own.firstBadSample,
  }));
}

/**
 * Readings of every channel of a take by its own name, file after file in a pass of its own. Nothing here compares channels, so it may run beside
 * the rest of the check.
 * @param given the very files that are checked, in the same order
 */
export async function meterTake(given: readonly AudioFile[], watch?: WatchBlock): Promise<ChannelReading[]> {
  const channels = takeChannels(alignByTimestamps(given).files);
  const readings: ChannelReading[] = [];
  for (const file of new Set(channels.map((channel) => channel.file)))
    readings.push(
      ...(await meter(
        channels.filter((own) => own.file === file),
        watch,
      )),
    );
  return readings;
}
