import {
  ALIGN_HABITS,
  type Brief,
  CHARACTERS,
  ENSEMBLES,
  FIX_HABITS,
  LEVEL_HABITS,
  LOUDNESSES,
  PICTURES,
  ROOM_SHARES,
  STEADINESSES,
} from '../../../core/document';
import { sayBrief } from '../../../words/brief.page.en';

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
  {
    of: 'together',
    ask: sayBrief('played-2'),
    why: sayBrief('together-what-keeps-the-others-out'),
    usedBy: sayBrief('proposals'),
    answers: ENSEMBLES,
  },
  {
    of: 'loudness',
    ask: sayBrief('how-loud'),
    why: sayBrief('it-sets-the-estimate-of-what'),
    usedBy: sayBrief('hearing-in-ready-and-on-the'),
    answers: LOUDNESSES,
  },
  {
    of: 'picture',
    ask: sayBrief('the-song-needs'),
    why: sayBrief('in-a-dense-mix-one-channel'),
    usedBy: sayBrief('proposals'),
    answers: PICTURES,
  },
  {
    of: 'roomShare',
    ask: sayBrief('how-much-room'),
    why: sayBrief('dry-is-close-and-damped-roomy'),
    usedBy: sayBrief('proposals-pairs'),
    answers: ROOM_SHARES,
  },
  { of: 'character', ask: sayBrief('more-of'), why: sayBrief('attack-is-near-the-stroke-body'), usedBy: sayBrief('proposals'), answers: CHARACTERS },
];

export const HABIT_QUESTIONS: readonly Question[] = [
  {
    of: 'levelHabit',
    ask: sayBrief('level-habit'),
    why: sayBrief('patch-aims-its-gains-by-it'),
    usedBy: sayBrief('patch-line-check-practice-takes-check'),
    answers: LEVEL_HABITS,
  },
  {
    of: 'steadiness',
    ask: sayBrief('the-playing-is'),
    why: sayBrief('very-steady-lets-peaks'),
    usedBy: sayBrief('patch-line-check-practice-takes-check'),
    answers: STEADINESSES,
  },
  {
    of: 'fixHabit',
    ask: sayBrief('trouble-is-mended'),
    why: sayBrief('in-the-mix-what-keeps-channels'),
    usedBy: sayBrief('proposals'),
    answers: FIX_HABITS,
  },
  {
    of: 'alignHabit',
    ask: sayBrief('close-microphones-and-overheads'),
    why: sayBrief('schools-differ-the-natural-delay-is'),
    usedBy: sayBrief('checks-offers-the-sheet'),
    answers: ALIGN_HABITS,
  },
  {
    of: 'visits',
    ask: sayBrief('visits'),
    why: sayBrief('for-many-marks-on-the-floor'),
    usedBy: sayBrief('readys-checklists'),
    answers: ['one', 'many'],
  },
];
