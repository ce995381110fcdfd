import { ChannelMeter, readTap, type TapReading } from '../core/analysis';
import type { Jobs } from './protocol';
import { serveJob } from './serveJob';
import { openTake, readChannel } from './takeFiles';

/** Knocks on one microphone after another, each in its own stretch of what was recorded. */
async function hearTaps({ files, taps }: Jobs['hear-taps']['input']): Promise<Jobs['hear-taps']['output']> {
  const opened = await openTake(files, true);
  if (typeof opened === 'string') return [];
  const [first] = opened;
  if (!first) return [];
  const rate = first.file.info.sampleRateHz;
  const noises: number[] = [];
  for (const channel of opened) {
    const meter = new ChannelMeter(channel.name, rate, true);
    const samples = await readChannel(channel, 0, channel.file.info.frameCount);
    meter.push(samples, samples.length);
    noises.push(meter.noiseFloorDbfs());
  }
  const readings: TapReading[] = [];
  for (const { microphoneId, fromS, toS } of taps) {
    const [from, count] = [Math.round(fromS * rate), Math.round((toS - fromS) * rate)];
    const channels = await Promise.all(opened.map(async (channel) => ({ name: channel.name, samples: await readChannel(channel, from, count) })));
    const reading = readTap(microphoneId, channels, rate, noises);
    if (reading) readings.push(reading);
  }
  return readings;
}

serveJob('hear-taps', hearTaps);
