import { derived } from '../derived';
import type { Vec3 } from '../math';
import { eyringSeconds, roomSurfaceM2, roomVolumeM3, surfaceAreaM2 } from './decay';
import { materialOf, OCTAVES_HZ, type PerOctave } from './materials.data';
import { PART_MODELS } from './parts.data';
import { partAt, type Room, SURFACES, type Surface } from './room';

/** No surface takes up more than this: beyond it the formulas for decay have nothing left to say. */
const MOST = 0.98;
/** Octaves that stand for a room where one number must do: 500 Hz and 1 kHz (ISO 3382-2). */
const MIDDLE = [2, 3] as const;

const overOctaves = (of: (octave: number) => number): PerOctave => OCTAVES_HZ.map((_, octave) => of(octave)) as unknown as PerOctave;

/** Absorption of what a surface itself is made of, by octave; the room's own figure where none is said. */
function bareAbsorption(room: Room, surface: Surface): PerOctave {
  const material = room.surfaces?.[surface];
  const { absorption: a } = room;
  return asHeard(room, material ? materialOf(material).absorbs : [a, a, a, a, a, a]);
}

/** What a surface takes up by what it is made of, as much more or less as the room was heard to. */
const asHeard = ({ heardScale }: Room, absorbs: PerOctave): PerOctave =>
  heardScale ? overOctaves((octave) => Math.min(MOST, (absorbs[octave] as number) * (heardScale[octave] as number))) : absorbs;

/** What hangs or lies on a surface adds to each square metre of it, spread over all of it. */
function withSoft(room: Room, surface: Surface, absorbs: PerOctave): PerOctave {
  const soft = room.softOnM2?.[surface];
  if (!soft) return absorbs;
  const area = surfaceAreaM2(room, surface);
  return overOctaves((octave) => Math.min(MOST, (absorbs[octave] as number) + (soft[octave] as number) / area));
}

/** Absorption of a surface by octave: its material's, its windows and doors counted by their areas, and what hangs on it. */
export const surfaceAbsorption = (room: Room, surface: Surface): PerOctave => withSoft(room, surface, partedAbsorption(room, surface));

function partedAbsorption(room: Room, surface: Surface): PerOctave {
  const bare = bareAbsorption(room, surface);
  const parts = room.parts?.filter(({ wall }) => wall === surface) ?? [];
  if (parts.length === 0) return bare;
  const together = parts.reduce((sum, { widthM, heightM }) => sum + widthM * heightM, 0);
  const share = Math.min(1, together / surfaceAreaM2(room, surface));
  return overOctaves((octave) => {
    const inParts = parts.reduce(
      (sum, { kind, widthM, heightM }) => sum + widthM * heightM * (asHeard(room, PART_MODELS[kind].absorbs)[octave] as number),
      0,
    );
    return (bare[octave] as number) * (1 - share) + (inParts / together) * share;
  });
}

/** Absorption where a reflection meets a surface: a window's or a door's, else what the surface itself is made of. */
export function absorptionAt(room: Room, surface: Surface, at: Vec3): PerOctave {
  const part = partAt(room, surface, at);
  return part ? asHeard(room, PART_MODELS[part.kind].absorbs) : withSoft(room, surface, bareAbsorption(room, surface));
}

/** Mean absorption of the room by octave, its furniture's area counted in: Σ Sα / S. */
export function octaveAbsorption(room: Room): PerOctave {
  const surface = roomSurfaceM2(room);
  return overOctaves((octave) => {
    const walls = SURFACES.reduce((sum, one) => sum + surfaceAreaM2(room, one) * (surfaceAbsorption(room, one)[octave] as number), 0);
    return Math.min(MOST, (walls + (room.softM2?.[octave] ?? 0)) / surface);
  });
}

const middle = (values: PerOctave): number => MIDDLE.reduce((sum, octave) => sum + (values[octave] as number), 0) / MIDDLE.length;

/** One number for a surface, and one for the room: the mean of 500 Hz and 1 kHz. */
export const meanOfSurface = (room: Room, surface: Surface): number => middle(surfaceAbsorption(room, surface));
export const meanAbsorptionAt = (room: Room, surface: Surface, at: Vec3): number => middle(absorptionAt(room, surface, at));

const meanOf = derived((room: Room) => middle(octaveAbsorption(room)));

export const meanAbsorption = (room: Room): number =>
  !room.surfaces && !room.softM2 && !room.softOnM2 && !room.parts && !room.heardScale ? room.absorption : meanOf(room);

/** Opposite walls, floor and ceiling: what sound goes to and fro between. */
export const OPPOSITE: readonly (readonly [Surface, Surface])[] = [
  ['left wall', 'right wall'],
  ['front wall', 'back wall'],
  ['floor', 'ceiling'],
];

interface Couple {
  readonly areaM2: number;
  readonly absorption: number;
}

/** The three couples of opposite surfaces; furniture is spread over all. */
function couplesOf(room: Room, octave: number): Couple[] {
  const spread = (room.softM2?.[octave] ?? 0) / roomSurfaceM2(room);
  return OPPOSITE.map((couple) => {
    const areaM2 = couple.reduce((sum, surface) => sum + surfaceAreaM2(room, surface), 0);
    const taken = couple.reduce((sum, surface) => sum + surfaceAreaM2(room, surface) * (surfaceAbsorption(room, surface)[octave] as number), 0);
    return { areaM2, absorption: Math.min(MOST, taken / areaM2 + spread) };
  });
}

