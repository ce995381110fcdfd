import { speaker } from './speaker';

/** Parts that many views share. */
export const sayComponents = speaker('components', {
  'must-be-a-length-from-to': '{label} must be from {low} to {high}{unit}. You can also write 6 ft 11 in or 2.1 m.',
  'must-be-a-number-from-to': '{label} must be a number from {low} to {high}{unit}.',
  unsettled: 'unsettled',
  normal: 'normal',
  reversed: 'reversed',
  ms: '{label} {time} ms {wayUp}',
  'ms-not-sure': '{label} perhaps {time} ms {wayUp}',
  'nothing-arrives': 'nothing arrives',
  fix: 'Fix',
  improve: 'Improve',
  note: 'Note',
  fine: 'Fine',
  'hear-it': 'Hear it',
  why: 'Why',
});
