import type { PerBand } from '../acoustics';
import type { InstrumentId, MarkId, SourceId } from '../ids';
import type { Vec3 } from '../math';
import type { Solid } from '../solids';
import type { Told } from '../units';

/** A point that a tape can be put on. */
export interface Mark {
  readonly id: MarkId;
  readonly name: string;
  readonly positionM: Vec3;
  /** On somebody: nothing is struck there. */
  readonly isOnSomebody?: true;
}

/** One face of a source: where it radiates from, which way, and which way up (drum heads move opposite ways). */
export interface Side {
  readonly positionM: Vec3;
  readonly normal: Vec3;
  readonly polarity: 1 | -1;
  /** Level re the source's planning level, dB. */
  readonly levelDb: number;
  /** Radius of the part that sounds as a disc, metres: a head, a port, a bell's mouth. */
  readonly radiusM: number;
  /** What this face does to the source's spectrum, dB per band; none where it is the source's own. */
  readonly tiltDb?: PerBand;
}

/** One radiating point or surface. One side (a mouth, a bell) or two (a drum, a plate). */
export interface Source {
  readonly id: SourceId;
  readonly instrumentId: InstrumentId;
  readonly name: string;
  /** Sources of one group are wanted together (a piano's bass and treble); a drum is its own group. */
  readonly groupId: string;
  readonly sides: readonly [Side] | readonly [Side, Side];
  /** Radius of the body round which one face is heard from the other's side, metres; between two faces and within it is inside. */
  readonly radiusM: number;
  /** Way of a stroke through the body to its second face, metres; 0 for a plate, whose faces move at once. */
  readonly throughM: number;
  /** Pressure inside the body over what the struck face gives in the open as near, dB. */
  readonly insideGainDb: number;
  /** Planning level: peak dB SPL at 1 m in the open before the first face (from memory, ±6 dB). */
  readonly peakSplDb: number;
  /** Where the planning level is from: the table, how it is played, or the user's own figure. */
  readonly levelBasis: string;
  readonly bandHz: readonly [number, number];
  /** Shares of the level per band, dB; they add up to 0 dB in energy. */
  readonly spectrumDb: PerBand;
  /** Goes on sounding until the room is full of it (a note of a horn, a voice); a stroke does not. */
  readonly held: boolean;
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
  /** Said as what is there: "a stick comes down here". */
  readonly why: Told;
}

/** Everything the physics and the drawing want of one instrument, in one frame of reference, metres. */
export interface Geometry {
  readonly marks: readonly Mark[];
  readonly sources: readonly Source[];
  readonly shapes: readonly Shape[];
  readonly keepOuts: readonly KeepOut[];
  /** What is really there: nothing passes through it, and it shades what is behind. */
  readonly solids: readonly Solid[];
}

/** Where an instrument stands: its origin on the floor, its turn (anticlockwise from above), and left-handed or not. */
export interface Stance {
  readonly positionM: { readonly x: number; readonly y: number };
  readonly rotationDeg: number;
  readonly mirrored: boolean;
}
