import type { PerBand } from '../acoustics';
import type { MicrophoneId } from '../ids';
import { add, normalize, rotateAboutZ, scale, type Vec3, vec3 } from '../math';
import { board, type Solid } from '../solids';
import { radiansFromDegrees, type Told, teller } from '../units';
import { type Furnishing, type FurnishingKind, isScreen, type ScreenKind } from './kinds';
import { SOFT_MODELS, type SoftModel } from './soft.data';

/** What a kind of furnishing is made of. */
export interface FurnishingModel {
  readonly name: string;
  readonly thickM: number;
  readonly widthM: number;
  readonly heightM: number;
  readonly bottomM: number;
  /** What it keeps back of sound that goes through it, dB per band. */
  readonly throughDb: PerBand;
  /** Share of the energy one face takes up, all bands together. */
  readonly absorption: number;
}

/** Name, size and use of any kind. */
export const modelOfFurnishing = (kind: FurnishingKind): Omit<SoftModel, 'octaves' | 'face' | 'usual'> =>
  isScreen(kind) ? FURNISHING_MODELS[kind] : SOFT_MODELS[kind];

/** Figures from memory, ±3 dB: mass law for what goes through, a thick absorber's and a heavy blanket's usual coefficients. */
export const FURNISHING_MODELS: Readonly<Record<ScreenKind, FurnishingModel>> = {
  panel: {
    name: 'Movable panel',
    thickM: 0.1,
    widthM: 1.2,
    heightM: 1.8,
    bottomM: 0,
    throughDb: [10, 15, 22, 28],
    absorption: 0.7,
  },
  blanket: {
    name: 'Hung blanket',
    thickM: 0.02,
    widthM: 1.6,
    heightM: 1.9,
    bottomM: 0.1,
    throughDb: [0.5, 1.5, 4, 8],
    absorption: 0.4,
  },
  collar: {
    name: 'Foam collar',
    thickM: 0.04,
    widthM: 0.36,
    heightM: 0.3,
    bottomM: 0,
    throughDb: [0, 1, 4, 10],
    absorption: 0.6,
  },
};

/** From the capsule back to a collar's foam, metres (common practice). */
const COLLAR_BEHIND_M = 0.12;
const UP = vec3(0, 0, 1);

/** What to mind with a kind of furnishing. */
export const cautionOf: (kind: FurnishingKind) => Told = teller<FurnishingKind>('cautions');

function screened(furnishing: Furnishing, shape: Solid['shape']): Solid {
  if (!isScreen(furnishing.kind)) return { id: `furnishing/${furnishing.id}`, name: furnishing.name, shape, sourceIds: [], hollow: null };
  const { throughDb, absorption } = FURNISHING_MODELS[furnishing.kind];
  const absorbsM2 = 2 * furnishing.widthM * furnishing.heightM * absorption;
  const screen = { throughDb, absorption, absorbsM2, ofMicrophoneId: furnishing.microphoneId };
  return {
    id: `furnishing/${furnishing.id}`,
    name: furnishing.name,
    shape,
    sourceIds: [],
    hollow: null,
    screen,
    caution: cautionOf(furnishing.kind),
  };
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
  place: Pick<Furnishing, 'id' | 'positionM' | 'rotationDeg'> & { readonly microphoneId?: MicrophoneId | null },
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
