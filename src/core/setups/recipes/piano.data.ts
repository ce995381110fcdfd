import type { Recipe } from '../recipe';
import { arrayOf, at, LARGE, mic, offset, pair, SMALL, toward } from '../write';

/** Set-ups for pianos. Near keys and hammers: bright, percussive; toward the tail and low strings: dark, full. */
const grand = (recipe: Omit<Recipe, 'instrument' | 'school'> & { school?: string }): Recipe => ({
  school: null,
  ...recipe,
  instrument: 'grand-piano',
});
const upright = (recipe: Omit<Recipe, 'instrument' | 'school'> & { school?: string }): Recipe => ({
  school: null,
  ...recipe,
  instrument: 'upright-piano',
});
const LID = { code: 'stand-in-way' };
const SPACED = { code: 'comb' };

export const PIANO_RECIPES: readonly Recipe[] = [
  grand({
    id: 'grand-hammers',
    name: 'Over the hammers, spaced',
    microphones: [
      mic('left', 'PL', 'Piano bass', null, offset('hammer-bass', 0.13, 0.05, 0.25), at('hammer-bass'), SMALL),
      mic('right', 'PR', 'Piano treble', null, offset('hammer-treble', -0.13, 0.05, 0.25), at('hammer-treble'), SMALL),
    ],
    pairs: [pair('Piano', 'spaced', 'middle')],
    isolation: 'much',
    sounds: ['bright', 'attack', 'wide'],
    expects: [LID, SPACED],
  }),
  grand({
    id: 'grand-crossed',
    name: 'Crossed over the middle',
    microphones: arrayOf({
      about: offset('hammer-middle', 0.02, 0.2, 0.3),
      facing: 'hammer-middle',
      spacingM: 0,
      stackM: 0.02,
      angleDeg: 110,
      target: null,
      kinds: SMALL,
      label: 'P',
      name: 'Piano',
    }),
    pairs: [pair('Piano', 'XY', 'middle')],
    isolation: 'much',
    sounds: ['natural', 'attack'],
    expects: [{ code: 'aim' }, LID],
  }),
  grand({
    id: 'grand-lid-ortf',
    name: 'Near-coincident at the lid’s edge',
    microphones: arrayOf({
      about: offset('lid-edge', 0.45, 0, 0.35),
      facing: 'board-middle',
      spacingM: 0.17,
      angleDeg: 110,
      target: null,
      kinds: SMALL,
      label: 'P',
      name: 'Piano',
    }),
    pairs: [pair('Piano', 'ORTF', 'middle')],
    isolation: 'little',
    sounds: ['natural', 'wide', 'roomy'],
    expects: [],
  }),
  grand({
    id: 'grand-tree',
    name: 'Three-omni tree before the lid',
    microphones: [
      ...arrayOf({
        about: offset('lid-edge', 1, 0, 0.6),
        facing: 'board-middle',
        spacingM: 1,
        angleDeg: 0,
        target: null,
        kinds: SMALL,
        pattern: 'omni',
        label: 'P',
        name: 'Piano',
      }),
      mic('middle', 'PM', 'Piano middle', null, offset('lid-edge', 0.6, 0, 0.6), at('board-middle'), SMALL, 'omni'),
    ],
    pairs: [pair('Piano', 'three-omni tree', 'middle')],
    isolation: 'little',
    sounds: ['natural', 'wide', 'roomy', 'body'],
    expects: [{ code: 'comb' }],
  }),
  grand({
    id: 'grand-hammer-tail',
    name: 'Hammer end and tail',
    microphones: [
      mic('left', 'PH', 'Hammers', null, offset('hammer-middle', 0.15, 0.08, 0.25), at('hammer-middle'), SMALL),
      mic('right', 'PT', 'Tail', null, offset('tail', 0.1, -0.35, 0.2), at('bass-bridge'), LARGE, 'cardioid', { airM: 0.5 }),
    ],
    pairs: [pair('Piano', 'other', 'middle')],
    isolation: 'some',
    sounds: ['dark', 'body', 'attack'],
    expects: [LID, SPACED, { code: 'pair-unequal' }],
  }),
  grand({
    id: 'grand-lid-one',
    name: 'One at the lid’s edge',
    microphones: [mic('piano', 'P', 'Piano', null, offset('lid-edge', 0.4, 0, 0.3), at('board-holes'), LARGE)],
    pairs: [],
    isolation: 'some',
    sounds: ['natural', 'mono', 'body'],
    expects: [],
  }),
  upright({
    id: 'upright-lid',
    name: 'Two above the open lid',
    needs: { lid: 'open' },
    microphones: [
      mic('left', 'PL', 'Piano bass', null, offset('lid-bass', 0.05, -0.05, 0.2), toward(0, -85), SMALL),
      mic('right', 'PR', 'Piano treble', null, offset('lid-treble', -0.05, -0.05, 0.2), toward(0, -85), SMALL),
    ],
    pairs: [pair('Piano', 'spaced', 'middle')],
    isolation: 'some',
    sounds: ['bright', 'wide', 'attack'],
    expects: [SPACED],
  }),
  upright({
    id: 'upright-back',
    name: 'Two behind the sound board',
    microphones: [
      mic('left', 'PL', 'Board bass', null, offset('board-bass', 0, 0.3, 0), at('board-bass'), LARGE),
      mic('right', 'PR', 'Board treble', null, offset('board-treble', 0, 0.3, 0), at('board-treble'), LARGE),
    ],
    pairs: [pair('Piano', 'spaced', 'middle')],
    isolation: 'some',
    sounds: ['dark', 'body', 'wide'],
    expects: [SPACED, { code: 'boundary' }],
  }),
  upright({
    id: 'upright-knee',
    name: 'Knee panel off, two at the strings',
    needs: { knee: 'off' },
    microphones: [
      mic('left', 'PL', 'Strings bass', null, offset('knee-bass', 0, -0.2, 0.05), at('knee-bass'), SMALL),
      mic('right', 'PR', 'Strings treble', null, offset('knee-treble', 0, -0.2, 0.05), at('knee-treble'), SMALL),
    ],
    pairs: [pair('Piano', 'spaced', 'middle')],
    isolation: 'much',
    sounds: ['body', 'dry', 'wide'],
    expects: [SPACED],
  }),
  upright({
    id: 'upright-shoulder',
    name: 'One over the player’s shoulder',
    microphones: [mic('piano', 'P', 'Piano', null, offset('right-shoulder', 0.12, -0.12, 0.32), at('hammer-middle'), LARGE)],
    pairs: [],
    isolation: 'little',
    sounds: ['natural', 'mono', 'roomy'],
    expects: [],
  }),
];
