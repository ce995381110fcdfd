/** What tape readings say of one another, and of a place. */
export const TAPE = {
  'triangle-open': '{first} and {second} cannot both be right: the triangle is off by {by}. Measure both again.',
  'too-long': '{name} is {by} too long for all the others, so it was left out. Measure it again.',
  'too-short': '{name} is {by} too short for all the others, so it was left out. Measure it again.',
  'one-is-wrong':
    '{count, plural, one {{first} may be wrong. Measure it again.} other {One of these may be wrong: {names}. Measure {first} again first.}}',
  disagree: 'These {count, plural, one {# reading} other {# readings}} disagree by {by}. Measure again, or add one more so that the wrong one shows.',
  'too-few': 'Three readings fix a place and there {count, plural, one {is 1} other {are #}}: read {more, number} more.',
  'in-a-plane': 'These marks are in one line or plane with the microphone, so they do not fix its place. Measure from a mark well to the side.',
} as const;
