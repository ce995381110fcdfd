import { directionToRoom, type Geometry, type Instrument, placedGeometry } from '../instruments';
import { add, cross, dot, normalize, scale, subtract, type Vec3, vec3 } from '../math';
import { radiansFromDegrees } from '../units';
import type { AimRule, Placement, Recipe, RecipeMicrophone } from './recipe';

/** A recipe's microphone at its place in the room. */
export interface PlacedByRecipe {
  readonly recipe: RecipeMicrophone;
  readonly positionM: Vec3;
  readonly aimM: Vec3;
}

const markOf = (geometry: Geometry, id: string): Vec3 | null => geometry.marks.find((mark) => mark.id === id)?.positionM ?? null;

function bearing(azimuthDeg: number, elevationDeg: number): Vec3 {
  const azimuth = radiansFromDegrees(azimuthDeg);
  const elevation = radiansFromDegrees(elevationDeg);
  return vec3(Math.cos(elevation) * Math.sin(azimuth), Math.cos(elevation) * Math.cos(azimuth), Math.sin(elevation));
}

function overRim(instrument: Instrument, geometry: Geometry, place: Extract<Placement, { rule: 'rim' }>): Vec3 | null {
  const source = geometry.sources.find((candidate) => candidate.id === place.source);
  const side = source && (place.under ? source.sides[1] : source.sides[0]);
  if (!source || !side) return null;
  const outward = directionToRoom(instrument, bearing(place.azimuthDeg, 0));
  const inPlane = normalize(subtract(outward, scale(side.normal, dot(outward, side.normal))), cross(side.normal, outward));
  const atRim = add(side.positionM, scale(inPlane, source.radiusM - place.insetM));
  return add(atRim, scale(side.normal, place.heightM));
}

function positionOf(instrument: Instrument, geometry: Geometry, place: Placement): Vec3 | null {
  if (place.rule === 'rim') return overRim(instrument, geometry, place);
  const mark = markOf(geometry, place.mark);
  if (!mark) return null;
  const offset = place.rule === 'offset' ? vec3(...place.byM) : scale(bearing(place.azimuthDeg, place.elevationDeg), place.lengthM);
  return add(mark, directionToRoom(instrument, offset));
}

/** How far ahead an aim without a mark is put, metres. */
const AIM_AHEAD_M = 0.5;

function aimOf(instrument: Instrument, geometry: Geometry, aim: AimRule, positionM: Vec3): Vec3 | null {
  if ('mark' in aim) return markOf(geometry, aim.mark);
  return add(positionM, scale(directionToRoom(instrument, bearing(aim.azimuthDeg, aim.elevationDeg)), AIM_AHEAD_M));
}

/**
 * Places a recipe round an instrument. Microphones whose mark or drum the instrument lacks are left out and named in
 * `missing` (a three-piece kit has no rack tom).
 */
export function placeRecipe(recipe: Recipe, instrument: Instrument): { placed: PlacedByRecipe[]; missing: string[] } {
  const geometry = placedGeometry(instrument);
  const placed: PlacedByRecipe[] = [];
  const missing: string[] = [];
  for (const microphone of recipe.microphones) {
    const positionM = positionOf(instrument, geometry, microphone.place);
    const aimM = positionM && aimOf(instrument, geometry, microphone.aim, positionM);
    if (positionM && aimM) placed.push({ recipe: microphone, positionM, aimM });
    else missing.push(microphone.name);
  }
  return { placed, missing };
}
