import { speaker } from './speaker';

/** Parts that many views share. */
export const sayComponents = speaker('components', {
  'must-be-a-number-from-to': '{label} must be a number from {low} to {high}{unit}.',
  unsettled: 'unsettled',
  normal: 'normal',
  reversed: 'reversed',
  ms: '{label} {time} ms {wayUp}',
  'nothing-arrives': 'nothing arrives',
  fix: 'Fix',
  improve: 'Improve',
  note: 'Note',
  fine: 'Fine',
  'hear-it': 'Hear it',
  why: 'Why',
});
