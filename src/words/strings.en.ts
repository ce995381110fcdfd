import type { StringCode } from '../core/tape';

const EXAMPLE = "{units, select, metric {103.5 or 1.035 m} other {3'' 4 1/2\" or 40 1/2}}";

/** What is said of a string beside its plan, of how a microphone looks, and of what was typed. */
export const STRINGS: Readonly<Record<StringCode, string>> = {
  'within-hearing': 'Within what you can hear ({longer, select, yes {+} other {}}{by}).',
  'make-it': 'Make it {by} {longer, select, yes {shorter} other {longer}} ({milliseconds} ms, {degrees}° at 1 kHz, first dip {dip}).',
  looks:
    '{front, select, end {End} front {Front of the grille} plate {Plate} other {Cone}}{toward, select, mark { toward {mark}} beside { toward {by} {side, select, left {left of} right {right of} above {above} other {below}} {mark}} other {}}; {turned}.',
  'turned-and-leant':
    '{steep, select, yes {} other {turned {turn}°, }}{lean, select, up {tilted {tilt}° up} down {tilted {tilt}° down} other {level}}',
  'plugged-in': 'Plugged in: nothing to turn.',
  'type-it': `Type what the tape says, like ${EXAMPLE}.`,
  'no-length': `“{typed}” is no length: write it like ${EXAMPLE}.`,
  'more-than-nothing': 'A distance is more than zero: read the tape again.',
  'longer-than-a-tape': `{metres} m is longer than any tape here: check the unit, like ${EXAMPLE}.`,
};
