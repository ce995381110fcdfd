import { firstDipHz, phaseDegrees } from '../acoustics';
import { formatFrequency, formatLength, formatNumber, type UnitSystem } from '../units';

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

/** The deviation in a sentence with what to do. */
export function deviationWords(deviation: Deviation, units: UnitSystem): string {
  if (deviation.withinTolerance) return `Within what one can hear (${signed(deviation.deviationM, units)}).`;
  const way = deviation.deviationM > 0 ? 'shorter' : 'longer';
  const facts = `${formatNumber(Math.abs(deviation.delayMs), 2)} ms, ${formatNumber(Math.abs(deviation.degreesAt1k), 0)}° at 1 kHz, first dip ${formatFrequency(deviation.firstDipHz)}`;
  return `Make it ${formatLength(Math.abs(deviation.deviationM), units)} ${way} (${facts}).`;
}

const signed = (metres: number, units: UnitSystem): string => `${metres > 0 ? '+' : ''}${formatLength(metres, units)}`;
