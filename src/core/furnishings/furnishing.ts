import type { PerBand } from '../acoustics';
import { add, normalize, rotateAboutZ, scale, type Vec3, vec3 } from '../math';
import { board, type Solid } from '../solids';
import { radiansFromDegrees } from '../units';

/** What keeps sound away from a place, besides taking some of it up. */
export const SCREEN_KINDS = ['panel', 'blanket', 'collar'] as const;
/** What takes sound up where it is; its shadow is not modelled. */
export const SOFT_KINDS = ['rug', 'curtain', 'duvet', 'clothes', 'sofa', 'bed', 'bookcase', 'absorber', 'trap'] as const;
export const FURNISHING_KINDS = [...SCREEN_KINDS, ...SOFT_KINDS] as const;
export type ScreenKind = (typeof SCREEN_KINDS)[number];
export type SoftKind = (typeof SOFT_KINDS)[number];
export type FurnishingKind = (typeof FURNISHING_KINDS)[number];

/** Something soft that is stood, hung or clipped where it keeps sound away. */
export interface Furnishing {
  readonly id: string;
  readonly kind: FurnishingKind;
  readonly name: string;
  /** Middle of its foot on the floor; a collar is where its microphone is. */
  readonly positionM: { readonly x: number; readonly y: number };
  /** Its face's turn, anticlockwise from above; 0 runs along the front wall. */
  readonly rotationDeg: number;
  readonly widthM: number;
  readonly heightM: number;
  /** From the floor to its lower edge. */
  readonly bottomM: number;
  /** The microphone a collar is clipped to. */
  readonly microphoneId: string | null;
  /** How thick its soft layer is and how much air is behind it, metres; the usual ones where it is not said. */
  readonly layerM?: number;
  readonly airM?: number;
}

/** What a kind of furnishing is made of. */
export interface FurnishingModel {
  readonly name: string;
  /** What it is for, in one sentence. */
  readonly does: string;
  readonly thickM: number;
  readonly widthM: number;
  readonly heightM: number;
  readonly bottomM: number;
  /** What it keeps back of sound that goes through it, dB per band. */
  readonly throughDb: PerBand;
  /** Share of the energy one face takes up, all bands together. */
  readonly absorption: number;
  readonly caution: string;
}

/** Something soft: its size, and what it takes up. */
export interface SoftModel {
  readonly name: string;
  readonly does: string;
  readonly thickM: number;
  readonly widthM: number;
  readonly heightM: number;
  readonly bottomM: number;
  /** Share of the energy that its face takes up, by octave from 125 Hz to 4 kHz. */
  readonly octaves: readonly [number, number, number, number, number, number];
  /** The face that sound meets: what lies shows its top, what stands its front, a bed or a sofa both. */
  readonly face: 'top' | 'front' | 'both';
  /** Layer and air that its figures are for, metres; null where the two cannot be told apart. */
  readonly usual: { readonly layerM: number; readonly airM: number } | null;
  readonly caution: string;
}

const USUAL_CAUTION = 'Keep it off heaters, lamps and exits.';

