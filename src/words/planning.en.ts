import type { PlanningCode } from '../core/planning';

/** Planning. */
export const PLANNING: Readonly<Record<PlanningCode, string>> = {
  'back-to-its-place': 'Back to its place',
  'move-it': 'Move it',
  'bring-that-way': 'Move {placed} {length} that way.',
  'bring-back-to-where-puts-it': 'Move {placed} back to where “{setup}” has it, {far} away.',
  'find-it-a-place': 'Find it a place',
  'both-back-to-their-places': 'Both back to their places',
  'all-back-to-their-places': 'All back to their places',
  'bring-back-to-where-puts-them': 'Move {name} back to where “{setup}” has them.',
  'both-of': 'both of {pair}',
  'all-of-them': 'all of them',
  'no-one-move-helps-a-panel': 'No single move helps. Try a panel between, a tighter pattern, another kind of microphone, or a closer place.',
  'hear-a-neighbour-at-less-than': '{listed} hear a neighbour less than 9.5 dB softer than their own source.',
  'no-one-move-mends-it-without': 'No single move fixes it without causing another problem. Weigh the two, or choose another place by ear.',
  'that-the-set-up-brings-by': '{count, plural, one {# thing} other {# things}} to expect with this set-up',
  'all-leaks': '{why} {leaks}',
  of: '{input} of {device}',
  'there-count-is-one-are-of': 'There {count, plural, one {is one} other {are {count}}} of {thing}, and {users} are in use',
  input: 'input {inputTitle}',
  'needs-phantom-power-and-lets-none': '{name} needs phantom power, and {through} blocks it: remove it.',
  'needs-phantom-power-and-a-jack': '{name} needs phantom power, and a jack carries none: use an XLR input and cable.',
  'needs-phantom-power-and-gives-none': '{name} needs phantom power and {where} gives none: use another input.',
  'is-a-device-of-its-own':
    '{name} is a device of its own, with its own clock: what it records runs away from the others. Use it alone, or take another microphone.',
  'is-in-an-input-that-is': '{name} is in an input that is not carried at this sample rate: use another input, or record at a lower rate.',
  'has-no-input': '{name} has no input.',
  'does-not-fit-between-and-input': '{through} does not fit between {name} and input {inputTitle}: its plugs are others.',
  'has-plug-and-input-does-not': '{name} has {withArticle} plug and input {inputTitle} does not take it.',
  'the-second-way-of-ends-in': 'The second way of {name} ends in {withArticle} plug and input {inputTitle} does not take it.',
  'has-none': '{missing}: {name} has none.',
  min: '{value} min',
  'about-dba-at-the-players-ears':
    'About {dba} dBA at the player’s ears: protect the ears of everybody in the room; {spell} a day is the recommended limit. Local rules come first.',
  'all-a-boom-hangs-booms-hang':
    '{names}: {all, plural, one {a boom hangs} other {booms hang}} over people or instruments ({microphone} {height} above {over}). A leg under the boom, a weight on the foot, every clutch tight, the cable tied. Local rules for overhead loads come first.',
  'power-harms': '{name} must never get phantom power, and {asker} on the same switch needs it: leave that switch off and move one of them.',
  'between-starves': '{through} needs phantom power and {where} gives none: use another input.',
  'power-held-off': '{name} gets no phantom power: its switch must stay off, as it would harm {harmed}. Move one of them.',
  hours: '{count} h',
};
