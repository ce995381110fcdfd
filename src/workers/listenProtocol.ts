import type { Session } from '../core/document';
import type { Beside, MixMatrix, Playing } from '../core/listening';
import type { TakeFile } from './protocol';

/** Two channels of a take, by their names, and how the second is played. */
export interface TakePair extends Beside {
  readonly files: readonly TakeFile[];
  readonly first: string;
  readonly second: string;
}

/** What the page asks of the worker that renders what is heard. */
export type ListenRequest =
  | {
      readonly kind: 'render';
      /** Which loop it becomes; a newer request for the same deck ends the older. */
      readonly loop: number;
      readonly deck: string;
      readonly session: Session;
      readonly playing: Playing;
      readonly rate: number;
      /** Share of the loop at which to begin, so that what sounds next is there first. */
      readonly from: number;
      readonly matrix: MixMatrix;
      readonly targetLufs: number;
    }
  /** Two channels of files beside one another. */
  | {
      readonly kind: 'files';
      readonly loop: number;
      readonly deck: string;
      readonly take: TakePair;
      readonly rate: number;
      readonly from: number;
      readonly matrix: MixMatrix;
      readonly targetLufs: number;
    }
  /** Gain for a loop through another mix. */
  | { readonly kind: 'gain'; readonly loop: number; readonly ask: number; readonly matrix: MixMatrix; readonly targetLufs: number }
  /** All channels of a loop, to be kept or drawn. */
  | { readonly kind: 'whole'; readonly loop: number; readonly ask: number }
  | { readonly kind: 'drop'; readonly loop: number };

export type ListenAnswer =
  | { readonly kind: 'begun'; readonly loop: number; readonly channels: number; readonly blocks: number; readonly blockSamples: number }
  | { readonly kind: 'block'; readonly loop: number; readonly index: number; readonly samples: readonly Float32Array[] }
  | { readonly kind: 'done'; readonly loop: number; readonly gain: number }
  | { readonly kind: 'gain'; readonly ask: number; readonly gain: number }
  | { readonly kind: 'whole'; readonly ask: number; readonly channels: readonly Float32Array[] }
  | { readonly kind: 'failed'; readonly loop: number; readonly reason: string };
