import type { MicrophoneId } from '../ids';
import type { Vec3 } from '../math';

/** Something wrong on purpose in one channel. */
export type Fault =
  | { readonly kind: 'reversed'; readonly microphoneId: MicrophoneId }
  | { readonly kind: 'late'; readonly microphoneId: MicrophoneId; readonly samples: number }
  /** Its channel is called as another's, and that as its. */
  | { readonly kind: 'exchanged'; readonly microphoneId: MicrophoneId; readonly otherId: string }
  | { readonly kind: 'elsewhere'; readonly microphoneId: MicrophoneId; readonly positionM: Vec3 }
  | { readonly kind: 'humming' | 'clipping' | 'knocked' | 'clicking'; readonly microphoneId: MicrophoneId };
