import type { Migration } from '../migration';

/** From 1 to 2: an input may have a polarity switch. */
export const inputsThatInvert: Migration = (document) => ({ ...document, version: 2 });
