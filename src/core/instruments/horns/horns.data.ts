type Point = readonly [number, number, number];

/** One horn as it is held; points in the player's frame (x to the right, y forward, z up), metres. */
export interface Horn {
  readonly name: string;
  readonly basis: string;
  readonly standing: boolean;
  readonly bellDiameterM: number;
  readonly bellM: Point;
  /** Which way the bell looks, unnormalised. */
  readonly looks: Point;
  /** Length over which the bell flares, metres. */
  readonly flareM: number;
  /** Tubing as pipes of a radius along chains of points: x, y, z, x, y, z, and so on. */
  readonly pipes: readonly { readonly radiusM: number; readonly chain: readonly number[] }[];
  /** A part that moves beyond the outline: a slide. */
  readonly swing: readonly Point[] | null;
  readonly keys: Point | null;
  /** Level of the open tone holes re the bell, dB; none where there are none. */
  readonly holesDb?: number;
  readonly peakSplDb: number;
  readonly bandHz: readonly [number, number];
  /** Share of the level that leaves all round; the rest goes forward. */
  readonly allRoundShare: number;
}

const BASIS = 'Bell and overall length as horns are made; held as a player of about {1.72 m} does (common practice, from memory).';

export const BRASS: Readonly<Record<string, Horn>> = {
  trumpet: {
    name: 'Trumpet',
    basis: BASIS,
    standing: true,
    bellDiameterM: 0.123,
    bellM: [0, 0.6, 1.46],
    looks: [0, 1, -0.1],
    flareM: 0.16,
    pipes: [
      {
        radiusM: 0.008,
        chain: [0, 0.13, 1.53, 0, 0.5, 1.49, 0, 0.53, 1.44, 0, 0.22, 1.45, 0, 0.2, 1.49, 0, 0.46, 1.475],
      },
      {
        radiusM: 0.016,
        chain: [0, 0.3, 1.51, 0, 0.3, 1.4],
      },
      {
        radiusM: 0.016,
        chain: [0, 0.34, 1.51, 0, 0.34, 1.4],
      },
      {
        radiusM: 0.016,
        chain: [0, 0.38, 1.51, 0, 0.38, 1.4],
      },
    ],
    swing: null,
    keys: [0, 0.34, 1.51],
    peakSplDb: 122,
    bandHz: [160, 12_000],
    allRoundShare: 0.5,
  },
  flugelhorn: {
    name: 'Flugelhorn',
    basis: BASIS,
    standing: true,
    bellDiameterM: 0.152,
    bellM: [0, 0.54, 1.43],
    looks: [0, 1, -0.2],
    flareM: 0.24,
    pipes: [
      {
        radiusM: 0.009,
        chain: [0, 0.13, 1.53, 0, 0.34, 1.49, 0, 0.38, 1.41, 0, 0.16, 1.41, 0, 0.14, 1.47, 0, 0.3, 1.475],
      },
      {
        radiusM: 0.018,
        chain: [0, 0.24, 1.51, 0, 0.24, 1.38],
      },
      {
        radiusM: 0.018,
        chain: [0, 0.285, 1.5, 0, 0.285, 1.37],
      },
      {
        radiusM: 0.018,
        chain: [0, 0.33, 1.5, 0, 0.33, 1.37],
      },
    ],
    swing: null,
    keys: [0, 0.29, 1.5],
    peakSplDb: 118,
    bandHz: [140, 9000],
    allRoundShare: 0.55,
  },
  trombone: {
    name: 'Trombone',
    basis: BASIS,
    standing: true,
    bellDiameterM: 0.203,
    bellM: [-0.14, 0.62, 1.53],
    looks: [0, 1, -0.12],
    flareM: 0.3,
    pipes: [
      {
        radiusM: 0.009,
        chain: [0, 0.13, 1.53, 0, 0.86, 1.45, 0, 0.88, 1.41, 0, 0.14, 1.48],
      },
      {
        radiusM: 0.011,
        chain: [0, 0.14, 1.48, -0.05, -0.22, 1.56, -0.14, -0.2, 1.6, -0.14, 0.34, 1.56],
      },
    ],
    swing: [
      [0, 0.86, 1.43],
      [0, 1.4, 1.37],
    ],
    keys: null,
    peakSplDb: 118,
    bandHz: [80, 9000],
    allRoundShare: 0.5,
  },
  tuba: {
    name: 'Tuba',
    basis: BASIS,
    standing: false,
    bellDiameterM: 0.45,
    bellM: [-0.22, 0.16, 1.42],
    looks: [-0.15, 0.1, 1],
    flareM: 0.42,
    pipes: [
      {
        radiusM: 0.07,
        chain: [-0.17, 0.14, 1.02, -0.12, 0.18, 0.62],
      },
      {
        radiusM: 0.06,
        chain: [-0.12, 0.18, 0.62, 0.1, 0.2, 0.58],
      },
      {
        radiusM: 0.045,
        chain: [0.1, 0.2, 0.6, 0.14, 0.18, 0.95, 0.02, 0.2, 1.08],
      },
      {
        radiusM: 0.02,
        chain: [0.02, 0.14, 1.14, 0.06, 0.24, 1.02, 0.02, 0.3, 0.8],
      },
      {
        radiusM: 0.03,
        chain: [-0.04, 0.3, 0.96, -0.04, 0.3, 0.72],
      },
      {
        radiusM: 0.03,
        chain: [0.03, 0.3, 0.96, 0.03, 0.3, 0.72],
      },
    ],
    swing: null,
    keys: [0, 0.32, 0.96],
    peakSplDb: 108,
    bandHz: [35, 2500],
    allRoundShare: 0.65,
  },
  'french-horn': {
    name: 'French horn',
    basis: BASIS,
    standing: false,
    bellDiameterM: 0.31,
    bellM: [0.3, -0.02, 0.72],
    looks: [0.5, -0.85, 0.1],
    flareM: 0.24,
    pipes: [
      {
        radiusM: 0.008,
        chain: [0, 0.13, 1.15, 0.03, 0.24, 1.05, 0.107, 0.265, 0.948],
      },
      {
        radiusM: 0.01,
        chain: [
          0.107, 0.265, 0.948, 0.187, 0.247, 0.937, 0.245, 0.234, 0.881, 0.259, 0.23, 0.802, 0.224, 0.238, 0.73, 0.153, 0.255, 0.692, 0.073, 0.273,
          0.703, 0.015, 0.286, 0.759, 0.001, 0.29, 0.838, 0.036, 0.282, 0.91, 0.107, 0.265, 0.948,
        ],
      },
      {
        radiusM: 0.01,
        chain: [
          0.05, 0.29, 0.791, 0.05, 0.29, 0.849, 0.088, 0.29, 0.894, 0.145, 0.29, 0.904, 0.195, 0.29, 0.875, 0.215, 0.29, 0.82, 0.195, 0.29, 0.765,
          0.145, 0.29, 0.736,
        ],
      },
      {
        radiusM: 0.03,
        chain: [0.2, 0.22, 0.7, 0.24, 0.14, 0.7],
      },
      {
        radiusM: 0.02,
        chain: [0.02, 0.3, 0.88, 0.12, 0.3, 0.88],
      },
    ],
    swing: null,
    keys: [0, 0.33, 0.88],
    peakSplDb: 105,
    bandHz: [80, 5000],
    allRoundShare: 0.55,
  },
};

