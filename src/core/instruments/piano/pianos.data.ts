/** Sizes of pianos, metres. The keyboard of 88 keys is 1.225 m wide whatever the case (ISO-like keyboard gauge; common practice). */
export interface UprightSize {
  readonly name: string;
  readonly basis: string;
  readonly heightM: number;
  readonly widthM: number;
  readonly depthM: number;
}

export interface GrandSize {
  readonly name: string;
  readonly basis: string;
  readonly lengthM: number;
  readonly widthM: number;
}

const BASIS = 'Usual case dimensions (common practice, from memory).';

export const UPRIGHT_SIZES: Readonly<Record<string, UprightSize>> = {
  studio: { name: 'Studio upright', basis: BASIS, heightM: 1.2, widthM: 1.49, depthM: 0.6 },
  console: { name: 'Console upright', basis: BASIS, heightM: 1.08, widthM: 1.47, depthM: 0.56 },
  tall: { name: 'Tall upright', basis: BASIS, heightM: 1.32, widthM: 1.53, depthM: 0.65 },
};

export const GRAND_SIZES: Readonly<Record<string, GrandSize>> = {
  parlour: { name: 'Parlour grand', basis: BASIS, lengthM: 1.8, widthM: 1.5 },
  baby: { name: 'Baby grand', basis: BASIS, lengthM: 1.51, widthM: 1.46 },
  salon: { name: 'Salon grand', basis: BASIS, lengthM: 2.11, widthM: 1.52 },
  concert: { name: 'Concert grand', basis: BASIS, lengthM: 2.74, widthM: 1.57 },
};
