/** Speed of sound in dry air at 20 °C, m/s (ISO 9613-1). */
const SPEED_AT_20_C_MPS = 343.2;

/**
 * Speed of sound in dry air, m/s: 343.2·√((T + 273.15)/293.15) (ISO 9613-1).
 * @param temperatureC air temperature, −20 to 60 °C is the sensible range; below absolute zero throws.
 */
export function speedOfSound(temperatureC: number): number {
  if (!(temperatureC > -273.15)) throw new RangeError(`speedOfSound: temperatureC must be above −273.15, got ${temperatureC}`);
  return SPEED_AT_20_C_MPS * Math.sqrt((temperatureC + 273.15) / 293.15);
}

/** Phase at a frequency of a delay, degrees: 360·f·τ. */
export const phaseDegrees = (frequencyHz: number, delaySeconds: number): number => 360 * frequencyHz * delaySeconds;
