import { teller } from '../units';

/** All that is told here. */
export type RenderCode =
  | 'nothing-was-hidden-the-take-is'
  | 'the-polarity-of-is-reversed-and'
  | 'the-polarity-of-is-reversed'
  | 'is-samples-late'
  | 'one-microphone-cannot-be-exchanged-with'
  | 'and-are-each-in-the-others'
  | 'stands-from-its-place'
  | 'hums-at-50-hz'
  | 'was-recorded-6-db-too-loud'
  | 'somebody-knocks-the-stand-of-three'
  | 'a-click-from-headphones-is-heard';

export const tell = teller<RenderCode>('render');
