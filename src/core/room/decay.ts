import type { Room } from './room';

export const roomVolumeM3 = (room: Room): number => room.widthM * room.depthM * room.heightM;

export const roomSurfaceM2 = (room: Room): number => 2 * (room.widthM * room.depthM + room.widthM * room.heightM + room.depthM * room.heightM);

/** Reverberation time, s: Sabine 0.161·V/(S·α). */
export const sabineSeconds = (volumeM3: number, surfaceM2: number, absorption: number): number => (0.161 * volumeM3) / (surfaceM2 * absorption);

/** Reverberation time, s: Eyring 0.161·V/(−S·ln(1−α)). */
export const eyringSeconds = (volumeM3: number, surfaceM2: number, absorption: number): number =>
  (0.161 * volumeM3) / (-surfaceM2 * Math.log(1 - absorption));

/** Schroeder frequency, Hz: 2000·√(RT/V). */
export const schroederHz = (decaySeconds: number, volumeM3: number): number => 2000 * Math.sqrt(decaySeconds / volumeM3);

/** Critical distance, m: 0.057·√(Q·V/RT), Q the directivity factor of source or microphone (omni 1, cardioid 3). */
export const criticalDistanceM = (q: number, volumeM3: number, decaySeconds: number): number => 0.057 * Math.sqrt((q * volumeM3) / decaySeconds);
