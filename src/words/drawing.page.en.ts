import { speaker } from './speaker';

/** Drawings of several views. */
export const sayDrawing = speaker('drawing', {
  'the-room-is-empty-what-is': 'The room is empty. What is played in it?',
  'what-else-is-played': 'What else is played?',
  'size-or-build': 'Size or build',
  'put-it-in-the-room': 'Add it',
  'leave-it': 'Leave it',
  'face-from-above-from-the-side': '{title}, {face, select, yes {from above} other {from the side}}',
  'in-the-middle': 'in the middle',
  left: 'left',
  right: 'right',
  'between-the-loudspeakers': 'Between the loudspeakers: {label}',
  middle: 'middle',
  'is-position-make-its-two-strings':
    '{centre} is {side}{position, select, yes {: make its two distances equal to bring it to the middle.} other {, as it should be.}}',
  'is-turn-the-pair-about-the':
    '{name} is {side}: turn the pair about the {centre} until both distances to it are equal too, or pan its own microphone to the middle.',
  'the-picture-reaches-of-the-way': 'The image reaches {value} % of the way to the loudspeakers.',
  'added-to-mono-the-dips-first': 'Added to mono, the {worst} dips first, at {monoDip}.',
  'added-to-mono-nothing-dips-that': 'Added to mono, nothing dips that matters.',
  'face-plan-elevation': '{session}, {face, select, yes {plan} other {elevation}}',
  plan: 'Plan',
  'in-the-last-take': 'In the last take',
  'mend-it-in-check': 'Fix it in Check',
  'from-the-side': 'From the side',
});
