import { screenLossDb } from '../acoustics';
import { derived } from '../derived';
import { magnitude, planeBasis, scale, subtract, type Vec3 } from '../math';
import { ballRound, crosses, gapToSegment, gapToSolid, type Solid, spanOf } from './solid';

/** What a solid's shadow is worked out from. */
interface Prepared {
  readonly solid: Solid;
  readonly centreM: Vec3;
  readonly radiusM: number;
  readonly span: readonly Vec3[];
}
const prepare = derived((solid: Solid): Prepared => ({ solid, ...ballRound(solid.shape), span: spanOf(solid.shape) }));

/** A whole list, kept for as long as it is the same object. */
const preparedOf = derived((solids: readonly Solid[]): readonly Prepared[] => solids.map((solid) => prepare(solid)));

/** Ways round a solid that are tried: this many directions about the straight line. */
const DIRECTIONS = 8;
const COS = Float64Array.from({ length: DIRECTIONS }, (_, i) => Math.cos((2 * Math.PI * i) / DIRECTIONS));
const SIN = Float64Array.from({ length: DIRECTIONS }, (_, i) => Math.sin((2 * Math.PI * i) / DIRECTIONS));
/** Steepest tangents from either end in each direction; scratch. */
const rises = new Float64Array(DIRECTIONS);
const falls = new Float64Array(DIRECTIONS);
/** A body as near as this to either end is part of what is there, metres. */
const TOUCHING_M = 0.01;

/** Whether a straight piece comes within a ball. */
function nearBall(centre: Vec3, radiusM: number, from: Vec3, to: Vec3): boolean {
  const dx = to.x - from.x;
  const dy = to.y - from.y;
  const dz = to.z - from.z;
  const px = centre.x - from.x;
  const py = centre.y - from.y;
  const pz = centre.z - from.z;
  const t = Math.min(1, Math.max(0, (px * dx + py * dy + pz * dz) / (dx * dx + dy * dy + dz * dz + 1e-12)));
  const ox = px - t * dx;
  const oy = py - t * dy;
  const oz = pz - t * dz;
  return ox * ox + oy * oy + oz * oz < radiusM * radiusM;
}

/**
 * How much longer the shortest way round a solid is than the straight one, metres; null when the straight way is free. In each of
 * eight planes through the line the solid's outline is bent over at the crossing of its two tangents: exact at an edge, a little
 * too long over something wide. Ways below the floor are none.
 */
export const detourM = (solid: Solid, from: Vec3, to: Vec3): number | null => detour(prepare(solid), from, to);

function detour({ solid: { shape }, centreM, radiusM, span }: Prepared, from: Vec3, to: Vec3): number | null {
  if (!nearBall(centreM, radiusM, from, to) || !crosses(shape, from, to)) return null;
  if (gapToSolid(shape, from) < TOUCHING_M || gapToSolid(shape, to) < TOUCHING_M) return null;
  const straight = subtract(to, from);
  const length = magnitude(straight);
  const axis = scale(straight, 1 / length);
  const [u, v] = planeBasis(axis);
  rises.fill(0);
  falls.fill(0);
  for (const point of span) {
    const px = point.x - from.x;
    const py = point.y - from.y;
    const pz = point.z - from.z;
    const x = px * axis.x + py * axis.y + pz * axis.z;
    const a = px * u.x + py * u.y + pz * u.z;
    const b = px * v.x + py * v.y + pz * v.z;
    const [ahead, back] = [x > 1e-3 ? 1 / x : 0, x < length - 1e-3 ? 1 / (length - x) : 0];
    for (let i = 0; i < DIRECTIONS; i++) {
      const h = a * (COS[i] as number) + b * (SIN[i] as number);
      if (h * ahead > (rises[i] as number)) rises[i] = h * ahead;
      if (h * back > (falls[i] as number)) falls[i] = h * back;
    }
  }
  let best = Infinity;
  for (let i = 0; i < DIRECTIONS; i++) {
    const [rise, fall] = [rises[i] as number, falls[i] as number];
    if (rise <= 0 || fall <= 0) continue;
    const along = (fall * length) / (rise + fall);
    const up = rise * along;
    if (from.z + axis.z * along + (u.z * (COS[i] as number) + v.z * (SIN[i] as number)) * up <= 0) continue;
    best = Math.min(best, Math.sqrt(along * along + up * up) + Math.sqrt((length - along) ** 2 + up * up) - length);
  }
  return best;
}

/** What a closed shell keeps out of what sounds beside it, dB (from memory: light heads and a port let much of it in). */
const SHELL_DB = 8;

/**
 * Loss of a straight way behind the solids that stand in it, dB per frequency (Kurze and Anderson 1971): of the one that shades
 * most. Into a hollow body it is what its shell keeps out. A screen lets sound through as well as round it: both are added in
 * energy, `frequenciesHz` being its bands. Null where the way is free.
 */
export function shadeDb(
  solids: readonly Solid[],
  sourceKey: string,
  from: Vec3,
  to: Vec3,
  frequenciesHz: readonly number[],
  speedOfSoundMps: number,
): number[] | null {
  let most = 0;
  let shell = 0;
  let screened: number[] | null = null;
  for (const one of preparedOf(solids)) {
    if (!nearBall(one.centreM, one.radiusM, from, to) || one.solid.sourceIds.includes(sourceKey)) continue;
    const { hollow, shape } = one.solid;
    if (hollow && gapToSolid(shape, to) < 0 && gapToSolid(shape, from) > 0) shell = SHELL_DB;
    const longer = detour(one, from, to);
    if (longer === null) continue;
    const { screen } = one.solid;
    if (!screen) most = Math.max(most, longer);
    else {
      const before: readonly number[] | null = screened;
      screened = frequenciesHz.map((hertz, i) => {
        const round = screenLossDb((2 * longer * hertz) / speedOfSoundMps);
        return Math.max(before?.[i] ?? 0, dbOfBoth(round, screen.throughDb[i] ?? 0));
      });
    }
  }
  if (most === 0 && !screened) return shell ? frequenciesHz.map(() => shell) : null;
  return frequenciesHz.map((hertz, i) => Math.max(shell, screened?.[i] ?? 0, most === 0 ? 0 : screenLossDb((2 * most * hertz) / speedOfSoundMps)));
}

/** Loss of two ways together, dB: their energies are added. */
const dbOfBoth = (oneDb: number, otherDb: number): number => Math.max(0, -10 * Math.log10(10 ** (-oneDb / 10) + 10 ** (-otherDb / 10)));

/** Whether a rod of a thickness between two points touches a solid: a ball about it decides for most. */
export function touches(solid: Solid, from: Vec3, to: Vec3, thickM: number): boolean {
  const { centreM, radiusM } = prepare(solid);
  return nearBall(centreM, radiusM + thickM, from, to) && (crosses(solid.shape, from, to) || gapToSegment(solid.shape, from, to).gapM < thickM);
}
