import type { familyOf } from '../instruments';

/** A choice that is part of the sound, told by people who record (common practice). */
export interface SoundChoice {
  readonly id: string;
  readonly ask: string;
  readonly answers: readonly string[];
}

/** By group of instruments. They are kept and printed; the model follows only what the instrument itself has (front head, port, lid). */
export const SOUND_CHOICES: Readonly<Record<ReturnType<typeof familyOf>['group'], readonly SoundChoice[]>> = {
  Drums: [
    { id: 'beater', ask: 'Beater', answers: ['hard felt', 'wool', 'wood', 'plastic'] },
    { id: 'stuffing', ask: 'In the kick', answers: ['nothing', 'a towel at the head', 'a pillow', 'stuffed'] },
    { id: 'snare', ask: 'Snare', answers: ['flat', 'tilted to the player', 'tilted away'] },
    { id: 'damping', ask: 'Damping', answers: ['none', 'gel or tape', 'a ring', 'a cloth'] },
    { id: 'throne', ask: 'Throne', answers: ['low', 'middle', 'high'] },
    { id: 'rug', ask: 'Under the kit', answers: ['bare floor', 'a rug', 'a riser'] },
  ],
  'Guitar and voice': [
    { id: 'strings', ask: 'Strings', answers: ['new today', 'a few days', 'a month', 'old'] },
    { id: 'pick', ask: 'Played with', answers: ['fingers', 'thin pick', 'stiff pick'] },
    { id: 'capo', ask: 'Capo', answers: ['none', '1st', '2nd', '3rd', '4th', '5th', 'higher'] },
  ],
  Piano: [
    { id: 'lid', ask: 'Front panel', answers: ['on', 'off'] },
    { id: 'felt', ask: 'Practice felt', answers: ['up', 'down'] },
    { id: 'tuned', ask: 'Tuned', answers: ['this week', 'this month', 'long ago'] },
  ],
  Percussion: [
    { id: 'hands', ask: 'Played with', answers: ['hands', 'rods', 'soft mallets', 'hard mallets'] },
    { id: 'under', ask: 'Stands on', answers: ['bare floor', 'a rug', 'a stand'] },
  ],
  Horns: [
    { id: 'mute', ask: 'Mute', answers: ['open', 'straight', 'cup', 'stem', 'hand or plunger'] },
    { id: 'reed', ask: 'Reed', answers: ['none', 'new', 'played in'] },
  ],
};