/** Classical tables and measured furniture, from memory, ±0.1. */
export const SOFT_MODELS: Readonly<Record<SoftKind, SoftModel>> = {
  rug: {
    name: 'Thick rug',
    does: 'Takes the top off the floor’s reflection and the flutter between floor and ceiling; nothing of the bass.',
    thickM: 1.7,
    widthM: 2.4,
    heightM: 0.01,
    bottomM: 0,
    octaves: [0.02, 0.06, 0.14, 0.37, 0.6, 0.65],
    face: 'top',
    usual: null,
    caution: 'Lay its edges flat: stands and people trip.',
  },
  curtain: {
    name: 'Heavy curtain',
    does: 'Draped over a window or a bare wall, a hand’s width off it: mid and top.',
    thickM: 0.1,
    widthM: 2,
    heightM: 2.1,
    bottomM: 0.05,
    octaves: [0.14, 0.35, 0.55, 0.72, 0.7, 0.65],
    face: 'front',
    usual: { layerM: 0.01, airM: 0.1 },
    caution: USUAL_CAUTION,
  },
  duvet: {
    name: 'Hung duvet',
    does: 'A winter duvet on a line or over a door: mid and top, and some of the low mids where it hangs off the wall.',
    thickM: 0.08,
    widthM: 1.4,
    heightM: 2,
    bottomM: 0.1,
    octaves: [0.12, 0.4, 0.6, 0.7, 0.7, 0.65],
    face: 'front',
    usual: { layerM: 0.05, airM: 0.05 },
    caution: USUAL_CAUTION,
  },
  sofa: {
    name: 'Sofa',
    does: 'Deep upholstery: some bass too, more in a corner.',
    thickM: 0.9,
    widthM: 2,
    heightM: 0.8,
    bottomM: 0,
    octaves: [0.3, 0.4, 0.55, 0.65, 0.65, 0.6],
    face: 'both',
    usual: null,
    caution: USUAL_CAUTION,
  },
  bed: {
    name: 'Bed with duvet',
    does: 'The best absorber of most homes.',
    thickM: 2,
    widthM: 1.4,
    heightM: 0.5,
    bottomM: 0,
    octaves: [0.35, 0.5, 0.7, 0.75, 0.75, 0.7],
    face: 'both',
    usual: null,
    caution: USUAL_CAUTION,
  },
  clothes: {
    name: 'Rack of clothes',
    does: 'Coats and jackets close together: mid and top, and some low mids.',
    thickM: 0.5,
    widthM: 1.2,
    heightM: 1.4,
    bottomM: 0.3,
    octaves: [0.15, 0.35, 0.55, 0.65, 0.65, 0.6],
    face: 'front',
    usual: null,
    caution: USUAL_CAUTION,
  },
  bookcase: {
    name: 'Full bookcase',
    does: 'Uneven spines scatter what they do not take up.',
    thickM: 0.3,
    widthM: 1.6,
    heightM: 2,
    bottomM: 0,
    octaves: [0.3, 0.35, 0.35, 0.3, 0.3, 0.25],
    face: 'front',
    usual: null,
    caution: 'Screw it to the wall: bass walks what is loose.',
  },
  absorber: {
    name: 'Wool absorber',
    does: 'A thick board of mineral wool with as much air behind it: down to some 250 Hz.',
    thickM: 0.1,
    widthM: 0.6,
    heightM: 1.2,
    bottomM: 0.8,
    octaves: [0.35, 0.8, 1, 1, 0.95, 0.9],
    face: 'front',
    usual: { layerM: 0.05, airM: 0.05 },
    caution: 'Wrap mineral wool, hang it on what holds its weight, off heaters and lamps.',
  },
  trap: {
    name: 'Corner trap',
    does: 'Thick and in a corner, floor to head height: the bass that nothing else takes.',
    thickM: 0.5,
    widthM: 0.5,
    heightM: 1.8,
    bottomM: 0,
    octaves: [0.7, 0.95, 1, 0.95, 0.9, 0.85],
    face: 'front',
    usual: null,
    caution: 'Stand it so that it cannot fall.',
  },
};

const softModelOf = (kind: FurnishingKind): SoftModel | null => (kind in SOFT_MODELS ? SOFT_MODELS[kind as SoftKind] : null);

/** Value at an octave that may lie between those of a table or beyond its ends: straight over the octaves, halving with each below the lowest. */
function atOctave(octaves: SoftModel['octaves'], octave: number): number {
  if (octave <= 0) return octaves[0] * 2 ** octave;
  const below = Math.min(octaves.length - 2, Math.floor(octave));
  const share = Math.min(1, octave - below);
  return (octaves[below] as number) * (1 - share) + (octaves[below + 1] as number) * share;
}

/**
 * What a soft thing takes up by octave: its table's figures, moved by how deep it is with the air behind it. A porous layer works from where
 * its depth is a quarter of a wave (Kuttruff, Room Acoustics), so that twice the depth moves all an octave down.
 */
export function softOctaves({ kind, layerM, airM }: Pick<Furnishing, 'kind' | 'layerM' | 'airM'>): readonly number[] | null {
  const model = softModelOf(kind);
  if (!model) return null;
  if (!model.usual || (layerM === undefined && airM === undefined)) return model.octaves;
  const depth = (layerM ?? model.usual.layerM) + (airM ?? model.usual.airM);
  const moved = Math.log2(depth / (model.usual.layerM + model.usual.airM));
  // A thinner layer lets more through whatever is behind it: by half for half the layer, no more than the table for a thicker one.
  const dense = Math.min(1, Math.sqrt((layerM ?? model.usual.layerM) / model.usual.layerM));
  return model.octaves.map((_, octave) => Math.min(1, dense * atOctave(model.octaves, octave + moved)));
}

/** Absorbing area of a soft thing by octave, m²; null for a screen, whose area counts with its shadow. */
export function softAreaM2(furnishing: Pick<Furnishing, 'kind' | 'widthM' | 'heightM' | 'layerM' | 'airM'>): readonly number[] | null {
  const model = softModelOf(furnishing.kind);
  if (!model) return null;
  const front = furnishing.widthM * furnishing.heightM;
  const top = furnishing.widthM * model.thickM;
  const area = model.face === 'top' ? top : model.face === 'front' ? front : top + front;
  return (softOctaves(furnishing) ?? []).map((share) => share * area);
}

