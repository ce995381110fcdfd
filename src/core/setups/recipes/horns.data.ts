import type { Recipe } from '../recipe';
import { at, axis, LARGE, mic, offset, RIBBON } from '../write';

/** Set-ups for horns: very loud and directional; pads on, ribbons off the air jet. */
const TRUMPETS = ['trumpet', 'flugelhorn'];
const padded = { padded: true } as const;
const LOUD = { code: 'overload' };
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
    expects: [LOUD],
  }),
  brass({
    id: 'horn-coil',
    name: 'Dynamic, close, in an untreated room',
    variants: ['trumpet', 'flugelhorn', 'trombone'],
    microphones: [mic('horn', 'H', 'Horn', 'bell', axis('bell', 0.27, 0, 14), at('bell'), ['moving-coil', 'ribbon'])],
    pairs: [],
    isolation: 'much',
    sounds: ['dry', 'attack', 'mono'],
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
    expects: [{ code: 'boundary' }],
  }),
  brass({
    id: 'french-horn-reflected',
    name: 'Reflected, player half way',
    variants: ['french-horn'],
    microphones: [mic('horn', 'FH', 'French horn', 'bell', REFLECTED, at('head'), LARGE)],
    pairs: [],
    isolation: 'little',
    sounds: ['natural', 'roomy', 'dark', 'mono'],
    expects: [{ code: 'boundary' }],
  }),
  brass({
    id: 'french-horn-section',
    name: 'In a section: at the back, from above',
    variants: ['french-horn'],
    microphones: [mic('horn', 'FH', 'French horn', 'bell', offset('bell', 0, -0.35, 0.8), at('bell'), LARGE)],
    pairs: [],
    isolation: 'some',
    sounds: ['bright', 'attack', 'mono'],
    expects: [],
  }),
  sax({
    id: 'sax-bell-keys',
    name: 'Upper keys, from the bell’s side',
    microphones: [mic('sax', 'SX', 'Saxophone', 'bell', offset('keys', -0.12, 0.32, -0.05), at('keys'), LARGE)],
    pairs: [],
    isolation: 'some',
    sounds: ['natural', 'body', 'mono'],
    expects: [{ code: 'aim' }],
  }),
  sax({
    id: 'sax-dynamic',
    name: 'Dynamic, between keys and bell',
    // Off the bell's axis by as much as it is away from it: the bell's edge comes softer, the keys as they are.
    microphones: [mic('sax', 'SX', 'Saxophone', 'bell', offset('keys', -0.1, 0.26, -0.1), at('keys'), ['moving-coil', 'large-condenser'])],
    pairs: [],
    isolation: 'much',
    sounds: ['body', 'dry', 'mono'],
    expects: [{ code: 'aim' }],
  }),
  sax({
    id: 'sax-clip',
    name: 'Clip-on at the bell',
    microphones: [mic('sax', 'SX', 'Saxophone', 'bell', offset('bell-rim', 0.02, 0.05, 0.1), at('bell'), ['clip-on', 'moving-coil'])],
    pairs: [],
    isolation: 'much',
    sounds: ['bright', 'dry', 'mono'],
    expects: [{ code: 'leak' }],
  }),
  sax({
    id: 'sax-ribbon',
    name: 'Ribbon, a little back',
    microphones: [mic('sax', 'SX', 'Saxophone', 'bell', offset('keys', -0.2, 0.5, 0.05), at('keys'), RIBBON, 'figure-of-eight')],
    pairs: [],
    isolation: 'some',
    sounds: ['dark', 'natural', 'mono'],
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
    expects: [{ code: 'aim' }, { code: 'comb' }],
  }),
];
