/** What tape readings say of one another, and of a place. */
export const TAPE = {
  'triangle-open': '{first} and {second} cannot both be right: the triangle does not close by {by}. Read both again.',
  'too-long': '{name} is {by} too long for all the others, so it was left out. Read it again.',
  'too-short': '{name} is {by} too short for all the others, so it was left out. Read it again.',
  disagree: 'These {count, number} readings do not fit together by {by}: read them again, or add one more so that the wrong one can be named.',
  'too-few': 'Three readings fix a place and there {count, plural, one {is 1} other {are #}}: read {more, number} more.',
  'in-a-plane': 'These marks lie in one line or plane with the capsule and do not fix its place: tape from a mark well to the side.',
} as const;
