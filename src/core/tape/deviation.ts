import { firstDipHz, phaseDegrees } from '../acoustics';
import { asFrequency, asLength, asNumber, type Told } from '../units';
import { tell } from './codes';

/** What a deviation of a string amounts to. */
export interface Deviation {
  readonly deviationM: number;
  readonly withinTolerance: boolean;
  readonly delayMs: number;
  /** Phase at 1 kHz, degrees. */
  readonly degreesAt1k: number;
  readonly firstDipHz: number;
}

export function deviationOf(readM: number, plannedM: number, toleranceM: number, speedOfSoundMps: number): Deviation {
  const deviationM = readM - plannedM;
  const seconds = deviationM / speedOfSoundMps;
  return {
    deviationM,
    withinTolerance: Math.abs(deviationM) <= toleranceM,
    delayMs: seconds * 1000,
    degreesAt1k: phaseDegrees(1000, seconds),
    firstDipHz: firstDipHz(seconds),
  };
}

/** The deviation with what to do. */
export const deviationTold = ({ deviationM, withinTolerance, delayMs, degreesAt1k, firstDipHz: dipHz }: Deviation): Told =>
  withinTolerance
    ? tell('within-hearing', { longer: deviationM > 0 ? 'yes' : 'no', by: asLength(deviationM) })
    : tell('make-it', {
        by: asLength(Math.abs(deviationM)),
        longer: deviationM > 0 ? 'yes' : 'no',
        milliseconds: asNumber(Math.abs(delayMs), 2),
        degrees: asNumber(Math.abs(degreesAt1k), 0),
        dip: asFrequency(dipHz),
      });
