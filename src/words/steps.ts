import type { Words } from '../core/units';
import { said } from './said';
import { STEPS } from './steps.en';

const MESSAGES: Readonly<Record<string, string>> = STEPS;

/** Says what a step of undo is called, or why it was not taken, apart from all else that can be said. */
export const sayStep = (told: Words): string => (typeof told === 'string' ? told : said(told, MESSAGES[told.code], 'metric', sayStep));
