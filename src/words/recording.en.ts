/** What is found out of buffers, and of clicks that were sent out and came back. */
export const RECORDING = {
  'hardly-noticed': 'Hardly anyone notices it.',
  noticed: 'Singers and drummers notice it: a smaller buffer while tracking, or direct monitoring.',
  'throws-off': 'It throws players off: monitor directly through the interface, software monitoring off.',
  'no-clicks': 'There are not two clicks in the first channel: play a click half a second apart for some seconds.',
  'not-back': 'The clicks do not come back in the second channel: plug an output into that input, monitors off, and turn its gain up.',
} as const;
