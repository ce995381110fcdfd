import type { FurnishingId, MicrophoneId } from '../ids';
/** What keeps sound away from a place, besides taking some of it up. */
export const SCREEN_KINDS = ['panel', 'blanket', 'collar'] as const;
/** What takes sound up where it is; its shadow is not modelled. */
export const SOFT_KINDS = ['rug', 'curtain', 'duvet', 'clothes', 'sofa', 'bed', 'bookcase', 'absorber', 'trap'] as const;
export const FURNISHING_KINDS = [...SCREEN_KINDS, ...SOFT_KINDS] as const;
export type ScreenKind = (typeof SCREEN_KINDS)[number];
export type SoftKind = (typeof SOFT_KINDS)[number];
export type FurnishingKind = (typeof FURNISHING_KINDS)[number];

/** Something soft that is stood, hung or clipped where it keeps sound away. */
export interface Furnishing {
  readonly id: FurnishingId;
  readonly kind: FurnishingKind;
  readonly name: string;
  /** Middle of its foot on the floor; a collar is where its microphone is. */
  readonly positionM: { readonly x: number; readonly y: number };
  /** Its face's turn, anticlockwise from above; 0 runs along the front wall. */
  readonly rotationDeg: number;
  readonly widthM: number;
  readonly heightM: number;
  /** From the floor to its lower edge. */
  readonly bottomM: number;
  /** The microphone a collar is clipped to. */
  readonly microphoneId: MicrophoneId | null;
  /** How thick its soft layer is and how much air is behind it, metres; the usual ones where it is not said. */
  readonly layerM?: number;
  readonly airM?: number;
}

export const isScreen = (kind: FurnishingKind): kind is ScreenKind => (SCREEN_KINDS as readonly string[]).includes(kind);
