import { speaker } from './speaker';

/** Two sentences on a term, where the question arises. */
export const sayHelp = speaker('help', {
  'what-is': 'What is {term}?',
  polarity: 'polarity',
  'polarity-is':
    'A sound first pushes a microphone’s diaphragm in or pulls it out. Two microphones of opposite polarity cancel each other’s low end when added.',
  comb: 'comb filtering',
  'comb-is': 'The same sound twice, a little late, cancels at some notes and adds at others. It sounds hollow or phasey, most of all in mono.',
  'three-to-one': 'three to one',
  'three-to-one-is':
    'Keep each microphone three times as far from its neighbour as from its own source. Then bleed is soft enough to do little harm.',
  headroom: 'headroom',
  'headroom-is':
    'The room between your loudest peak and the level where it clips. Leave some, since people play louder in the take than in the check.',
  phantom: 'phantom power',
  'phantom-is': '48 volts sent up the cable, which condensers and active boxes need. Some old ribbons and adaptors must never get it.',
  'mid-side': 'mid and side',
  'mid-side-is':
    'One microphone looks ahead, a figure-8 looks to both sides. Mixed together they give left and right, and you set the width afterwards.',
  'near-coincident': 'a near-coincident pair',
  'near-coincident-is': 'Two microphones a hand apart and turned outward. Small differences in time and level together make a wide, natural image.',
  'critical-distance': 'the critical distance',
  'critical-distance-is': 'The distance where direct sound and room sound are equally loud. Closer you hear the instrument, farther away the room.',
});
