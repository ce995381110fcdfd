import type { Recipe } from '../recipe';
import { at, axis, LARGE, mic, offset, RIBBON } from '../write';

/** Set-ups for horns: very loud and directional; pads on, ribbons off the air jet. */
const TRUMPETS = ['trumpet', 'flugelhorn'];
const padded = { padded: true } as const;
const LOUD = { code: 'overload', why: 'Brass at this distance is near what a condenser takes; its pad is on for that.' };
const brass = (recipe: Omit<Recipe, 'instrument' | 'school'>): Recipe => ({ ...recipe, school: null, instrument: 'brass' });
const sax = (recipe: Omit<Recipe, 'instrument' | 'school'>): Recipe => ({ ...recipe, school: null, instrument: 'saxophone' });

/**
 * A French horn's bell looks back and down, so that a listener in front hears it by the wall. Where it goes comes from that:
 * - The player half way: what the wall sends back has gone three times as far as what comes straight, which is 9.5 dB; that much and more
 *   the straight way loses by the bell's looking away and the player's body (from memory), so that the wall is heard and not the bell's back.
 * - As far off as the room lets, because the wall's answer is later by twice the player's distance to it: from 2 m on (12 ms) the first
 *   dip of both together lies below 43 Hz, under the horn's lowest notes; at 1 m it is at 86 Hz, among them.
 * - As high as a seated listener's ear, 1.2 m (ISO 3382-1, from memory).
 */
const REFLECTED = { rule: 'off-wall', playerShare: 0.5, heightM: 1.2, clearM: 0.5 } as const;

/** Two capsules side by side before the keys, as far from the bell. */
const beside = (side: 'left' | 'right') =>
  ({ rule: 'array', about: offset('keys', -0.14, 0.38, -0.05), facing: 'bell', spacingM: 0.06, side }) as const;

