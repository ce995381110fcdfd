import type { KitPiece } from './pieces';

/**
 * Starting points. Drum and cymbal diameters are the usual catalogue sizes; heights are those of a seated adult with the
 * snare at thigh level (common practice). The kit's origin is on the floor under the middle of the kick's batter head;
 * the drummer faces +y and sits at negative y.
 */
const BASIS = 'Diameters and depths as drums are sold; heights for a seated adult, snare at thigh level (common practice).';

const kick: KitPiece = {
  id: 'kick',
  kind: 'kick',
  name: 'Kick',
  diameterIn: 22,
  depthIn: 16,
  xM: 0.1,
  yM: 0.02,
  zM: 0.29,
  tiltDeg: 0,
  resonantHead: true,
};
const snare: KitPiece = {
  id: 'snare',
  kind: 'snare',
  name: 'Snare',
  diameterIn: 14,
  depthIn: 5.5,
  xM: -0.2,
  yM: -0.2,
  zM: 0.66,
  tiltDeg: 3,
  resonantHead: true,
};
const hat: KitPiece = {
  id: 'hat',
  kind: 'hat',
  name: 'Hat',
  diameterIn: 14,
  depthIn: 1.5,
  xM: -0.62,
  yM: -0.1,
  zM: 0.88,
  tiltDeg: 0,
  resonantHead: false,
};
const crash: KitPiece = {
  id: 'crash',
  kind: 'cymbal',
  name: 'Crash',
  diameterIn: 16,
  depthIn: 0,
  xM: -0.52,
  yM: 0.42,
  zM: 1.12,
  tiltDeg: 12,
  resonantHead: false,
};
const ride: KitPiece = { ...crash, id: 'ride', name: 'Ride', diameterIn: 20, xM: 0.62, yM: 0.28, zM: 0.98, tiltDeg: 14 };
const rackTom: KitPiece = {
  id: 'rack-tom',
  kind: 'tom',
  name: 'Rack tom',
  diameterIn: 12,
  depthIn: 8,
  xM: -0.08,
  yM: 0.24,
  zM: 0.84,
  tiltDeg: 16,
  resonantHead: true,
};
const floorTom: KitPiece = {
  ...rackTom,
  id: 'floor-tom',
  name: 'Floor tom',
  diameterIn: 16,
  depthIn: 15,
  xM: 0.52,
  yM: -0.28,
  zM: 0.66,
  tiltDeg: 4,
};

export const KIT_VARIANTS: Readonly<Record<string, { readonly name: string; readonly basis: string; readonly pieces: readonly KitPiece[] }>> = {
  'three-piece': { name: 'Three-piece kit', basis: BASIS, pieces: [kick, snare, floorTom, hat, ride] },
  'four-piece': { name: 'Four-piece kit', basis: BASIS, pieces: [kick, snare, rackTom, floorTom, hat, crash, ride] },
  'five-piece': {
    name: 'Five-piece kit',
    basis: BASIS,
    pieces: [
      kick,
      snare,
      { ...rackTom, name: 'High tom', diameterIn: 10, xM: -0.14 },
      { ...rackTom, id: 'mid-tom', name: 'Mid tom', diameterIn: 12, xM: 0.24 },
      floorTom,
      hat,
      crash,
      ride,
    ],
  },
};
