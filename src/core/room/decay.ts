import { type Room, SURFACES, type Surface } from './room';

/** What a lower part of the ceiling takes off the box: the floor under it, metres square, how long its edge is and how far down it comes, metres. */
function lowPart({ widthM, depthM, heightM, lowCeiling: low }: Room): { readonly areaM2: number; readonly edgeM: number; readonly downM: number } {
  if (!low) return { areaM2: 0, edgeM: 0, downM: 0 };
  const beside = low.along === 'left wall' || low.along === 'right wall';
  const edgeM = beside ? depthM : widthM;
  return { areaM2: edgeM * Math.min(low.reachM, beside ? widthM : depthM), edgeM, downM: Math.max(0, heightM - low.heightM) };
}

/** Floor under the lower part of the ceiling, metres square. */
export const lowAreaM2 = (room: Room): number => lowPart(room).areaM2;

export const roomVolumeM3 = (room: Room): number => {
  const { areaM2, downM } = lowPart(room);
  return room.widthM * room.depthM * room.heightM - areaM2 * downM;
};

/** Height of a box of the same floor and volume, metres. */
export const meanHeightM = (room: Room): number => (room.lowCeiling ? roomVolumeM3(room) / (room.widthM * room.depthM) : room.heightM);

/** Area of a surface, metres square; the upright face of a step in the ceiling belongs to the ceiling. */
export function surfaceAreaM2(room: Room, surface: Surface): number {
  const { widthM, depthM, heightM, lowCeiling: low } = room;
  const { areaM2, edgeM, downM } = lowPart(room);
  if (surface === 'floor') return widthM * depthM;
  const reachM = edgeM > 0 ? areaM2 / edgeM : 0;
  const beside = surface === 'left wall' || surface === 'right wall';
  const lengthM = beside ? depthM : widthM;
  // A strip that reaches the wall opposite leaves no step.
  const whole = low && areaM2 >= widthM * depthM - 1e-9;
  if (surface === 'ceiling') return widthM * depthM + (whole ? 0 : edgeM * downM);
  if (!low) return lengthM * heightM;
  if (surface === low.along || whole) return lengthM * (heightM - downM);
  const across = (low.along === 'left wall' || low.along === 'right wall') !== beside;
  return lengthM * heightM - (across ? reachM * downM : 0);
}

export const roomSurfaceM2 = (room: Room): number => SURFACES.reduce((sum, surface) => sum + surfaceAreaM2(room, surface), 0);

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
