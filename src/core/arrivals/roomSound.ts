import { BANDS, rimLoss } from '../acoustics';
import type { Side, Source } from '../instruments';
import type { Vec3 } from '../math';
import { builtUpShare, diffuseFieldDb, eyringSeconds, type Room, roomConstantM2, roomSurfaceM2, roomVolumeM3 } from '../room';
import type { Solid } from '../solids';
import { dbFromPowerRatio, powerRatioFromDb } from '../units';
import { LEAST_GAIN } from './facing';

/** Where everything happens: the box and the speed of sound in its air. A plan is one. */
export interface Surroundings {
  readonly room: Room;
  readonly speedOfSoundMps: number;
  /** What stands in the way; in the open nothing does. */
  readonly solids?: readonly Solid[];
}

/** How long a stroke feeds the room: the time after which its level is judged, s. */
const STROKE_S = 0.035;

interface Diffuse {
  readonly fieldDb: number;
  readonly decaySeconds: number;
}

const diffuseOf = new WeakMap<Room, { readonly speed: number; readonly diffuse: Diffuse }>();

function diffuseIn({ room, speedOfSoundMps }: Surroundings): Diffuse {
  const known = diffuseOf.get(room);
  if (known?.speed === speedOfSoundMps) return known.diffuse;
  const surface = roomSurfaceM2(room);
  const diffuse = {
    fieldDb: diffuseFieldDb(roomConstantM2(surface, room.absorption)),
    decaySeconds: eyringSeconds(roomVolumeM3(room), surface, room.absorption, speedOfSoundMps),
  };
  diffuseOf.set(room, { speed: speedOfSoundMps, diffuse });
  return diffuse;
}

/** Level of a face over the source's planning level with all its bands added up in energy, dB. */
function faceLevelDb(source: Source, side: Side): number {
  if (!side.tiltDb) return side.levelDb;
  const tilt = side.tiltDb;
  return side.levelDb + dbFromPowerRatio(source.spectrumDb.reduce((sum, db, band) => sum + powerRatioFromDb(db + (tilt[band] as number)), 0));
}

/**
 * Energy a source gives over all directions, re what it would give if it were everywhere as loud as straight ahead of its first
 * face: the mean square over the sphere, for two faces the mean of their halves (1/Q).
 */
function roundShare(source: Source): number {
  const s = source.allRoundShare;
  const [front, back] = source.sides;
  if (!back) return s ** 2 + (1 - s) ** 2 / 3;
  const half = s ** 2 + s * (1 - s) + (1 - s) ** 2 / 3;
  return (half * (powerRatioFromDb(faceLevelDb(source, front)) + powerRatioFromDb(faceLevelDb(source, back)))) / 2;
}

/**
 * Energy of the room's diffuse field of a source, pressure squared re 20 µPa, as an omni would take it: power level + 10·lg(4/R),
 * of which a stroke has built up 1 − 10^(−6t/RT) after 35 ms and a held note all (Kuttruff, Room Acoustics).
 */
export function diffuseEnergy(source: Source, air: Surroundings): number {
  const { fieldDb, decaySeconds } = diffuseIn(air);
  const built = source.held ? 1 : builtUpShare(STROKE_S, decaySeconds);
  return powerRatioFromDb(source.peakSplDb + fieldDb) * 4 * Math.PI * roundShare(source) * built;
}

/** A face round its own body is weakened as in this band. */
const ROUND_HZ = BANDS[1].hertz;
/** Nearer than this a face and its own image are not told apart, metres. */
const NEAREST_M = 0.05;

/** Energy of a face at 1 m ahead of it, kept by face, which stays the same object while its instrument does. */
const faceEnergies = new WeakMap<Side, { readonly source: Source; readonly energy: number }>();
function faceEnergy(source: Source, side: Side): number {
  const known = faceEnergies.get(side);
  if (known?.source === source) return known.energy;
  const energy = powerRatioFromDb(source.peakSplDb + faceLevelDb(source, side));
  faceEnergies.set(side, { source, energy });
  return energy;
}

/** Numbers per echo in an {@link echoField}. */
export const ECHO_SIZE = 5;

/**
 * First reflections of the six surfaces of a box by image sources (Allen and Berkley 1979), each weakened by the mean
 * absorption (energy 1 − α), of every face of a source; the point-source law, since they are far. Before a microphone's pattern.
 * @returns per surface (in their order) and face: x, y, z of the face's image, metres; the way, metres; peak pressure squared re 20 µPa
 */
export function echoField(source: Source, point: Vec3, { room, speedOfSoundMps }: Surroundings): Float64Array {
  const faces = source.sides.length;
  const out = new Float64Array(6 * faces * ECHO_SIZE);
  const kept = 1 - room.absorption;
  const share = source.allRoundShare;
  for (let surface = 0; surface < 6; surface++) {
    const axis = SURFACE_AXIS[surface] as 0 | 1 | 2;
    const mirror = surface === 1 ? 2 * room.widthM : surface === 2 ? 2 * room.depthM : surface === 5 ? 2 * room.heightM : 0;
    for (let face = 0; face < faces; face++) {
      const side = source.sides[face] as Side;
      const p = side.positionM;
      const n = side.normal;
      const x = (axis === 0 ? mirror - point.x : point.x) - p.x;
      const y = (axis === 1 ? mirror - point.y : point.y) - p.y;
      const z = (axis === 2 ? mirror - point.z : point.z) - p.z;
      const length2 = Math.max(NEAREST_M * NEAREST_M, x * x + y * y + z * z);
      const lengthM = Math.sqrt(length2);
      const above = x * n.x + y * n.y + z * n.z;
      const ahead = faces === 1 ? above / lengthM : Math.max(0, above / lengthM);
      const facing = Math.max(LEAST_GAIN, share + (1 - share) * ahead);
      let energy = (faceEnergy(source, side) * facing * facing * kept) / length2;
      if (above < 0 && faces > 1) {
        const outM = Math.sqrt(Math.max(0, length2 - above * above));
        const over = source.radiusM + Math.sqrt((outM - source.radiusM) ** 2 + above * above) - lengthM;
        energy /= rimLoss((2 * over * ROUND_HZ) / speedOfSoundMps) ** 2;
      }
      const at = (surface * faces + face) * ECHO_SIZE;
      out[at] = axis === 0 ? mirror - p.x : p.x;
      out[at + 1] = axis === 1 ? mirror - p.y : p.y;
      out[at + 2] = axis === 2 ? mirror - p.z : p.z;
      out[at + 3] = lengthM;
      out[at + 4] = energy;
    }
  }
  return out;
}

/** Which coordinate each of the SURFACES mirrors. */
const SURFACE_AXIS = [0, 0, 1, 1, 2, 2] as const;
