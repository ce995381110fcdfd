import type { Migration } from '../migration';

/**
 * From 4 to 5: a microphone may say what its cable, its input's switch and a box in its way do to its channel; readings may be of a set-up
 * that is not there. What was flipped is inverted in the mix, as it was.
 */
export const theChainOfAChannel: Migration = (document) => ({ ...document, version: 5 });
