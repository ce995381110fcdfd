import type { InstrumentKind } from '../instruments';
import type { MicrophoneKind, PatternName } from '../microphones';

/** Where a recipe puts a capsule, in terms of the instrument. Azimuth is clockwise from the player's forward, from above. */
export type Placement =
  /** A fixed offset from a mark in the instrument's frame (x player's right, y forward, z up), metres. */
  | { readonly rule: 'offset'; readonly mark: string; readonly byM: readonly [number, number, number] }
  /** On a string of a given length from a mark. */
  | { readonly rule: 'string'; readonly mark: string; readonly lengthM: number; readonly azimuthDeg: number; readonly elevationDeg: number }
  /** Over a drum's rim: inset from the edge toward the centre, height along the head's normal, on the first or second side. */
  | {
      readonly rule: 'rim';
      readonly source: string;
      readonly azimuthDeg: number;
      readonly insetM: number;
      readonly heightM: number;
      readonly under?: boolean;
    };

/** What a recipe's microphone looks at. */
export type AimRule = { readonly mark: string } | { readonly azimuthDeg: number; readonly elevationDeg: number };

export interface RecipeMicrophone {
  readonly key: string;
  readonly label: string;
  readonly name: string;
  /** Id of the source it is there for, or null for the whole instrument. */
  readonly target: string | null;
  readonly place: Placement;
  readonly aim: AimRule;
  /** Suitable kinds, best first. */
  readonly kinds: readonly MicrophoneKind[];
  readonly pattern: PatternName;
  readonly flipped?: boolean;
}

export interface RecipePair {
  readonly name: string;
  readonly left: string;
  readonly right: string;
  readonly centreSource: string | null;
}

/** A set-up: a named recipe that places microphones round an instrument from its dimensions. All are common practice. */
export interface Recipe {
  readonly id: string;
  readonly name: string;
  readonly instrument: InstrumentKind;
  readonly school: string | null;
  readonly microphones: readonly RecipeMicrophone[];
  readonly pairs: readonly RecipePair[];
  readonly gives: string;
  readonly costs: string;
  readonly soundsLike: string;
  readonly listenFor: string;
  /** Findings it raises by design and why that is fine. */
  readonly expects: readonly { readonly code: string; readonly why: string }[];
}
