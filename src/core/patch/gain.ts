import type { MicrophoneModel } from '../microphones';
import { outputLevelDbu } from '../microphones';
import type { DeviceInput } from './device';
import type { Outboard } from './outboard';

/** Peaks of the loudest playing are aimed here (the safe-peaks habit, common practice). */
export const PEAK_TARGET_DBFS = -12;

/** How one microphone is set on one input. */
export interface GainSetting {
  readonly gainDb: number;
  readonly microphonePad: boolean;
  readonly inputPad: boolean;
  readonly predictedPeakDbfs: number;
  /** What is added between the microphone and the input, dB. */
  readonly betweenDb: number;
  /** What low cuts take away from the loudest sound, dB: 0 or less. */
  readonly lowCutDb: number;
  /** Whether the loudest peak stays below full scale and the target can be reached within 6 dB. */
  readonly verdict: 'fits' | 'too-loud' | 'too-quiet';
}

/** dBFS = dBu − (maximum input dBu at minimum gain) + (gain − minimum gain). */
export const recordedLevelDbfs = (levelDbu: number, input: DeviceInput, gainDb: number, padDb: number): number =>
  levelDbu - padDb - input.maxLevelDbu + (gainDb - input.gainMinDb);

/**
 * Gain for peaks at the target, in the input's own notches; the input's pad goes on only when minimum gain is still
 * too much.
 * @param through what stands between; one with a knob does the work before the input's own gain
 * @param peakSplDb loudest peak at the capsule, dB SPL on-axis equivalent
 * @param lowCutDb what low cuts take from it, 0 or less
 */
export function gainFor(
  model: MicrophoneModel,
  peakSplDb: number,
  microphonePad: boolean,
  input: DeviceInput,
  targetDbfs: number = PEAK_TARGET_DBFS,
  through: Outboard | null = null,
  lowCutDb = 0,
): GainSetting {
  const ownDbu = outputLevelDbu(model.sensitivityMvPerPa, peakSplDb, microphonePad ? model.padDb : 0) + lowCutDb;
  const lacking = Math.round(targetDbfs - recordedLevelDbfs(ownDbu, input, input.gainMinDb, 0));
  const betweenDb = through ? Math.min(through.gainMaxDb, Math.max(through.gainMinDb, lacking)) : 0;
  const levelDbu = ownDbu + betweenDb;
  const step = input.gainStepDb ?? 1;
  const wanted = (padDb: number): number =>
    Math.round((targetDbfs - recordedLevelDbfs(levelDbu, input, input.gainMinDb, padDb)) / step) * step + input.gainMinDb;
  const inputPad = wanted(0) < input.gainMinDb && input.padDb > 0;
  const padDb = inputPad ? input.padDb : 0;
  const gainDb = Math.min(input.gainMaxDb, Math.max(input.gainMinDb, wanted(padDb)));
  const predictedPeakDbfs = recordedLevelDbfs(levelDbu, input, gainDb, padDb);
  // Without a gain there is none to be too low: floating point keeps what is soft.
  const soft = !input.floats && predictedPeakDbfs < targetDbfs - 6;
  const verdict = predictedPeakDbfs > -1 ? 'too-loud' : soft ? 'too-quiet' : 'fits';
  return { gainDb, microphonePad, inputPad, predictedPeakDbfs, betweenDb, lowCutDb, verdict };
}
