import type { Migration } from '../migration';

/** From 6 to 7: a brief may say how steadily it is played. */
export const howSteadyThePlayerIs: Migration = (document) => ({ ...document, version: 7 });
