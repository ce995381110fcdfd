import { acrossBands, type Copy, type PerBand } from '../acoustics';
import { amplitudeRatioFromDb, dbFromAmplitudeRatio } from '../units';
import type { ArrivalTable } from './arrival';
import type { Path } from './paths';

const magnitudes = (path: Path): PerBand =>
  [0, 1, 2, 3].map((band) =>
    Math.max(-200, dbFromAmplitudeRatio(Math.hypot(path.re[band] as number, path.im[band] as number))),
  ) as unknown as PerBand;

/**
 * A source's direct sound in a channel, as the copies that are added in the mix: one per path, with its band's weight and delay;
 * 0 dB is the channel's loudest source, as its gain is set.
 */
export function copiesOf(table: ArrivalTable, microphone: number, source: number): Copy[] {
  const arrival = table.rows[microphone]?.[source];
  const level = table.channelDb[microphone]?.[source];
  const placed = table.plan.microphones[microphone];
  const heard = table.plan.sources[source];
  if (!arrival || level === undefined || !placed || !heard) throw new RangeError(`copiesOf: no arrival at ${microphone}, ${source}`);
  const gainDb = level - arrival.levelDb;
  const held = placed.alignSamples / table.plan.sampleRateHz;
  return arrival.paths.map((path): Copy => {
    // What the source itself has in a band is the same in every channel: it is taken out, so that the sum shows only what the set-up does.
    const bands = magnitudes(path).map((db, band) => db - (heard.spectrumDb[band] as number)) as unknown as PerBand;
    return {
      amplitude: path.recordedSign * amplitudeRatioFromDb(path.levelDb + gainDb),
      delaySeconds: path.delaySeconds + held,
      amplitudeAt: (hertz) => path.recordedSign * amplitudeRatioFromDb(acrossBands(bands, hertz) + gainDb),
    };
  });
}
