import type { MicrophoneModel } from '../microphones';
import { outputLevelDbu } from '../microphones';
import type { DeviceInput } from './device';

/** Peaks of the loudest playing are aimed here (the safe-peaks habit, common practice). */
export const PEAK_TARGET_DBFS = -12;

/** How one microphone is set on one input. */
export interface GainSetting {
  readonly gainDb: number;
  readonly microphonePad: boolean;
  readonly inputPad: boolean;
  readonly predictedPeakDbfs: number;
  /** Whether the loudest peak stays below full scale and the target can be reached within 6 dB. */
  readonly verdict: 'fits' | 'too-loud' | 'too-quiet';
}

/** dBFS = dBu − (maximum input dBu at minimum gain) + (gain − minimum gain). */
export const recordedLevelDbfs = (levelDbu: number, input: DeviceInput, gainDb: number, padDb: number): number =>
  levelDbu - padDb - input.maxLevelDbu + (gainDb - input.gainMinDb);

/**
 * Gain for peaks at the target, whole decibels as knobs are marked; the input's pad goes on only when minimum gain is still
 * too much.
 * @param peakSplDb loudest peak at the capsule, dB SPL on-axis equivalent
 */
export function gainFor(
  model: MicrophoneModel,
  peakSplDb: number,
  microphonePad: boolean,
  input: DeviceInput,
  targetDbfs: number = PEAK_TARGET_DBFS,
): GainSetting {
  const levelDbu = outputLevelDbu(model.sensitivityMvPerPa, peakSplDb, microphonePad ? model.padDb : 0);
  const wanted = (padDb: number): number => Math.round(targetDbfs - recordedLevelDbfs(levelDbu, input, input.gainMinDb, padDb)) + input.gainMinDb;
  const inputPad = wanted(0) < input.gainMinDb && input.padDb > 0;
  const padDb = inputPad ? input.padDb : 0;
  const gainDb = Math.min(input.gainMaxDb, Math.max(input.gainMinDb, wanted(padDb)));
  const predictedPeakDbfs = recordedLevelDbfs(levelDbu, input, gainDb, padDb);
  const verdict = predictedPeakDbfs > -1 ? 'too-loud' : predictedPeakDbfs < targetDbfs - 6 ? 'too-quiet' : 'fits';
  return { gainDb, microphonePad, inputPad, predictedPeakDbfs, verdict };
}
