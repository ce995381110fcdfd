import type { HeardLevels, MixMatrix } from '../../core/listening';

/** A loop handed over whole, as it is when a page is rendered without being heard. */
export interface WholeLoop {
  readonly channels: readonly Float32Array[];
  readonly matrix: MixMatrix;
  readonly gain: number;
}

/** What the page tells the audio thread. */
export type PlayerMessage =
  | { readonly kind: 'loop'; readonly loop: number; readonly channels: number; readonly blocks: number; readonly blockSamples: number }
  | { readonly kind: 'block'; readonly loop: number; readonly index: number; readonly samples: readonly Float32Array[] }
  | { readonly kind: 'hear'; readonly loop: number; readonly matrix: MixMatrix; readonly gain: number }
  | { readonly kind: 'drop'; readonly loop: number }
  | { readonly kind: 'start' }
  | { readonly kind: 'stop' };

/** What it tells back, some twenty times a second. */
export type PlayerReport = HeardLevels & { readonly isSilent: boolean };
