import type { AudioFile } from '../../audio';
import { quantile } from '../../math';
import { counted } from '../../units';
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
            message: `${name} holds ${counted(badSamples, 'sample')} that no converter makes (no number, or far beyond full scale), first at ${(firstBadSample / rate).toFixed(3)} s; taken as silence here: copy or export it again.`,
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
    const way = difference < 0 ? 'shorter' : 'longer';
    return [
      {
        severity: Math.abs(difference) > rate / 10 ? 'improve' : 'note',
        code: 'length-differs',
        channels: [channel.name],
        message: `${channel.name} is ${Math.abs(difference)} samples (${(Math.abs(difference) / rate).toFixed(3)} s) ${way} than the others: check that it starts with them.`,
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
    message: `${channel.name} was recorded at ${channel.file.info.sampleRateHz} Hz and the others at ${rate} Hz, so it was left out of the comparison: set one sample rate and record again.`,
  }));
}

/** Files that were usable but not quite right. */
export const warningFindings = (files: readonly AudioFile[]): TakeFinding[] =>
  files.flatMap((file) =>
    file.info.warning
      ? [{ severity: 'improve' as const, code: 'cut-short', channels: takeChannels([file]).map((c) => c.name), message: file.info.warning }]
      : [],
  );
