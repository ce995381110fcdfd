import type { PlanningCode } from '../core/planning';

/** Planning. */
export const PLANNING: Readonly<Record<PlanningCode, string>> = {
  'back-to-its-place': 'Back to its place',
  'move-it': 'Move it',
  'bring-that-way': 'Bring {placed} {length} that way.',
  'bring-back-to-where-puts-it': 'Bring {placed} back to where “{setup}” puts it, {far} away.',
  'find-it-a-place': 'Find it a place',
  'both-back-to-their-places': 'Both back to their places',
  'all-back-to-their-places': 'All back to their places',
  'bring-back-to-where-puts-them': 'Bring {name} back to where “{setup}” puts them.',
  'both-of': 'both of {pair}',
  'all-of-them': 'all of them',
  'no-one-move-helps-a-panel': 'No one move helps: a panel between, a tighter pattern or another kind, or closer.',
  'hear-a-neighbour-at-less-than': '{listed} hear a neighbour at less than 9.5 dB under their own source.',
  'no-one-move-mends-it-without': 'No one move mends it without another trouble: weigh the two, or choose another place by ear.',
  'that-the-set-up-brings-by': '{count, plural, one {# thing} other {# things}} that the set-up brings by design',
  'all-leaks': '{why} {leaks}',
};
