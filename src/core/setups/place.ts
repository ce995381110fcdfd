import { directionToRoom, type Geometry, handed, handedLabel, type Instrument, placedGeometry } from '../instruments';
import { add, cross, distance, dot, normalize, rotateAbout, scale, subtract, type Vec3, vec3 } from '../math';
import { clampToRoom, distanceToWall, type Room } from '../room';
import { radiansFromDegrees } from '../units';
import type { AimRule, Placement, PointRule, Recipe, RecipeMicrophone, Side } from './recipe';

/** A recipe's microphone at its place in the room. */
export interface PlacedByRecipe {
  readonly recipe: RecipeMicrophone;
  readonly positionM: Vec3;
  readonly aimM: Vec3;
  /** How far the room made it give way from where the recipe wanted it, metres. */
  readonly gaveWayM: number;
}

interface Context {
  readonly instrument: Instrument;
  readonly geometry: Geometry;
  readonly room: Room;
}

const markOf = ({ geometry }: Context, id: string): Vec3 | null => geometry.marks.find((mark) => mark.id === id)?.positionM ?? null;
const toRoom = ({ instrument }: Context, direction: Vec3): Vec3 => directionToRoom(instrument, direction);

function bearing(azimuthDeg: number, elevationDeg: number): Vec3 {
  const azimuth = radiansFromDegrees(azimuthDeg);
  const elevation = radiansFromDegrees(elevationDeg);
  return vec3(Math.cos(elevation) * Math.sin(azimuth), Math.cos(elevation) * Math.cos(azimuth), Math.sin(elevation));
}

function overRim(context: Context, place: Extract<PointRule, { rule: 'rim' }>): Vec3 | null {
  const source = context.geometry.sources.find((candidate) => candidate.id === place.source);
  const side = source && (place.under ? source.sides[1] : source.sides[0]);
  if (!source || !side) return null;
  const outward = toRoom(context, bearing(place.azimuthDeg, 0));
  const inPlane = normalize(subtract(outward, scale(side.normal, dot(outward, side.normal))), cross(side.normal, outward));
  const atRim = add(side.positionM, scale(inPlane, source.radiusM * (1 - place.insetOfRadius)));
  return add(atRim, scale(side.normal, source.radiusM * place.heightOfRadius));
}

function insideDrum(context: Context, place: Extract<PointRule, { rule: 'inside' }>): Vec3 | null {
  const source = context.geometry.sources.find((candidate) => candidate.id === place.source);
  const [near, far] = source?.sides ?? [];
  if (!source || !near || !far) return null;
  const along = subtract(far.positionM, near.positionM);
  const right = scale(toRoom(context, vec3(1, 0, 0)), place.rightOfRadius * source.radiusM);
  return add(add(near.positionM, scale(along, place.inOfDepth)), add(right, vec3(0, 0, -place.downOfRadius * source.radiusM)));
}

/** A direction turned upward, then to the player's right. */
function offAxis(context: Context, looks: Vec3, upDeg: number, rightDeg: number): Vec3 {
  const right = normalize(cross(looks, vec3(0, 0, 1)), toRoom(context, vec3(1, 0, 0)));
  const up = cross(right, looks);
  const players = dot(right, toRoom(context, vec3(1, 0, 0))) >= 0 ? 1 : -1;
  const lifted = rotateAbout(looks, right, radiansFromDegrees(upDeg));
  return rotateAbout(lifted, up, -players * radiansFromDegrees(rightDeg));
}

function onAxis(context: Context, place: Extract<PointRule, { rule: 'axis' }>): Vec3 | null {
  const source = context.geometry.sources.find((candidate) => candidate.id === place.source);
  const side = source && (place.behind ? source.sides[1] : source.sides[0]);
  if (!side) return null;
  return add(side.positionM, scale(offAxis(context, side.normal, place.upDeg, place.rightDeg), place.distanceM));
}

