import type { AudioFile } from '../../audio';
import { quantile } from '../../math';
import { asNumber } from '../../units';
import { tell } from '../codes';
import type { ChannelReading } from '../meters/meterTake';
import type { TakeFinding } from './report';
import { type TakeChannel, takeChannels } from './take';

/** Channels that hold samples no converter makes. */
export function numberFindings(readings: readonly ChannelReading[], rate: number): TakeFinding[] {
  return readings.flatMap(({ report: { name }, badSamples, firstBadSample }) =>
    badSamples > 0
      ? [
          {
            severity: 'fix' as const,
            code: 'bad-samples',
            channels: [name],
            message: tell('no-converter-makes', { name, count: badSamples, at: asNumber(firstBadSample / rate, 3) }),
          },
        ]
      : [],
  );
}

/** Channels longer or shorter than is usual in the take. */
export function lengthFindings(channels: readonly TakeChannel[], rate: number): TakeFinding[] {
  const lengths = channels.map((channel) => channel.file.info.frameCount);
  const usual = quantile(lengths, 0.5);
  return channels.flatMap((channel, c): TakeFinding[] => {
    const difference = (lengths[c] as number) - usual;
    if (difference === 0) return [];
    return [
      {
        severity: Math.abs(difference) > rate / 10 ? 'improve' : 'note',
        code: 'length-differs',
        channels: [channel.name],
        message: tell('other-length', {
          name: channel.name,
          samples: `${Math.abs(difference)}`,
          by: asNumber(Math.abs(difference) / rate, 3),
          shorter: difference < 0 ? 'yes' : 'no',
        }),
      },
    ];
  });
}

/** Channels left out for another sample rate. */
export function rateFindings(strangers: readonly TakeChannel[], rate: number): TakeFinding[] {
  return strangers.map((channel) => ({
    severity: 'fix' as const,
    code: 'sample-rate-differs',
    channels: [channel.name],
    message: tell('other-rate', { name: channel.name, own: `${channel.file.info.sampleRateHz}`, rate: `${rate}` }),
  }));
}

/** Files that were usable but not quite right. */
export const warningFindings = (files: readonly AudioFile[]): TakeFinding[] =>
  files.flatMap((file) =>
    file.info.warning
      ? [{ severity: 'improve' as const, code: 'cut-short', channels: takeChannels([file]).map((c) => c.name), message: file.info.warning }]
      : [],
  );