export const HORN_RECIPES: readonly Recipe[] = [
  brass({
    id: 'trumpet-axis',
    name: 'On the bell’s axis',
    variants: TRUMPETS,
    microphones: [mic('horn', 'H', 'Horn', 'bell', axis('bell', 0.45), at('bell'), RIBBON, 'figure-of-eight', padded)],
    pairs: [],
    isolation: 'some',
    sounds: ['bright', 'attack', 'mono'],
    gives: 'The brightest there is, {30 to 60 cm} out.',
    costs: 'Fierce notes are fierce: back off for them.',
    soundsLike: 'Brilliant.',
    listenFor: 'Edge on the loudest note; turn off axis if it hurts.',
    expects: [LOUD],
  }),
  brass({
    id: 'trumpet-off-axis',
    name: 'Off the bell’s axis',
    variants: TRUMPETS,
    microphones: [mic('horn', 'H', 'Horn', 'bell', axis('bell', 0.5, 10, 28), at('bell'), RIBBON, 'figure-of-eight', padded)],
    pairs: [],
    isolation: 'some',
    sounds: ['dark', 'natural', 'mono'],
    gives: 'Warmer and rounder, about 30° off.',
    costs: 'A little less level.',
    soundsLike: 'Round.',
    listenFor: 'How far off axis the edge goes.',
    expects: [LOUD],
  }),
  brass({
    id: 'horn-coil',
    name: 'Moving-coil, close, in an untreated room',
    variants: ['trumpet', 'flugelhorn', 'trombone'],
    microphones: [mic('horn', 'H', 'Horn', 'bell', axis('bell', 0.27, 0, 14), at('bell'), ['moving-coil', 'ribbon'])],
    pairs: [],
    isolation: 'much',
    sounds: ['dry', 'attack', 'mono'],
    gives: 'The least room, {15 to 30 cm} out.',
    costs: 'Less air.',
    soundsLike: 'Dry and near.',
    listenFor: 'Ceilings are walls too: absorb above.',
    expects: [],
  }),
  brass({
    id: 'horn-two-kinds',
    name: 'Ribbon and condenser side by side',
    variants: [...TRUMPETS, 'trombone'],
    microphones: [
      mic('ribbon', 'HR', 'Horn ribbon', 'bell', axis('bell', 0.5, 0, -3.5), at('bell'), ['ribbon'], 'figure-of-eight'),
      mic(
        'condenser',
        'HC',
        'Horn condenser',
        'bell',
        axis('bell', 0.5, 0, 3.5),
        at('bell'),
        ['large-condenser', 'small-condenser'],
        'cardioid',
        padded,
      ),
    ],
    pairs: [],
    isolation: 'some',
    sounds: ['natural', 'body', 'mono'],
    gives: 'Dark and bright at once, capsules level, to blend.',
    costs: 'Two inputs; a centimetre out of line is a comb.',
    soundsLike: 'As dark or bright as you mix it.',
    listenFor: 'Nothing lost when both are up.',
    expects: [LOUD],
  }),
  brass({
    id: 'trombone-ribbon',
    name: 'Ribbon, close',
    variants: ['trombone'],
    microphones: [mic('horn', 'T', 'Trombone', 'bell', axis('bell', 0.32, 0, -10), at('bell'), RIBBON, 'figure-of-eight', padded)],
    pairs: [],
    isolation: 'some',
    sounds: ['dark', 'body', 'mono'],
    gives: 'Full and smooth, {15 to 35 cm} out, clear of the slide.',
    costs: 'Air on the ribbon: a little aside.',
    soundsLike: 'Big.',
    listenFor: 'Breath and puffs.',
    expects: [],
  }),
  brass({
    id: 'trombone-tilted',
    name: 'Tilted, above the bell’s axis',
    variants: ['trombone'],
    microphones: [mic('horn', 'T', 'Trombone', 'bell', axis('bell', 0.3, 45, -4), at('bell'), RIBBON, 'figure-of-eight')],
    pairs: [],
    isolation: 'some',
    sounds: ['dark', 'natural', 'mono'],
    gives: 'About 45° up and looking down at the bell: less air noise.',
    costs: 'A little less edge.',
    soundsLike: 'Smooth.',
    listenFor: 'Loud low notes staying clean.',
    expects: [],
  }),
  brass({
    id: 'tuba-above',
    name: 'Above the bell, pointing down',
    variants: ['tuba'],
    microphones: [mic('horn', 'TU', 'Tuba', 'bell', axis('bell', 0.6), at('bell'), ['large-condenser', 'ribbon', 'moving-coil'], 'cardioid', padded)],
    pairs: [],
    isolation: 'some',
    sounds: ['body', 'natural', 'mono'],
    gives: 'Straight over the bell on a sturdy stand; higher opens the sound.',
    costs: 'A heavy microphone over a player: counterweight and lock it.',
    soundsLike: 'Round and wide.',
    listenFor: 'Breath; go up if it is in the way.',
    expects: [{ code: 'boundary', why: 'A tuba’s bell looks at the ceiling; absorb above.' }],
  }),
  brass({
    id: 'french-horn-reflected',
    name: 'Reflected, player half way',
    variants: ['french-horn'],
    microphones: [mic('horn', 'FH', 'French horn', 'bell', REFLECTED, at('head'), LARGE)],
    pairs: [],
    isolation: 'little',
    sounds: ['natural', 'roomy', 'dark', 'mono'],
    gives:
      'The horn by way of a wall, as an audience has it: the bell speaks to the wall behind the player, who sits half way between that wall and the microphone, which is as high as a listener’s ear ({1.2 m}).',
    costs:
      'The length of the room. With {2 m} behind the player the wall answers 12 ms after the bell; with {1 m}, 6 ms, and the low notes thin out.',
    soundsLike: 'Distant and noble.',
    listenFor: 'The wall behind as bright as you want it.',
    expects: [{ code: 'boundary', why: 'The line is as long as the room; a longer room would take the microphone off its end.' }],
  }),
  brass({
    id: 'french-horn-section',
    name: 'In a section: at the back, from above',
    variants: ['french-horn'],
    microphones: [mic('horn', 'FH', 'French horn', 'bell', offset('bell', 0, -0.35, 0.8), at('bell'), LARGE)],
    pairs: [],
    isolation: 'some',
    sounds: ['bright', 'attack', 'mono'],
    gives: 'The bell from the back of the section and from above, apart from the others.',
    costs: 'Harsher than it is heard in a hall.',
    soundsLike: 'Direct.',
    listenFor: 'Hand in the bell.',
    expects: [],
  }),
  sax({
    id: 'sax-bell-keys',
    name: 'Upper keys, from the bell’s side',
    microphones: [mic('sax', 'SX', 'Saxophone', 'bell', offset('keys', -0.12, 0.32, -0.05), at('keys'), LARGE)],
    pairs: [],
    isolation: 'some',
    sounds: ['natural', 'body', 'mono'],
    gives: 'Only the lowest notes leave by the bell, the others by the first open key: from here both are as far, and the bell blows past.',
    costs: 'Key noise.',
    soundsLike: 'Even over the whole range.',
    listenFor: 'Lowest notes jumping out: farther from the bell.',
    expects: [],
  }),
  sax({
    id: 'sax-clip',
    name: 'Clip-on at the bell',
    microphones: [mic('sax', 'SX', 'Saxophone', 'bell', offset('bell-rim', 0.02, 0.05, 0.1), at('bell'), ['clip-on', 'moving-coil'])],
    pairs: [],
    isolation: 'much',
    sounds: ['bright', 'dry', 'mono'],
    gives: 'A constant distance while the player moves.',
    costs: 'More bell than keys.',
    soundsLike: 'Near and bright.',
    listenFor: 'Keys knocking through the clip.',
    expects: [{ code: 'leak', why: 'It hears its own horn far above all else.' }],
  }),
  sax({
    id: 'sax-ribbon',
    name: 'Ribbon, a little back',
    microphones: [mic('sax', 'SX', 'Saxophone', 'bell', offset('keys', -0.2, 0.5, 0.05), at('keys'), RIBBON, 'figure-of-eight')],
    pairs: [],
    isolation: 'some',
    sounds: ['dark', 'natural', 'mono'],
    gives: 'Smooth on top, half a metre out.',
    costs: 'Hears the room behind it as loud.',
    soundsLike: 'Warm.',
    listenFor: 'The room from its back lobe.',
    expects: [],
  }),
  sax({
    id: 'sax-two-kinds',
    name: 'Ribbon and condenser, capsules level',
    microphones: [
      mic('left', 'SR', 'Sax ribbon', 'bell', beside('left'), at('keys'), ['ribbon'], 'figure-of-eight'),
      mic('right', 'SC', 'Sax condenser', 'bell', beside('right'), at('keys'), ['large-condenser', 'small-condenser']),
    ],
    pairs: [],
    isolation: 'some',
    sounds: ['natural', 'body'],
    gives: 'Dark and bright at once, to blend.',
    costs: 'Two inputs.',
    soundsLike: 'As you mix it.',
    listenFor: 'Nothing lost when both are up.',
    expects: [{ code: 'comb', why: 'As far from the bell, a few centimetres unequal from the keys.' }],
  }),
];
