import type { SoftKind } from './kinds';

/** Something soft: its size, and what it takes up. */
export interface SoftModel {
  readonly name: string;
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
}

/** Classical tables and measured furniture, from memory, ±0.1. */
export const SOFT_MODELS: Readonly<Record<SoftKind, SoftModel>> = {
  rug: {
    name: 'Thick rug',
    thickM: 1.7,
    widthM: 2.4,
    heightM: 0.01,
    bottomM: 0,
    octaves: [0.02, 0.06, 0.14, 0.37, 0.6, 0.65],
    face: 'top',
    usual: null,
  },
  curtain: {
    name: 'Heavy curtain',
    thickM: 0.1,
    widthM: 2,
    heightM: 2.1,
    bottomM: 0.05,
    octaves: [0.14, 0.35, 0.55, 0.72, 0.7, 0.65],
    face: 'front',
    usual: { layerM: 0.01, airM: 0.1 },
  },
  duvet: {
    name: 'Hung duvet',
    thickM: 0.08,
    widthM: 1.4,
    heightM: 2,
    bottomM: 0.1,
    octaves: [0.12, 0.4, 0.6, 0.7, 0.7, 0.65],
    face: 'front',
    usual: { layerM: 0.05, airM: 0.05 },
  },
  sofa: {
    name: 'Sofa',
    thickM: 0.9,
    widthM: 2,
    heightM: 0.8,
    bottomM: 0,
    octaves: [0.3, 0.4, 0.55, 0.65, 0.65, 0.6],
    face: 'both',
    usual: null,
  },
  bed: {
    name: 'Bed with duvet',
    thickM: 2,
    widthM: 1.4,
    heightM: 0.5,
    bottomM: 0,
    octaves: [0.35, 0.5, 0.7, 0.75, 0.75, 0.7],
    face: 'both',
    usual: null,
  },
  clothes: {
    name: 'Rack of clothes',
    thickM: 0.5,
    widthM: 1.2,
    heightM: 1.4,
    bottomM: 0.3,
    octaves: [0.15, 0.35, 0.55, 0.65, 0.65, 0.6],
    face: 'front',
    usual: null,
  },
  bookcase: {
    name: 'Full bookcase',
    thickM: 0.3,
    widthM: 1.6,
    heightM: 2,
    bottomM: 0,
    octaves: [0.3, 0.35, 0.35, 0.3, 0.3, 0.25],
    face: 'front',
    usual: null,
  },
  absorber: {
    name: 'Wool absorber',
    thickM: 0.1,
    widthM: 0.6,
    heightM: 1.2,
    bottomM: 0.8,
    octaves: [0.35, 0.8, 1, 1, 0.95, 0.9],
    face: 'front',
    usual: { layerM: 0.05, airM: 0.05 },
  },
  trap: {
    name: 'Corner trap',
    thickM: 0.5,
    widthM: 0.5,
    heightM: 1.8,
    bottomM: 0,
    octaves: [0.7, 0.95, 1, 0.95, 0.9, 0.85],
    face: 'front',
    usual: null,
  },
};
