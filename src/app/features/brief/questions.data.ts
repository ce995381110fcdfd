import { ALIGN_HABITS, type Brief, CHARACTERS, ENSEMBLES, FIX_HABITS, LEVEL_HABITS, LOUDNESSES, PICTURES, ROOM_SHARES } from '../../../core/document';

/** One line of the brief: what is asked, why, and what can be said. */
export interface Question {
  readonly of: keyof Brief;
  readonly ask: string;
  readonly why: string;
  /** Where the answer is used. */
  readonly usedBy: string;
  readonly answers: readonly string[];
}

export const SOUND_QUESTIONS: readonly Question[] = [
  { of: 'together', ask: 'Played', why: 'Together, what keeps the others out counts more.', usedBy: 'Proposals', answers: ENSEMBLES },
  {
    of: 'loudness',
    ask: 'How loud',
    why: 'It sets the estimate of what reaches the ears today; the levels of single drums are set on the Floor.',
    usedBy: 'Hearing, in Ready and on the sheet',
    answers: LOUDNESSES,
  },
  {
    of: 'picture',
    ask: 'The song needs',
    why: 'In a dense mix one channel is enough; alone it wants width.',
    usedBy: 'Proposals',
    answers: PICTURES,
  },
  {
    of: 'roomShare',
    ask: 'How much room',
    why: 'Dry is close and damped; roomy is farther, in a room worth hearing.',
    usedBy: 'Proposals, Pairs',
    answers: ROOM_SHARES,
  },
  { of: 'character', ask: 'More of', why: 'Attack is near the stroke, body farther and lower.', usedBy: 'Proposals', answers: CHARACTERS },
];

export const HABIT_QUESTIONS: readonly Question[] = [
  {
    of: 'levelHabit',
    ask: 'Level habit',
    why: 'Patch aims its gains by it: at −12 dBFS, or at −15 for three quarters of the meter; at unity softer parts are recorded softer; as 32-bit float at −20, since nothing is lost by being low and a converter clips all the same.',
    usedBy: 'Patch, line check, practice takes, Check',
    answers: LEVEL_HABITS,
  },
  {
    of: 'fixHabit',
    ask: 'Trouble is mended',
    why: 'In the mix, what keeps channels apart is proposed first; at the source, fewer microphones.',
    usedBy: 'Proposals',
    answers: FIX_HABITS,
  },
  {
    of: 'alignHabit',
    ask: 'Close microphones and overheads',
    why: 'Schools differ: the natural delay is depth, or it is smear. Printed on the sheet for whoever mixes.',
    usedBy: 'Check’s offers, the sheet',
    answers: ALIGN_HABITS,
  },
  {
    of: 'visits',
    ask: 'Visits',
    why: 'For many, marks on the floor and photographs go on the checklist.',
    usedBy: 'Ready’s checklists',
    answers: ['one', 'many'],
  },
];