/** The point where strings from two marks meet; the strings are let out alike when they are too short to meet. */
function onTwoStrings(context: Context, place: Extract<PointRule, { rule: 'strings' }>): Vec3 | null {
  const [a, b] = [markOf(context, place.marks[0]), markOf(context, place.marks[1])];
  if (!a || !b) return null;
  const apart = distance(a, b);
  const spare = Math.max(0, (apart + 0.02 - place.lengthsM[0] - place.lengthsM[1]) / 2);
  const [ra, rb] = [place.lengthsM[0] + spare, place.lengthsM[1] + spare];
  const along = normalize(subtract(b, a));
  const foot = (ra * ra - rb * rb + apart * apart) / (2 * apart);
  const radius = Math.sqrt(Math.max(0, ra * ra - foot * foot));
  const highest = normalize(subtract(vec3(0, 0, 1), scale(along, along.z)));
  const right = toRoom(context, vec3(1, 0, 0));
  const turn = dot(cross(along, highest), right) >= 0 ? 1 : -1;
  const out = rotateAbout(highest, along, turn * radiansFromDegrees(place.turnDeg));
  return add(add(a, scale(along, foot)), scale(out, radius));
}

/** The point across a line before a mark that is as far from both of two others. */
function equallyFar(context: Context, place: Extract<PointRule, { rule: 'equal' }>): Vec3 | null {
  const before = markOf(context, place.before);
  const found = place.pairs.find((marks) => marks.every((mark) => markOf(context, mark)));
  if (!before || !found) return null;
  const [a, b] = found.map((mark) => markOf(context, mark)) as [Vec3, Vec3];
  const start = add(add(before, toRoom(context, vec3(0, place.outM, 0))), vec3(0, 0, place.heightM));
  const across = toRoom(context, vec3(1, 0, 0));
  const apart = subtract(b, a);
  const off = dot(subtract(scale(add(a, b), 0.5), start), apart) / dot(across, apart);
  return Number.isFinite(off) ? add(start, scale(across, off)) : null;
}

/** The player's floor point, moved on away from the wall behind until the player stands where they shall on the way. */
function offTheWall(context: Context, place: Extract<PointRule, { rule: 'off-wall' }>): Vec3 {
  const { instrument, room } = context;
  const behind = toRoom(context, vec3(0, -1, 0));
  const from = vec3(instrument.positionM.x, instrument.positionM.y, place.heightM);
  const wallM = distanceToWall(room, from, behind);
  const beyondM = Math.min(wallM / place.playerShare - wallM, distanceToWall(room, from, scale(behind, -1)) - place.clearM);
  return add(from, scale(behind, -beyondM));
}

function pointOf(context: Context, place: PointRule): Vec3 | null {
  if (place.rule === 'rim') return overRim(context, place);
  if (place.rule === 'inside') return insideDrum(context, place);
  if (place.rule === 'axis') return onAxis(context, place);
  if (place.rule === 'strings') return onTwoStrings(context, place);
  if (place.rule === 'off-wall') return offTheWall(context, place);
  if (place.rule === 'equal') return equallyFar(context, place);
  const mark = markOf(context, place.mark);
  if (!mark) return null;
  const offset = place.rule === 'offset' ? vec3(...place.byM) : scale(bearing(place.azimuthDeg, place.elevationDeg), place.lengthM);
  return add(mark, toRoom(context, offset));
}

/** To the right as a pair looks; a pair that looks straight down has the player's right. */
function rightOf(context: Context, forward: Vec3): Vec3 {
  const up = Math.abs(forward.z) > 0.95 ? toRoom(context, vec3(0, 1, 0)) : vec3(0, 0, 1);
  return normalize(cross(forward, up));
}

const signOf = (side: Side): number => (side === 'right' ? 1 : -1);

