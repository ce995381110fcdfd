import type { Room } from './room';

export const roomVolumeM3 = (room: Room): number => room.widthM * room.depthM * room.heightM;

export const roomSurfaceM2 = (room: Room): number => 2 * (room.widthM * room.depthM + room.widthM * room.heightM + room.depthM * room.heightM);

/** 24·ln(10), so that 24·ln(10)/c is Sabine's 0.161 s/m at 343.2 m/s (Kuttruff, Room Acoustics). */
const SABINE = 24 * Math.LN10;
const SPEED_AT_20_C_MPS = 343.2;

/** Reverberation time, s: Sabine 24·ln(10)/c·V/(S·α), which is 0.161·V/(S·α) at 20 °C. */
export const sabineSeconds = (volumeM3: number, surfaceM2: number, absorption: number, speedOfSoundMps = SPEED_AT_20_C_MPS): number =>
  ((SABINE / speedOfSoundMps) * volumeM3) / (surfaceM2 * absorption);

/** Reverberation time, s: Eyring 24·ln(10)/c·V/(−S·ln(1−α)), which is 0.161·V/(−S·ln(1−α)) at 20 °C. */
export const eyringSeconds = (volumeM3: number, surfaceM2: number, absorption: number, speedOfSoundMps = SPEED_AT_20_C_MPS): number =>
  ((SABINE / speedOfSoundMps) * volumeM3) / (-surfaceM2 * Math.log(1 - absorption));

/** Room constant R, m²: S·α/(1−α). */
export const roomConstantM2 = (surfaceM2: number, absorption: number): number => (surfaceM2 * absorption) / (1 - absorption);

/** Level of the diffuse field over the source's power level, dB: 10·lg(4/R) (Kuttruff, Room Acoustics). */
export const diffuseFieldDb = (constantM2: number): number => 10 * Math.log10(4 / constantM2);

/** Share of the diffuse field's energy that is there a time after the sound began: 1 − 10^(−6t/RT). */
export const builtUpShare = (seconds: number, decaySeconds: number): number => 1 - 10 ** ((-6 * seconds) / decaySeconds);

/** Schroeder frequency, Hz: 2000·√(RT/V). */
export const schroederHz = (decaySeconds: number, volumeM3: number): number => 2000 * Math.sqrt(decaySeconds / volumeM3);

/** Critical distance, m: 0.057·√(Q·V/RT), Q the directivity factor of source or microphone (omni 1, cardioid 3). */
export const criticalDistanceM = (q: number, volumeM3: number, decaySeconds: number): number => 0.057 * Math.sqrt((q * volumeM3) / decaySeconds);
