import { add, distance, type Vec3 } from '../math';
import { meanHeightM } from './decay';
import { boxModes, modeAt, modeWeight, type RoomMode } from './modes';
import { imageIn, isGlassAt, type Room, SURFACES, type Surface } from './room';

/** Parts of a spot's score, each 0 (bad) to 1 (good). */
export interface SpotParts {
  /** Off walls and corners; glass counts twice. */
  readonly walls: number;
  /** Clear of the strong modes in the instrument's range. */
  readonly modes: number;
  /** First reflections from the four walls, floor and ceiling spread out in time at its microphones, not on top of one another. */
  readonly reflections: number;
}

export interface SpotScore extends SpotParts {
  /** 0 to 100. */
  readonly score: number;
}

const SPOT_WEIGHTS: Readonly<Record<keyof SpotParts, number>> = { walls: 0.45, modes: 0.35, reflections: 0.2 };

/** From here on a wall is far enough, metres (common practice: an arm's length and more). */
const FAR_M = 1.5;
const GLASS_FAR_M = 2.2;
/** Two reflections whose ways differ by this or more do not pile up, metres: a millisecond and a half. */
const SPREAD_M = 0.5;
/** Modes above this are too dense to stand clear of, hertz. */
const HIGHEST_HZ = 200;
const STRONGEST = 6;
const ORIGIN: Vec3 = { x: 0, y: 0, z: 0 };

/** Which modes matter for an instrument: the strongest six in its range below 200 Hz, axial ones first. */
export function strongModes(room: Room, speedOfSoundMps: number, rangeHz: readonly [number, number]): readonly RoomMode[] {
  const [low, high] = rangeHz;
  return boxModes([room.widthM, room.depthM, meanHeightM(room)], speedOfSoundMps, Math.min(HIGHEST_HZ, high))
    .filter(({ frequencyHz }) => frequencyHz >= low * 0.94)
    .sort((a, b) => modeWeight(b) - modeWeight(a) || a.frequencyHz - b.frequencyHz)
    .slice(0, STRONGEST);
}

const clamp = (x: number): number => Math.min(1, Math.max(0, x));
/** Rises from 0 to 1 and never falls: a wall's nearness as the square root of the way off it. */
const off = (distanceM: number, farM: number): number => Math.sqrt(clamp(distanceM / farM));

/** How much longer each of the six first reflections is than the way straight there, metres. */
function extraWays(room: Room, at: Vec3, to: Vec3): number[] {
  const direct = distance(at, to);
  return SURFACES.map((surface) => distance(imageIn(room, at, surface, to), to) - direct);
}

/** How far apart ways are, 0 (all alike) to 1. */
function spreadOf(ways: readonly number[]): number {
  let [spread, pairs] = [0, 0];
  for (let i = 0; i < ways.length; i++)
    for (let j = i + 1; j < ways.length; j++) {
      spread += clamp(Math.abs((ways[i] as number) - (ways[j] as number)) / SPREAD_M);
      pairs++;
    }
  return spread / pairs;
}

/**
 * Score of a place for an instrument that stands there, by the room alone: metres from the left and back wall, height of its sound.
 * @param ears where its microphones are from there, metres; without any it is heard where it stands
 */
export function scoreSpot(room: Room, modes: readonly RoomMode[], at: Vec3, ears: readonly Vec3[] = []): SpotScore {
  const far = (surface: Surface): number => (isGlassAt(room, surface, at) ? GLASS_FAR_M : FAR_M);
  const gaps = [
    off(at.x, far('left wall')),
    off(room.widthM - at.x, far('right wall')),
    off(at.y, far('back wall')),
    off(room.depthM - at.y, far('front wall')),
  ];
  // The nearest wall decides, the next in line (a corner) takes away what is left; all count a little.
  const sorted = [...gaps].sort((a, b) => a - b) as [number, number, number, number];
  const walls = 0.5 * sorted[0] + 0.3 * sorted[1] + 0.1 * sorted[2] + 0.1 * sorted[3];
  const size: [number, number, number] = [room.widthM, room.depthM, meanHeightM(room)];
  const total = modes.reduce((sum, mode) => sum + modeWeight(mode), 0);
  const driven = modes.reduce((sum, mode) => sum + modeWeight(mode) * modeAt(mode, size, [at.x, at.y, at.z]) ** 2, 0);
  const clear = total > 0 ? 1 - driven / total : 1;
  const heard = ears.length > 0 ? ears : [ORIGIN];
  const reflections = heard.reduce((sum, ear) => sum + spreadOf(extraWays(room, at, add(at, ear))), 0) / heard.length;
  const parts: SpotParts = { walls, modes: clamp(clear), reflections };
  const score = 100 * (Object.keys(SPOT_WEIGHTS) as (keyof SpotParts)[]).reduce((sum, part) => sum + SPOT_WEIGHTS[part] * parts[part], 0);
  return { ...parts, score };
}
