import type { OptimiseCode } from '../core/optimise';

/** The smallest moves. */
export const OPTIMISE: Readonly<Record<OptimiseCode, string>> = {
  move: 'Move {name} {by} {way}.',
  'move-and-turn': 'Move {name} {by} {way} and turn it {degrees}°.',
  turn: 'Turn {name} {degrees}°.',
  'to-the-right-wall': 'to the right wall',
  'to-the-left-wall': 'to the left wall',
  'to-the-front-wall': 'to the front wall',
  'to-the-back-wall': 'to the back wall',
  up: 'up',
  down: 'down',
  'two-ways': '{first} and {second}',
  'invert-it-in-the-mix': 'Reverse polarity in the mix',
  'make-this-move': 'Make this move',
  'invert-in-the-mix': 'Reverse the polarity of {after} in the mix.',
};
