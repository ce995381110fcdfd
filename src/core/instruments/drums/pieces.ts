/** The pieces a kit is made of. Sizes in inches as drums are sold; positions in metres in the kit's frame. */
export const PIECE_KINDS = ['kick', 'snare', 'tom', 'hat', 'cymbal'] as const;
export type PieceKind = (typeof PIECE_KINDS)[number];

export interface KitPiece {
  readonly id: string;
  readonly kind: PieceKind;
  readonly name: string;
  readonly diameterIn: number;
  readonly depthIn: number;
  /** Centre of the batter head, or of the cymbal. */
  readonly xM: number;
  readonly yM: number;
  readonly zM: number;
  /** Lean toward the drummer, degrees (0 is level; a kick's head stands upright whatever this says). */
  readonly tiltDeg: number;
  readonly resonantHead: boolean;
  /** A hole in a kick's front head; taken as there unless said otherwise. */
  readonly ported?: boolean;
}
