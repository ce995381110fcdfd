/** One head on a shell. Sizes in inches as drums are sold; place of the head's centre in the player's frame, metres. */
export interface HandDrum {
  readonly id: string;
  readonly name: string;
  readonly diameterIn: number;
  readonly lengthM: number;
  /** Diameter at the belly, metres; none where the shell is widest at its head. */
  readonly bellyM?: number;
  /** Radius at the open end as a share of the head's. */
  readonly taper: number;
  readonly headM: readonly [number, number, number];
  /** Which way the head looks, unnormalised. */
  readonly looks: readonly [number, number, number];
  readonly peakSplDb: number;
  readonly bandHz: readonly [number, number];
}

export interface HandDrumSet {
  readonly name: string;
  readonly basis: string;
  readonly drums: readonly HandDrum[];
  readonly standing?: boolean;
}

const BASIS = 'Head sizes as drums are sold; heights for a seated adult (common practice).';
const conga = { bellyM: 0.41, lengthM: 0.72, taper: 0.72, looks: [0, 0, 1], peakSplDb: 110, bandHz: [80, 8000] } as const;

export const HAND_DRUM_SETS: Readonly<Record<string, HandDrumSet>> = {
  'conga-pair': {
    name: 'Congas, a pair',
    basis: BASIS,
    drums: [
      { ...conga, id: 'conga', name: 'Conga', diameterIn: 11.75, headM: [-0.23, 0.3, 0.74] },
      { ...conga, id: 'tumba', name: 'Tumba', diameterIn: 12.5, headM: [0.23, 0.34, 0.74] },
    ],
  },
  'conga-three': {
    name: 'Congas, three',
    basis: BASIS,
    drums: [
      { ...conga, id: 'quinto', name: 'Quinto', diameterIn: 11, headM: [-0.45, 0.24, 0.74] },
      { ...conga, id: 'conga', name: 'Conga', diameterIn: 11.75, headM: [0, 0.36, 0.74] },
      { ...conga, id: 'tumba', name: 'Tumba', diameterIn: 12.5, headM: [0.45, 0.26, 0.74] },
    ],
  },
  bongos: {
    name: 'Bongos',
    basis: BASIS,
    drums: [
      {
        ...conga,
        id: 'macho',
        bellyM: undefined,
        name: 'Macho',
        diameterIn: 7.25,
        lengthM: 0.17,
        taper: 0.85,
        headM: [-0.12, 0.28, 0.62],
        peakSplDb: 110,
        bandHz: [180, 12_000],
      },
      {
        ...conga,
        id: 'hembra',
        bellyM: undefined,
        name: 'Hembra',
        diameterIn: 8.6,
        lengthM: 0.17,
        taper: 0.85,
        headM: [0.12, 0.28, 0.62],
        peakSplDb: 110,
        bandHz: [140, 12_000],
      },
    ],
  },
  djembe: {
    name: 'Djembe',
    basis: BASIS,
    drums: [
      {
        ...conga,
        id: 'djembe',
        bellyM: undefined,
        name: 'Djembe',
        diameterIn: 13,
        lengthM: 0.6,
        taper: 0.6,
        headM: [0, 0.2, 0.68],
        looks: [0, -0.25, 1],
        peakSplDb: 114,
        bandHz: [60, 9000],
      },
    ],
  },
  'frame-drum': {
    name: 'Frame drum',
    basis: BASIS,
    drums: [
      {
        ...conga,
        id: 'frame-drum',
        bellyM: undefined,
        name: 'Frame drum',
        diameterIn: 16,
        lengthM: 0.06,
        taper: 1,
        headM: [-0.08, 0.3, 0.95],
        looks: [-0.25, 1, 0.15],
        peakSplDb: 104,
        bandHz: [60, 10_000],
      },
    ],
  },
};
