import { teller } from '../units';

/** All that is told here. */
export type OptimiseCode =
  | 'move'
  | 'move-and-turn'
  | 'turn'
  | 'to-the-right-wall'
  | 'to-the-left-wall'
  | 'to-the-front-wall'
  | 'to-the-back-wall'
  | 'up'
  | 'down'
  | 'two-ways'
  | 'invert-it-in-the-mix'
  | 'make-this-move'
  | 'invert-in-the-mix';

export const tell = teller<OptimiseCode>('optimise');