function positionOf(context: Context, place: Placement): Vec3 | null {
  if (place.rule !== 'array') return pointOf(context, place);
  const about = pointOf(context, place.about);
  const facing = markOf(context, place.facing);
  if (!about || !facing) return null;
  const forward = normalize(subtract(facing, about));
  const right = rightOf(context, forward);
  const up = cross(right, forward);
  return add(about, add(scale(right, (signOf(place.side) * place.spacingM) / 2), scale(up, (signOf(place.side) * (place.stackM ?? 0)) / 2)));
}

/** How far ahead an aim without a mark is put, metres. */
const AIM_AHEAD_M = 0.5;

/** An aim square to one mark and otherwise toward another. */
function sideOn(toward: Vec3 | null, nullOn: Vec3 | null, positionM: Vec3): Vec3 | null {
  if (!toward || !nullOn) return null;
  const away = normalize(subtract(nullOn, positionM));
  const wish = subtract(toward, positionM);
  return add(positionM, scale(normalize(subtract(wish, scale(away, dot(wish, away)))), AIM_AHEAD_M));
}

function aimOf(context: Context, microphone: RecipeMicrophone, positionM: Vec3): Vec3 | null {
  const aim: AimRule = microphone.aim;
  if ('mark' in aim) return markOf(context, aim.mark);
  if ('nullOn' in aim) return sideOn(markOf(context, aim.toward), markOf(context, aim.nullOn), positionM);
  if ('azimuthDeg' in aim) return add(positionM, scale(toRoom(context, bearing(aim.azimuthDeg, aim.elevationDeg)), AIM_AHEAD_M));
  const facing = markOf(context, aim.facing);
  const about = microphone.place.rule === 'array' ? pointOf(context, microphone.place.about) : positionM;
  if (!facing || !about) return null;
  const forward = normalize(subtract(facing, about));
  const right = rightOf(context, forward);
  const turned = rotateAbout(forward, cross(right, forward), -signOf(aim.side) * radiansFromDegrees(aim.outDeg));
  return add(positionM, scale(turned, AIM_AHEAD_M));
}

/** Whether a microphone changes sides with a left-handed build; one of a pair that is set by where the pair looks does not. */
export const changesSides = ({ place }: RecipeMicrophone, { mirrored }: Instrument): boolean => mirrored && place.rule !== 'array';

/** A microphone under the name of the side that it really stands on. */
function asBuilt(microphone: RecipeMicrophone, instrument: Instrument): RecipeMicrophone {
  if (!changesSides(microphone, instrument)) return microphone;
  const { name, label } = microphone;
  return { ...microphone, name: handed(name, true), label: handedLabel(label, name, true) };
}

/** Recipes keep capsules at least this far from the room's surfaces, metres. */
const OFF_SURFACE_M = 0.06;

/**
 * Places a recipe round an instrument. Microphones whose mark or drum the instrument lacks are left out and named in
 * `missing` (a three-piece kit has no rack tom). A point outside the room gives way to its nearest place inside.
 */
export function placeRecipe(
  recipe: Pick<Recipe, 'microphones'>,
  instrument: Instrument,
  room: Room,
): { placed: PlacedByRecipe[]; missing: string[] } {
  const context: Context = { instrument, geometry: placedGeometry(instrument), room };
  const placed: PlacedByRecipe[] = [];
  const missing: string[] = [];
  const lacks = new Set(recipe.microphones.filter(({ place }) => !positionOf(context, place)).map(({ key }) => key));
  for (const microphone of recipe.microphones) {
    if (microphone.inPlaceOf && !lacks.has(microphone.inPlaceOf)) continue;
    const wanted = positionOf(context, microphone.place);
    const positionM = wanted && clampToRoom(room, wanted, microphone.airM ?? OFF_SURFACE_M);
    const aimM = positionM && aimOf(context, microphone, positionM);
    const named = asBuilt(microphone, instrument);
    if (wanted && positionM && aimM) placed.push({ recipe: named, positionM, aimM, gaveWayM: distance(wanted, positionM) });
    else if (!microphone.optional) missing.push(named.name);
  }
  return { placed, missing };
}
