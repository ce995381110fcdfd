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

/** Part of a drawing in space. A hull is drawn as the convex outline of its projected points. */
export interface Shape {
  readonly form: 'line' | 'loop' | 'hull';
  readonly weight: 'main' | 'inner' | 'player';
  readonly points: readonly Vec3[];
}

/** A volume that must stay free: a stick's sweep, a bell's blast, a player's head. */
export interface KeepOut {
  readonly id: string;
  readonly name: string;
  readonly centreM: Vec3;
  readonly radiusM: number;
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
