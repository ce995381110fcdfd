import { dbFromAmplitudeRatio } from '../units';

/**
 * A first-order capsule's output for sound from a distance and angle, re the same pressure from far away on its axis, is
 * A + (1−A)·cos θ·(1 + 1/(jkr)) (Beranek, Acoustics): the gradient part is lifted near a source, at every angle. So a cardioid's
 * back is not dead to near bass, and a figure-of-eight's null stays one. The real part is the pattern; this is the imaginary one.
 * Not modelled: the body's own shadow, ports, and what a real capsule does above some 5 kHz.
 * @param pressureShare A, 1 (omni) to 0 (figure-of-eight)
 * @param waveNumberTimesDistance kr, above 0
 */
export const nearFieldPart = (pressureShare: number, cosAngle: number, waveNumberTimesDistance: number): number =>
  (-(1 - pressureShare) * cosAngle) / waveNumberTimesDistance;

/**
 * Level of a first-order microphone at a distance and angle from a point source, dB re the same pressure from far away on axis.
 * @param distanceM above 0; nearer throws
 */
export function capsuleLevelDb(pressureShare: number, cosAngle: number, distanceM: number, frequencyHz: number, speedOfSoundMps: number): number {
  if (!(distanceM > 0)) throw new RangeError(`capsuleLevelDb: distanceM must be above 0, got ${distanceM}`);
  const kr = (2 * Math.PI * frequencyHz * distanceM) / speedOfSoundMps;
  return dbFromAmplitudeRatio(Math.hypot(pressureShare + (1 - pressureShare) * cosAngle, nearFieldPart(pressureShare, cosAngle, kr)));
}

/** Boost on the axis, dB: {@link capsuleLevelDb} straight ahead. */
export const proximityBoostDb = (pressureShare: number, distanceM: number, frequencyHz: number, speedOfSoundMps: number): number =>
  capsuleLevelDb(pressureShare, 1, distanceM, frequencyHz, speedOfSoundMps);
