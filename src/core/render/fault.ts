import type { Vec3 } from '../math';

/** Something wrong on purpose in one channel. */
export type Fault =
  | { readonly kind: 'reversed'; readonly microphoneId: string }
  | { readonly kind: 'late'; readonly microphoneId: string; readonly samples: number }
  /** Its channel is called as another's, and that as its. */
  | { readonly kind: 'exchanged'; readonly microphoneId: string; readonly otherId: string }
  | { readonly kind: 'elsewhere'; readonly microphoneId: string; readonly positionM: Vec3 }
  | { readonly kind: 'humming' | 'clipping' | 'knocked' | 'clicking'; readonly microphoneId: string };
