import { type Furnishing, isScreen, SOFT_MODELS, softAreaM2 } from '../furnishings';
import { distanceToSurface, OCTAVES_HZ, type PerOctave, type Room, SURFACES, type Surface, surfaceAbsorption } from '../room';

/** Flat on a wall, or so near to it, metres; and turned with it within so much, degrees. */
const ON_WALL_M = 0.45;
const ALONG_DEG = 20;
/** What hangs higher than this and on no wall hangs under the ceiling, metres. */
const OVERHEAD_M = 1.9;
/** What lies, and shows its top. */
const LIES: ReadonlySet<string> = new Set(['rug', 'bed', 'sofa']);

/** The surface that a soft thing hangs or lies on; null for one that stands in the room. */
export function surfaceOf(room: Room, { kind, positionM, rotationDeg, bottomM }: Furnishing): Surface | null {
  if (LIES.has(kind)) return 'floor';
  const off = Math.abs(((rotationDeg % 180) + 180) % 180);
  const along = Math.min(off, 180 - off) <= ALONG_DEG;
  const across = Math.abs(off - 90) <= ALONG_DEG;
  const near = SURFACES.filter((surface) => surface !== 'floor' && surface !== 'ceiling').find((surface) => {
    const turned = surface === 'left wall' || surface === 'right wall' ? across : along;
    return turned && distanceToSurface(room, { ...positionM, z: 1 }, surface) <= ON_WALL_M;
  });
  return near ?? (bottomM >= OVERHEAD_M ? 'ceiling' : null);
}

/** What a soft thing covers of the surface it is on, m². */
export const coveredM2 = ({ kind, widthM, heightM }: Pick<Furnishing, 'kind' | 'widthM' | 'heightM'>): number =>
  isScreen(kind) ? 0 : widthM * (LIES.has(kind) ? SOFT_MODELS[kind].thickM : heightM);

const summed = (one: readonly number[] | undefined, other: readonly number[]): PerOctave =>
  OCTAVES_HZ.map((_, octave) => (one?.[octave] ?? 0) + (other[octave] ?? 0)) as unknown as PerOctave;

/** The room with something soft on a surface of it: what is covered no longer takes up what it did. */
export function withSoftOn(room: Room, surface: Surface, areaM2: readonly number[], coveringM2: number): Room {
  const bare = surfaceAbsorption({ ...room, softOnM2: {} }, surface);
  const gained = areaM2.map((m2, octave) => Math.max(0, m2 - coveringM2 * (bare[octave] as number)));
  return { ...room, softOnM2: { ...room.softOnM2, [surface]: summed(room.softOnM2?.[surface], gained) } };
}

/** The room with what is soft in it, each thing on the surface it hangs or lies on, the others spread over all. */
export function softened(room: Room, furnishings: readonly Furnishing[]): Room {
  let after = room;
  for (const furnishing of furnishings) {
    const area = softAreaM2(furnishing);
    if (!area) continue;
    const surface = surfaceOf(room, furnishing);
    after = surface ? withSoftOn(after, surface, area, coveredM2(furnishing)) : { ...after, softM2: summed(after.softM2, area) };
  }
  return after;
}