export const isScreen = (kind: FurnishingKind): kind is ScreenKind => (SCREEN_KINDS as readonly string[]).includes(kind);
/** Name, size and use of any kind. */
export const modelOfFurnishing = (kind: FurnishingKind): Omit<SoftModel, 'octaves' | 'face' | 'usual'> =>
  isScreen(kind) ? FURNISHING_MODELS[kind] : SOFT_MODELS[kind];

/** Figures from memory, ±3 dB: mass law for what goes through, a thick absorber's and a heavy blanket's usual coefficients. */
export const FURNISHING_MODELS: Readonly<Record<ScreenKind, FurnishingModel>> = {
  panel: {
    name: 'Movable panel',
    does: 'Ten centimetres of absorber on a board: between two players, or before a bare wall.',
    thickM: 0.1,
    widthM: 1.2,
    heightM: 1.8,
    bottomM: 0,
    throughDb: [10, 15, 22, 28],
    absorption: 0.7,
    caution: 'Stand it so that it cannot fall, off heaters and exits.',
  },
  blanket: {
    name: 'Hung blanket',
    does: 'A heavy blanket on a line or a stand: it takes the top off a reflection and little of the bass.',
    thickM: 0.02,
    widthM: 1.6,
    heightM: 1.9,
    bottomM: 0.1,
    throughDb: [0.5, 1.5, 4, 8],
    absorption: 0.4,
    caution: 'Hang it on what holds its weight, away from heaters, lamps and exits.',
  },
  collar: {
    name: 'Foam collar',
    does: 'Foam clipped behind one microphone: a little less of what comes from there, above a few hundred hertz.',
    thickM: 0.04,
    widthM: 0.36,
    heightM: 0.3,
    bottomM: 0,
    throughDb: [0, 1, 4, 10],
    absorption: 0.6,
    caution: 'It is heavy on a boom: counterweight it and lock the clutch.',
  },
};

/** From the capsule back to a collar's foam, metres (common practice). */
const COLLAR_BEHIND_M = 0.12;
const UP = vec3(0, 0, 1);

function screened(furnishing: Furnishing, shape: Solid['shape']): Solid {
  if (!isScreen(furnishing.kind)) return { id: `furnishing/${furnishing.id}`, name: furnishing.name, shape, sourceIds: [], hollow: null };
  const { throughDb, absorption, caution } = FURNISHING_MODELS[furnishing.kind];
  const absorbsM2 = 2 * furnishing.widthM * furnishing.heightM * absorption;
  const screen = { throughDb, absorption, absorbsM2, ofMicrophoneId: furnishing.microphoneId };
  return { id: `furnishing/${furnishing.id}`, name: furnishing.name, shape, sourceIds: [], hollow: null, screen, caution };
}

/** A furnishing as it stands in the room. */
export function furnishingSolid(furnishing: Furnishing): Solid {
  const along = rotateAboutZ(vec3(1, 0, 0), radiansFromDegrees(furnishing.rotationDeg));
  const corner = add(vec3(furnishing.positionM.x, furnishing.positionM.y, furnishing.bottomM), scale(along, -furnishing.widthM / 2));
  return screened(
    furnishing,
    board(corner, scale(along, furnishing.widthM), scale(UP, furnishing.heightM), modelOfFurnishing(furnishing.kind).thickM),
  );
}

/** A collar behind a capsule, square to the way it looks. */
export function collarSolid(furnishing: Furnishing, positionM: Vec3, axis: Vec3): Solid {
  const side = normalize(vec3(-axis.y, axis.x, 0), vec3(1, 0, 0));
  const up = normalize(vec3(axis.y * side.z - axis.z * side.y, axis.z * side.x - axis.x * side.z, axis.x * side.y - axis.y * side.x), UP);
  const middle = add(positionM, scale(axis, -COLLAR_BEHIND_M));
  const corner = add(middle, add(scale(side, -furnishing.widthM / 2), scale(up, -furnishing.heightM / 2)));
  return screened(furnishing, board(corner, scale(side, furnishing.widthM), scale(up, furnishing.heightM), FURNISHING_MODELS.collar.thickM));
}

/** A new thing of a kind in its usual size, as high as the room lets it be; a second one gets a number. */
export function newFurnishing(
  kind: FurnishingKind,
  place: Pick<Furnishing, 'id' | 'positionM' | 'rotationDeg'> & { readonly microphoneId?: string | null },
  others: readonly Furnishing[],
  roomHeightM: number,
): Furnishing {
  const { name, widthM, heightM, bottomM } = modelOfFurnishing(kind);
  const count = others.filter((other) => other.kind === kind).length;
  return {
    microphoneId: null,
    ...place,
    kind,
    name: count === 0 ? name : `${name} ${count + 1}`,
    widthM,
    heightM: Math.min(heightM, roomHeightM - bottomM - 0.05),
    bottomM,
  };
}
