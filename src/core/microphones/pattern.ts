import { dbFromAmplitudeRatio, dbFromPowerRatio, degreesFromRadians } from '../units';

/**
 * First-order patterns g(θ) = A + (1−A)·cos θ (Eargle, The Microphone Book). The number is A, the pressure share.
 */
export const PATTERN_PRESSURE_SHARE = {
  omni: 1,
  'wide-cardioid': 0.7,
  cardioid: 0.5,
  supercardioid: 0.366,
  hypercardioid: 0.25,
  'figure-of-eight': 0,
} as const;

export type PatternName = keyof typeof PATTERN_PRESSURE_SHARE;
export const PATTERN_NAMES = Object.keys(PATTERN_PRESSURE_SHARE) as PatternName[];

/** Signed amplitude gain at an angle off axis; negative behind the null, where the output is inverted. */
export function patternGain(pattern: PatternName, cosAngle: number): number {
  const a = PATTERN_PRESSURE_SHARE[pattern];
  return a + (1 - a) * cosAngle;
}

/** Random energy efficiency: A² + (1−A)²/3, the pattern's mean square over the sphere (1 for an omni). */
export function randomEnergyEfficiency(pressureShare: number): number {
  return pressureShare ** 2 + (1 - pressureShare) ** 2 / 3;
}

/** Directivity index, dB: −10·lg(random energy efficiency). */
export const directivityIndexDb = (pressureShare: number): number => -dbFromPowerRatio(randomEnergyEfficiency(pressureShare));

/** How much farther than an omni for the same direct-to-room ratio: 1/√(random energy efficiency). */
export const distanceFactor = (pressureShare: number): number => 1 / Math.sqrt(randomEnergyEfficiency(pressureShare));

/** Angle of no output in degrees, or null where the pattern has none (A above one half). */
export function nullAngleDegrees(pressureShare: number): number | null {
  if (pressureShare > 0.5) return null;
  return degreesFromRadians(Math.acos(-pressureShare / (1 - pressureShare)));
}

/** Level off axis, dB re on axis; −Infinity in a null. */
export const patternLevelDb = (pattern: PatternName, cosAngle: number): number => dbFromAmplitudeRatio(Math.abs(patternGain(pattern, cosAngle)));

/** Directivity factor Q: 1 over the random energy efficiency (omni 1, cardioid 3). */
export const directivityFactor = (pattern: PatternName): number => 1 / randomEnergyEfficiency(PATTERN_PRESSURE_SHARE[pattern]);
