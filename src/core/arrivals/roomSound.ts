import { BANDS, rimLoss } from '../acoustics';
import { derived } from '../derived';
import type { Side, Source } from '../instruments';
import type { Vec3 } from '../math';
import {
  builtUpShare,
  ceilingBetween,
  diffuseFieldDb,
  eyringSeconds,
  meanAbsorption,
  meanAbsorptionAt,
  meanOfSurface,
  type Room,
  reflectionPoint,
  roomConstantM2,
  roomSurfaceM2,
  roomVolumeM3,
  SURFACES,
  type Surface,
} from '../room';
import { type Solid, shadeDb } from '../solids';
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

const NO_SCREENS: readonly Solid[] = [];
const screensOf = derived((solids: readonly Solid[]): readonly Solid[] => {
  const found = solids.filter(({ screen }) => screen);
  return found.length ? found : NO_SCREENS;
});

/** Panels, blankets and collars among solids, kept by the list. */
const screensIn = (solids: readonly Solid[] | undefined): readonly Solid[] => (solids ? screensOf(solids) : NO_SCREENS);

/** No room takes up more than this, whatever is hung in it. */
const MOST_ABSORPTION = 0.95;

/** Absorption of a room with what stands about in it: its surfaces' and the screens' areas, over its surfaces. */
export function absorptionWith(room: Room, absorbsM2: number): number {
  return Math.min(MOST_ABSORPTION, meanAbsorption(room) + absorbsM2 / roomSurfaceM2(room));
}

const diffuseOf = derived((room: Room, speedOfSoundMps: number, absorbsM2: number): Diffuse => {
  const surface = roomSurfaceM2(room);
  const absorption = absorptionWith(room, absorbsM2);
  return {
    // What the first reflections hold already is taken out (Kuttruff, Room Acoustics: the field after the first reflection).
    fieldDb: diffuseFieldDb(roomConstantM2(surface, absorption)) + dbFromPowerRatio(1 - absorption),
    decaySeconds: eyringSeconds(roomVolumeM3(room), surface, absorption, speedOfSoundMps),
  };
});

const diffuseIn = ({ room, speedOfSoundMps, solids }: Surroundings): Diffuse =>
  diffuseOf(
    room,
    speedOfSoundMps,
    screensIn(solids).reduce((sum, { screen }) => sum + (screen?.absorbsM2 ?? 0), 0),
  );

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
 * Energy of the room's diffuse field of a source, pressure squared re 20 µPa, as an omni would take it: power level + 10·lg(4·(1 − α)/R),
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
const faceEnergy = derived((side: Side, source: Source): number => powerRatioFromDb(source.peakSplDb + faceLevelDb(source, side)));

const HERTZ = BANDS.map(({ hertz }) => hertz);

/** What screens leave of a reflection's energy, by the source's own bands: on its way to the surface and on from there. */
function pastScreens(screens: readonly Solid[], source: Source, from: Vec3, to: Vec3, surface: number, mirror: number, speed: number): number {
  const along = (['x', 'y', 'z'] as const)[SURFACE_AXIS[surface] as 0 | 1 | 2];
  const wall = mirror / 2;
  const [a, b] = [Math.abs(from[along] - wall), Math.abs(to[along] - wall)];
  const share = a / Math.max(1e-9, a + b);
  const mix = (of: 'x' | 'y' | 'z'): number => (of === along ? wall : from[of] + (to[of] - from[of]) * share);
  const hit = { x: mix('x'), y: mix('y'), z: mix('z') };
  const legs = [shadeDb(screens, '', from, hit, HERTZ, speed), shadeDb(screens, '', hit, to, HERTZ, speed)];
  if (!legs[0] && !legs[1]) return 1;
  const sentBack = 1 - Math.max(...screens.map(({ screen }) => screen?.absorption ?? 0));
  return source.spectrumDb.reduce(
    (sum, db, band) => sum + powerRatioFromDb(db) * Math.max(sentBack, powerRatioFromDb(-(legs[0]?.[band] ?? 0) - (legs[1]?.[band] ?? 0))),
    0,
  );
}

/** Numbers per echo in an {@link echoField}. */
export const ECHO_SIZE = 5;

/**
 * First reflections of the six surfaces of a box by image sources (Allen and Berkley 1979), each weakened by the mean
 * absorption (energy 1 − α), of every face of a source; the point-source law, since they are far. Before a microphone's pattern.
 * A screen across the way there or back shades it; never by more than its face takes up, for what it keeps off it sends back itself.
 * @returns per surface (in their order) and face: x, y, z of the face's image, metres; the way, metres; peak pressure squared re 20 µPa
 */
export function echoField(source: Source, point: Vec3, { room, speedOfSoundMps, solids }: Surroundings): Float64Array {
  const screens = screensIn(solids);
  const faces = source.sides.length;
  const out = new Float64Array(6 * faces * ECHO_SIZE);
  const share = source.allRoundShare;
  for (let surface = 0; surface < 6; surface++) {
    const name = SURFACES[surface] as Surface;
    const evenly = 1 - (room.surfaces || room.softOnM2 ? meanOfSurface(room, name) : room.absorption);
    const axis = SURFACE_AXIS[surface] as 0 | 1 | 2;
    for (let face = 0; face < faces; face++) {
      const side = source.sides[face] as Side;
      const p = side.positionM;
      const mirror = surface === 1 ? 2 * room.widthM : surface === 2 ? 2 * room.depthM : surface === 5 ? 2 * ceilingBetween(room, p, point) : 0;
      const kept = room.parts ? 1 - meanAbsorptionAt(room, name, reflectionPoint(room, p, point, name)) : evenly;
      const n = side.normal;
      const x = (axis === 0 ? mirror - point.x : point.x) - p.x;
      const y = (axis === 1 ? mirror - point.y : point.y) - p.y;
      const z = (axis === 2 ? mirror - point.z : point.z) - p.z;
      const length2 = Math.max(NEAREST_M * NEAREST_M, x * x + y * y + z * z);
      const lengthM = Math.sqrt(length2);
      const above = x * n.x + y * n.y + z * n.z;
      const ahead = faces === 1 ? above / lengthM : Math.max(0, above / lengthM);
      const facing = Math.max(LEAST_GAIN, share + (1 - share) * ahead);
      let energy = (faceEnergy(side, source) * facing * facing * kept) / length2;
      if (above < 0 && faces > 1) {
        const outM = Math.sqrt(Math.max(0, length2 - above * above));
        const over = source.radiusM + Math.sqrt((outM - source.radiusM) ** 2 + above * above) - lengthM;
        energy /= rimLoss((2 * over * ROUND_HZ) / speedOfSoundMps) ** 2;
      }
      if (screens.length) energy *= pastScreens(screens, source, p, point, surface, mirror, speedOfSoundMps);
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
