import { translated } from './said';

/** A word of a closed list of the core, or the name of a thing of ours: it is its own English. */
export const term = (word: string): string => translated('terms', word, word);
