/** Octave bands in which absorption and decay are told, hertz. */
export const OCTAVES_HZ = [125, 250, 500, 1000, 2000, 4000] as const;

/** One number for each of {@link OCTAVES_HZ}. */
export type PerOctave = readonly [number, number, number, number, number, number];

export interface Material {
  readonly name: string;
  /** Share of the energy it takes up, by octave; classical handbook tables, from memory. */
  readonly absorbs: PerOctave;
  /** Hard and bright: what is meant by glass or mirror. */
  readonly isGlass?: boolean;
}

/** What walls, floors and ceilings are made of. */
export const MATERIALS = {
  brick: { name: 'brick', absorbs: [0.03, 0.03, 0.03, 0.04, 0.05, 0.07] },
  concrete: { name: 'sealed concrete', absorbs: [0.01, 0.01, 0.02, 0.02, 0.02, 0.02] },
  tiles: { name: 'tiles or stone', absorbs: [0.01, 0.01, 0.01, 0.01, 0.02, 0.02] },
  plaster: { name: 'plaster on lath', absorbs: [0.14, 0.1, 0.06, 0.05, 0.04, 0.03] },
  gypsum: { name: 'gypsum board on studs', absorbs: [0.29, 0.1, 0.05, 0.04, 0.07, 0.09] },
  panelling: { name: 'thin wood panelling over air', absorbs: [0.28, 0.22, 0.17, 0.09, 0.1, 0.11] },
  glass: { name: 'window glass', absorbs: [0.35, 0.25, 0.18, 0.12, 0.07, 0.04], isGlass: true },
  mirror: { name: 'mirror or thick pane', absorbs: [0.18, 0.06, 0.04, 0.03, 0.02, 0.02], isGlass: true },
  wood: { name: 'wood floor on joists', absorbs: [0.15, 0.11, 0.1, 0.07, 0.06, 0.07] },
  carpet: { name: 'heavy carpet', absorbs: [0.02, 0.06, 0.14, 0.37, 0.6, 0.65] },
  curtain: { name: 'heavy draped curtain', absorbs: [0.14, 0.35, 0.55, 0.72, 0.7, 0.65] },
  wool: { name: 'thick mineral wool board', absorbs: [0.2, 0.6, 0.95, 0.95, 0.95, 0.9] },
} as const satisfies Readonly<Record<string, Material>>;

export type MaterialId = keyof typeof MATERIALS;
export const MATERIAL_IDS = Object.keys(MATERIALS) as readonly MaterialId[];
export const materialOf = (id: MaterialId): Material => MATERIALS[id];
