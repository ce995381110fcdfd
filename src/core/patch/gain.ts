import type { Plan } from '../arrivals';
import type { MicrophoneId } from '../ids';
import type { MicrophoneModel } from '../microphones';
import { outputLevelDbu } from '../microphones';
import type { DeviceInput } from './device';
import type { Outboard } from './outboard';

/** Peaks of the loudest playing are aimed here (the safe-peaks habit, common practice). */
export const PEAK_TARGET_DBFS = -12;

/** Where a microphone's loudest peaks are wanted, dBFS. */
export const peakTargetOf = ({ peakTargetsDbfs, peakTargetDbfs }: Plan, microphoneId: MicrophoneId): number =>
  peakTargetsDbfs?.[microphoneId] ?? peakTargetDbfs ?? PEAK_TARGET_DBFS;

export type GainVerdict = 'fits' | 'overloads' | 'too-loud' | 'too-hot' | 'too-quiet';

/** How far from the target a level may land, dB. */
const NEAR_DB = 6;

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
  /** Where the loudest peak lands in the file: at full scale even at least gain, more than 6 dB over or under the target, or where it should. */
  readonly level: Exclude<GainVerdict, 'overloads'>;
  /** The same, and before all that the microphone itself overloads, which no input mends. */
  readonly verdict: GainVerdict;
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
  // Without a gain there is none to be too low or too high: floating point keeps what is soft, and only its ceiling counts.
  const off = input.floats ? 0 : predictedPeakDbfs - targetDbfs;
  const overloads = peakSplDb > model.maxSplDb + (microphonePad ? model.padDb : 0);
  const level = predictedPeakDbfs > -1 ? 'too-loud' : off > NEAR_DB ? 'too-hot' : off < -NEAR_DB ? 'too-quiet' : 'fits';
  return { gainDb, microphonePad, inputPad, predictedPeakDbfs, betweenDb, lowCutDb, level, verdict: overloads ? 'overloads' : level };
}
