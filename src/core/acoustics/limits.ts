/** Strings that differ by less are equal: the first dip of the mono sum lies above 8.6 kHz (2 cm at 20 °C). */
export const EQUAL_STRINGS_M = 0.02;

/** The leak school of three-to-one: two copies nearer in level than this make a ripple of 6 dB or more (9.54 dB: +2.50/−3.52 dB). */
export const THREE_TO_ONE_DB = 9.5;

/** Planning levels are good to about this (from memory); what is near a limit by less may be past it. */
export const PLANNING_MARGIN_DB = 6;