/** Fitzroy (1959): the decays that each couple alone would give, added by their shares of the surface. Seconds. */
export function fitzroySeconds(volumeM3: number, couples: readonly Couple[], speedOfSoundMps?: number): number {
  const total = couples.reduce((sum, { areaM2 }) => sum + areaM2, 0);
  return couples.reduce((sum, { areaM2, absorption }) => sum + (areaM2 / total) * eyringSeconds(volumeM3, total, absorption, speedOfSoundMps), 0);
}

/** Arau-Puchades (1988): the same decays, multiplied with their shares as exponents. Seconds. */
export function arauSeconds(volumeM3: number, couples: readonly Couple[], speedOfSoundMps?: number): number {
  const total = couples.reduce((sum, { areaM2 }) => sum + areaM2, 0);
  return couples.reduce(
    (product, { areaM2, absorption }) => product * eyringSeconds(volumeM3, total, absorption, speedOfSoundMps) ** (areaM2 / total),
    1,
  );
}

export type DecayFormula = 'Eyring' | 'Arau-Puchades';

/** Couples this much unlike in absorption make a room uneven (our choice). */
const UNEVEN = 2;

export interface OctaveDecay {
  readonly hertz: number;
  readonly seconds: number;
  readonly formula: DecayFormula;
  readonly eyringS: number;
  readonly fitzroyS: number;
  readonly arauS: number;
}

/** Decay by octave: Eyring's where the room is treated evenly, Arau-Puchades' where one pair of surfaces takes up twice another's share. */
export function octaveDecays(room: Room, speedOfSoundMps: number): readonly OctaveDecay[] {
  const volume = roomVolumeM3(room);
  const surface = roomSurfaceM2(room);
  return OCTAVES_HZ.map((hertz, octave) => {
    const couples = couplesOf(room, octave);
    const shares = couples.map(({ absorption }) => absorption);
    const eyringS = eyringSeconds(volume, surface, octaveAbsorption(room)[octave] as number, speedOfSoundMps);
    const arauS = arauSeconds(volume, couples, speedOfSoundMps);
    const formula: DecayFormula = Math.max(...shares) >= UNEVEN * Math.min(...shares) ? 'Arau-Puchades' : 'Eyring';
    return {
      hertz,
      formula,
      seconds: formula === 'Eyring' ? eyringS : arauS,
      eyringS,
      arauS,
      fitzroyS: fitzroySeconds(volume, couples, speedOfSoundMps),
    };
  });
}

/** One figure for a room's decay: the mean of 500 Hz and 1 kHz (ISO 3382-2), s. */
export const middleSeconds = (decays: readonly OctaveDecay[]): number =>
  MIDDLE.reduce((sum, octave) => sum + (decays[octave]?.seconds ?? 0), 0) / MIDDLE.length;

/** Absorption that gives a decay by Eyring: what is told of a room by how it was heard. */
export function absorptionFor(room: Room, decaySeconds: number, speedOfSoundMps: number): number {
  const whole = eyringSeconds(roomVolumeM3(room), roomSurfaceM2(room), 1 - Math.exp(-1), speedOfSoundMps);
  return Math.min(0.95, Math.max(0.01, 1 - Math.exp(-whole / decaySeconds)));
}

/** Absorbing area that is missing for a decay, m²; negative when there is more than enough. */
export const missingAreaM2 = (room: Room, decaySeconds: number, speedOfSoundMps: number): number =>
  roomSurfaceM2(room) * (absorptionFor(room, decaySeconds, speedOfSoundMps) - meanAbsorption(room));

/** Surfaces are not believed to take up less or more than this share of what they are made of does. */
const LEAST_SCALE = 0.05;
const MOST_SCALE = 20;

/**
 * By how much all surfaces' absorption has to be scaled, octave by octave, so that the room decays as it was heard to: what they are made of,
 * windows, doors and furniture stay. An octave that was not heard takes the scale of the nearest that was.
 *
 * @param heardS decay by octave, s; null where it was not heard
 */
export function scaleForDecay(room: Room, heardS: readonly (number | null)[], speedOfSoundMps: number): PerOctave {
  const { heardScale: _, ...drawn } = room;
  const decaysAt = (scale: number, octave: number): number =>
    octaveDecays({ ...drawn, heardScale: overOctaves(() => scale) }, speedOfSoundMps)[octave]?.seconds ?? 0;
  const found = OCTAVES_HZ.map((__, octave): number | null => {
    const wanted = heardS[octave];
    if (!wanted) return null;
    let [low, high] = [Math.log(LEAST_SCALE), Math.log(MOST_SCALE)];
    // A larger scale decays sooner.
    for (let i = 0; i < 40; i++) {
      const middleScale = (low + high) / 2;
      if (decaysAt(Math.exp(middleScale), octave) > wanted) low = middleScale;
      else high = middleScale;
    }
    return Math.exp((low + high) / 2);
  });
  return overOctaves((octave) => {
    const [nearest] = found
      .flatMap((scale, other) => (scale === null ? [] : [{ scale, off: Math.abs(other - octave) }]))
      .sort((a, b) => a.off - b.off);
    return nearest?.scale ?? 1;
  });
}
