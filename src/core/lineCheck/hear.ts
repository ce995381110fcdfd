import { HumMeter } from '../analysis';
import { dbFromAmplitudeRatio, dbFromPowerRatio } from '../units';
import { isEven } from './listenIn';

export { hearTaps, type TapHeard } from '../analysis';

const { abs, max } = Math;

export interface QuietHeard {
  readonly noiseDbfs: number;
  readonly hum: { readonly mainsHz: number; readonly levelDbfs: number } | null;
  /** The noise is even: a hiss. */
  readonly isEven?: boolean;
}

/** Mean power of what is heard in silence, dBFS (a full-scale square is 0), and mains in it; hum needs 4 s and more. */
export function hearSilence(samples: Float32Array, sampleRateHz: number, withHum = true): QuietHeard {
  const meter = new HumMeter(sampleRateHz);
  if (withHum) meter.push(samples, samples.length);
  let power = 0;
  for (let i = 0; i < samples.length; i++) power += (samples[i] as number) ** 2;
  return {
    noiseDbfs: max(-180, dbFromPowerRatio(power / max(1, samples.length))),
    hum: withHum ? meter.hum() : null,
    isEven: isEven(samples, sampleRateHz),
  };
}

/** Highest sample, dBFS. */
export function hearPeak(samples: Float32Array): number {
  let most = 1e-9;
  for (let i = 0; i < samples.length; i++) most = max(most, abs(samples[i] as number));
  return dbFromAmplitudeRatio(most);
}
