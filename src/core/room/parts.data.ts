import type { PerOctave } from './materials.data';

export const PART_KINDS = ['window', 'mirror', 'door', 'doorway', 'alcove'] as const;
export type PartKind = (typeof PART_KINDS)[number];

interface PartModel {
  readonly name: string;
  /** Share of the energy it takes up, by octave; classical handbook tables, from memory. A doorway that stands open sends nothing back. */
  readonly absorbs: PerOctave;
  readonly isGlass?: boolean;
  /** Usual size and height over the floor, metres. */
  readonly widthM: number;
  readonly heightM: number;
  readonly bottomM: number;
}

/** What walls have in them. */
export const PART_MODELS: Readonly<Record<PartKind, PartModel>> = {
  window: { name: 'Window', absorbs: [0.35, 0.25, 0.18, 0.12, 0.07, 0.04], isGlass: true, widthM: 1.2, heightM: 1.2, bottomM: 0.9 },
  mirror: { name: 'Mirror', absorbs: [0.18, 0.06, 0.04, 0.03, 0.02, 0.02], isGlass: true, widthM: 0.6, heightM: 1.6, bottomM: 0.3 },
  door: { name: 'Door, shut', absorbs: [0.14, 0.1, 0.06, 0.08, 0.1, 0.1], widthM: 0.85, heightM: 2, bottomM: 0 },
  doorway: { name: 'Open doorway', absorbs: [0.98, 0.98, 0.98, 0.98, 0.98, 0.98], widthM: 0.85, heightM: 2, bottomM: 0 },
  alcove: { name: 'Full bookcase in the wall', absorbs: [0.3, 0.4, 0.4, 0.3, 0.3, 0.2], widthM: 1, heightM: 2, bottomM: 0 },
};
