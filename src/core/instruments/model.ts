import type { Vec3 } from '../math';

/** A point that a tape can be put on. */
export interface Mark {
  readonly id: string;
  readonly name: string;
  readonly positionM: Vec3;
}

/** One face of a source: where it radiates from, which way, and which way up (drum heads move opposite ways). */
export interface Side {
  readonly positionM: Vec3;
  readonly normal: Vec3;
  readonly polarity: 1 | -1;
  /** Level re the source's planning level, dB. */
  readonly levelDb: number;
}

/** One radiating point or surface. One side (a mouth, a bell) or two (a drum, a plate). */
export interface Source {
  readonly id: string;
  readonly instrumentId: string;
  readonly name: string;
  /** Sources of one group are wanted together (a piano's bass and treble); a drum is its own group. */
  readonly groupId: string;
  readonly sides: readonly [Side] | readonly [Side, Side];
  /** Radius of the radiating surface, metres; a microphone between two sides and within it is inside. */
  readonly radiusM: number;
  /** Planning level: peak dB SPL at a distance (table of planning levels, from memory, ±6 dB). */
  readonly peakSplDb: number;
  readonly atM: number;
  readonly bandHz: readonly [number, number];
  /** Share of the level that goes everywhere: 1 radiates alike all round, 0.5 like a cardioid forward. */
  readonly allRoundShare: number;
}

/**
 * Part of a drawing in space. A hull is drawn as the convex outline of its projected points. A slab's points are a flat
 * outline followed by the same outline on its other face: drawn as the outline when looked at, as the hull when edge on.
 */
export interface Shape {
  readonly form: 'line' | 'loop' | 'hull' | 'slab';
  readonly weight: 'main' | 'inner' | 'player';
  readonly points: readonly Vec3[];
}

/** What a volume is kept free for. */
export type KeepOutKind = 'swing' | 'head' | 'blast' | 'solid' | 'foot';

/** A volume that must stay free: all within `radiusM` of a chain of points (a ball when there is one point). */
export interface KeepOut {
  readonly id: string;
  readonly name: string;
  readonly kind: KeepOutKind;
  readonly pointsM: readonly Vec3[];
  readonly radiusM: number;
  /** Goes on from "here": "a stick comes down here". */
  readonly why: string;
}

/** Everything the physics and the drawing want of one instrument, in one frame of reference, metres. */
export interface Geometry {
  readonly marks: readonly Mark[];
  readonly sources: readonly Source[];
  readonly shapes: readonly Shape[];
  readonly keepOuts: readonly KeepOut[];
}

/** Where an instrument stands: its origin on the floor, its turn (anticlockwise from above), and left-handed or not. */
export interface Stance {
  readonly positionM: { readonly x: number; readonly y: number };
  readonly rotationDeg: number;
  readonly mirrored: boolean;
}
