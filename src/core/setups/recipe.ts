import type { SetupId } from '../ids';
import type { InstrumentKind } from '../instruments';
import type { MicrophoneKind, PatternName } from '../microphones';

/** Where one point goes, in terms of the instrument. Azimuth is clockwise from the player's forward, from above. */
export type PointRule =
  /** A fixed offset from a mark in the instrument's frame (x player's right, y forward, z up), metres. */
  | { readonly rule: 'offset'; readonly mark: string; readonly byM: readonly [number, number, number] }
  /** On a string of a given length from a mark. */
  | { readonly rule: 'string'; readonly mark: string; readonly lengthM: number; readonly azimuthDeg: number; readonly elevationDeg: number }
  /**
   * Over a drum's head: inset from the rim toward the centre (1 is the centre) and height along the head's normal, both in radii of
   * that head, on the first or second side.
   */
  | {
      readonly rule: 'rim';
      readonly source: string;
      readonly azimuthDeg: number;
      readonly insetOfRadius: number;
      readonly heightOfRadius: number;
      readonly under?: boolean;
    }
  /** Inside a drum: so far from the first head toward the second, in depths of the shell, and off its axis, in radii of the head. */
  | {
      readonly rule: 'inside';
      readonly source: string;
      readonly inOfDepth: number;
      readonly rightOfRadius: number;
      readonly downOfRadius: number;
    }
  /** A distance out along the way a source looks, turned off that axis upward and to the player's right. */
  | {
      readonly rule: 'axis';
      readonly source: string;
      readonly distanceM: number;
      readonly upDeg: number;
      readonly rightDeg: number;
      readonly behind?: boolean;
    }
  /** On two strings at once: the circle where they meet, turned from its highest point to the player's right. */
  | { readonly rule: 'strings'; readonly marks: readonly [string, string]; readonly lengthsM: readonly [number, number]; readonly turnDeg: number }
  /**
   * As far from one mark as from another, out before a third along the player's forward, at a height over it. Of the pairs the
   * first is taken that the instrument has.
   */
  | {
      readonly rule: 'equal';
      readonly pairs: readonly (readonly [string, string])[];
      readonly before: string;
      readonly outM: number;
      readonly heightM: number;
    }
  /**
   * Out from the wall behind the player, through the player, who stands that share of the way along; at a height, and no farther than
   * keeps clear of the wall before them.
   */
  | { readonly rule: 'off-wall'; readonly playerShare: number; readonly heightM: number; readonly clearM: number };

/** A point, or one of two microphones set side by side about a point, seen as the microphones look. */
export type Placement =
  | PointRule
  | {
      readonly rule: 'array';
      readonly about: PointRule;
      readonly facing: string;
      readonly spacingM: number;
      readonly side: Side;
      /** How far the right one stands over the left one, for capsules that share a place, metres. */
      readonly stackM?: number;
    };

export type Side = 'left' | 'right';

/** What a recipe's microphone looks at. */
export type AimRule =
  | { readonly mark: string }
  /** As near to a mark as lets a figure-of-eight's side look at another. */
  | { readonly toward: string; readonly nullOn: string }
  | { readonly azimuthDeg: number; readonly elevationDeg: number }
  /** Turned out from a mark that the pair faces, to its own side. */
  | { readonly facing: string; readonly outDeg: number; readonly side: Side };

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
  readonly padded?: boolean;
  /** Left out without a word where the instrument has no such part (a third tom). */
  readonly optional?: boolean;
  /** Placed only where the microphone of this key has no part to be placed at, so that ten stay ten. */
  readonly inPlaceOf?: string;
  /** The set-up rests on this pattern: another kind that stands in keeps it. */
  readonly patternMatters?: boolean;
  /** Air it keeps to walls and ceiling, metres. */
  readonly airM?: number;
}

export const PAIR_TECHNIQUES = [
  'spaced',
  'XY',
  'AB',
  'ORTF',
  'DIN',
  'NOS',
  'mid-side',
  'crossed figure-8s',
  'equal-distance pair',
  'three-omni tree',
  'half-crossed',
  'other',
] as const;
export type PairTechnique = (typeof PAIR_TECHNIQUES)[number];

export interface RecipePair {
  readonly name: string;
  readonly technique: PairTechnique;
  readonly left: string;
  readonly right: string;
  readonly centreSource: string | null;
}

export const SOUNDS = ['natural', 'bright', 'dark', 'attack', 'body', 'dry', 'roomy', 'wide', 'mono'] as const;
/** Words for the sound wanted, by which the chooser sorts. */
export type Sound = (typeof SOUNDS)[number];

export const ISOLATIONS = ['little', 'some', 'much'] as const;
/** How well the set-up keeps other players and the room out. */
export type Isolation = (typeof ISOLATIONS)[number];

/** A set-up: a named recipe that places microphones round an instrument from its dimensions. All are common practice. */
export interface Recipe {
  readonly id: SetupId;
  readonly name: string;
  readonly instrument: InstrumentKind;
  /** Variants it is for; all when absent. */
  readonly variants?: readonly string[];
  /** Choices the instrument must have, such as a singing player. */
  readonly needs?: Readonly<Record<string, string>>;
  readonly school: string | null;
  readonly microphones: readonly RecipeMicrophone[];
  readonly pairs: readonly RecipePair[];
  readonly isolation: Isolation;
  readonly sounds: readonly Sound[];
  /** A set-up of one's own has words of its own; what the product's give and cost is said by `src/words`. */
  readonly gives?: string;
  readonly costs?: string;
  readonly soundsLike?: string;
  readonly listenFor?: string;
  /** It is for an instrument built the other way round: left and right in its words change places. Never stored. */
  readonly isHanded?: true;
  /** Findings it raises by design; why that is fine is said by `src/words`, of one's own set-ups by themselves. */
  readonly expects: readonly { readonly code: string; readonly why?: string }[];
}
