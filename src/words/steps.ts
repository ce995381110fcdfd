import { sayerOf } from './said';
import { STEPS } from './steps.en';

/** Says what a step of undo is called, or why it was not taken. */
export const sayStep = sayerOf({ steps: STEPS });