const sax = {
  standing: true,
  holesDb: -5,
  looks: [0.1, 0.75, 0.65],
  swing: null,
  peakSplDb: 108,
  bandHz: [120, 10_000],
  allRoundShare: 0.7,
  basis: BASIS,
} as const;

export const SAXOPHONES: Readonly<Record<string, Horn>> = {
  alto: {
    ...sax,
    name: 'Alto saxophone',
    bellDiameterM: 0.123,
    looks: [0.05, 0.55, 0.83],
    bellM: [0.13, 0.37, 1.06],
    flareM: 0.19,
    pipes: [
      {
        radiusM: 0.01,
        chain: [0, 0.13, 1.5, 0.01, 0.24, 1.49],
      },
      {
        radiusM: 0.02,
        chain: [0.01, 0.24, 1.49, 0.07, 0.22, 1.16],
      },
      {
        radiusM: 0.03,
        chain: [0.07, 0.22, 1.16, 0.11, 0.19, 0.87],
      },
      {
        radiusM: 0.04,
        chain: [0.11, 0.19, 0.87, 0.115, 0.21, 0.81, 0.12, 0.26, 0.8, 0.125, 0.29, 0.88],
      },
    ],
    keys: [0.04, 0.25, 1.32],
  },
  soprano: {
    ...sax,
    name: 'Soprano saxophone',
    holesDb: -2,
    looks: [0, 0.75, -0.65],
    bellDiameterM: 0.09,
    bellM: [0, 0.56, 1.06],
    flareM: 0.1,
    pipes: [
      {
        radiusM: 0.01,
        chain: [0, 0.13, 1.52, 0, 0.2, 1.46],
      },
      {
        radiusM: 0.018,
        chain: [0, 0.2, 1.46, 0, 0.36, 1.28],
      },
      {
        radiusM: 0.025,
        chain: [0, 0.36, 1.28, 0, 0.5, 1.13],
      },
    ],
    keys: [0, 0.27, 1.4],
    bandHz: [200, 12_000],
  },
  tenor: {
    ...sax,
    name: 'Tenor saxophone',
    bellDiameterM: 0.155,
    looks: [0.05, 0.5, 0.86],
    bellM: [0.2, 0.35, 0.98],
    flareM: 0.25,
    pipes: [
      {
        radiusM: 0.011,
        chain: [0, 0.13, 1.5, 0.02, 0.25, 1.52, 0.05, 0.25, 1.46],
      },
      {
        radiusM: 0.025,
        chain: [0.05, 0.25, 1.46, 0.14, 0.2, 1.08],
      },
      {
        radiusM: 0.038,
        chain: [0.14, 0.2, 1.08, 0.19, 0.13, 0.72],
      },
      {
        radiusM: 0.05,
        chain: [0.19, 0.13, 0.72, 0.195, 0.15, 0.63, 0.2, 0.22, 0.62, 0.2, 0.26, 0.73],
      },
    ],
    keys: [0.09, 0.25, 1.26],
    bandHz: [90, 9000],
  },
  baritone: {
    ...sax,
    name: 'Baritone saxophone',
    bellDiameterM: 0.18,
    looks: [0.05, 0.42, 0.9],
    bellM: [0.28, 0.37, 1.0],
    flareM: 0.36,
    pipes: [
      {
        radiusM: 0.012,
        chain: [0, 0.13, 1.5, 0.04, 0.24, 1.54, 0.08, 0.25, 1.6, 0.11, 0.26, 1.52, 0.12, 0.26, 1.4],
      },
      {
        radiusM: 0.03,
        chain: [0.12, 0.26, 1.4, 0.2, 0.2, 1.02],
      },
      {
        radiusM: 0.045,
        chain: [0.2, 0.2, 1.02, 0.26, 0.12, 0.56],
      },
      {
        radiusM: 0.06,
        chain: [0.26, 0.12, 0.56, 0.27, 0.15, 0.46, 0.28, 0.23, 0.45, 0.28, 0.27, 0.62],
      },
    ],
    keys: [0.15, 0.26, 1.22],
    bandHz: [60, 8000],
  },
};
