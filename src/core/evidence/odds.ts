/** Odds by which something is said, nineteen to one; below them it is only asked (our choice, the usual one in twenty). */
export const SAID = 0.95;
