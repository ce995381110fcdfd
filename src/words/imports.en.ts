/** What taking a file in would do. */
export const IMPORTS = {
  adds: 'Adds {count, plural, one {# session} other {# sessions}}: {names}.',
  'beside-newer':
    '{names} {count, plural, one {is} other {are}} here as it was before: the file has what was changed later. Both are kept, the newcomer as “…, imported”.',
  'beside-other': '{names} {count, plural, one {is} other {are}} here in another form. Both are kept, the newcomer as “…, imported”.',
  same: '{count, plural, one {# session is} other {# sessions are}} here already, just so.',
  'attempts-silent': 'Adds {count, plural, one {# attempt} other {# attempts}} to the loops of these sessions, without their sound.',
  'attempts-heard': 'Adds {count, plural, one {# attempt} other {# attempts}} to the loops of these sessions, {heard, number} with sound.',
  shelf: 'Puts on your shelf: {names}.',
  'shelf-beside': 'Differs from what is on your shelf, so both are kept: {names}.',
  aside: 'Left out, {what}: {reason}',
  nothing: 'There is nothing in it that is not here already.',
  quoted: '“{name}”',
  more: '{names} and {count, number} more',
} as const;
