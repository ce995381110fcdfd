import { teller } from '../units';

/** Why there is no patch, and what to do. */
export type PatchCode =
  | 'too-many'
  | 'must-have-power'
  | 'must-not-have-power'
  | 'needs-its-plug'
  | 'needs-its-level'
  | 'needs-a-cable'
  | 'paired'
  | 'wants-neighbours'
  | 'is-pinned'
  | 'wants-an-input'
  | 'no-patch'
  | 'no-patch-also'
  | 'pad-or-move'
  | 'longer-cable'
  | 'let-go-pins'
  | 'adaptor-box'
  | 'swap-microphone'
  | 'undo-the-pair'
  | 'leave-out-or-add'
  | 'no-device'
  | 'no-other-patch';

export const tell = teller<PatchCode>('patches');
