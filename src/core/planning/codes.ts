import { teller } from '../units';

/** All that is told here. */
export type PlanningCode =
  | 'back-to-its-place'
  | 'move-it'
  | 'bring-that-way'
  | 'bring-back-to-where-puts-it'
  | 'find-it-a-place'
  | 'both-back-to-their-places'
  | 'all-back-to-their-places'
  | 'bring-back-to-where-puts-them'
  | 'both-of'
  | 'all-of-them'
  | 'no-one-move-helps-a-panel'
  | 'hear-a-neighbour-at-less-than'
  | 'no-one-move-mends-it-without'
  | 'that-the-set-up-brings-by'
  | 'all-leaks';

export const tell = teller<PlanningCode>('planning');
