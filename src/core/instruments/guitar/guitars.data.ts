/** Sizes of a steel-string guitar, metres. Scale length is saddle to nut; the neck joins the body at the 14th fret (12th on the parlour). */
export interface GuitarSize {
  readonly name: string;
  readonly basis: string;
  readonly bodyLengthM: number;
  readonly lowerBoutM: number;
  readonly waistM: number;
  readonly upperBoutM: number;
  readonly depthM: number;
  readonly scaleM: number;
  readonly joinsAtFret: number;
}

const BASIS = 'Usual workshop dimensions of the body form (common practice, from memory).';

export const GUITAR_SIZES: Readonly<Record<string, GuitarSize>> = {
  dreadnought: {
    name: 'Dreadnought',
    basis: BASIS,
    bodyLengthM: 0.508,
    lowerBoutM: 0.397,
    waistM: 0.276,
    upperBoutM: 0.292,
    depthM: 0.122,
    scaleM: 0.645,
    joinsAtFret: 14,
  },
  parlour: {
    name: 'Parlour',
    basis: BASIS,
    bodyLengthM: 0.476,
    lowerBoutM: 0.343,
    waistM: 0.21,
    upperBoutM: 0.248,
    depthM: 0.102,
    scaleM: 0.628,
    joinsAtFret: 12,
  },
  concert: {
    name: 'Concert',
    basis: BASIS,
    bodyLengthM: 0.492,
    lowerBoutM: 0.381,
    waistM: 0.238,
    upperBoutM: 0.286,
    depthM: 0.105,
    scaleM: 0.645,
    joinsAtFret: 14,
  },
  jumbo: {
    name: 'Jumbo',
    basis: BASIS,
    bodyLengthM: 0.53,
    lowerBoutM: 0.432,
    waistM: 0.268,
    upperBoutM: 0.31,
    depthM: 0.124,
    scaleM: 0.648,
    joinsAtFret: 14,
  },
  classical: {
    name: 'Nylon-string',
    basis: BASIS,
    bodyLengthM: 0.49,
    lowerBoutM: 0.37,
    waistM: 0.24,
    upperBoutM: 0.28,
    depthM: 0.098,
    scaleM: 0.65,
    joinsAtFret: 12,
  },
};
