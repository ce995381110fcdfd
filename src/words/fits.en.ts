/** Why a set-up does not fit, or fits with a reservation. */
export const FITS = {
  needs: '{microphones, plural, one {# microphone} other {# microphones}}, {stands, plural, =0 {no stands} one {# stand} other {# stands}}',
  place: 'Place {microphones, plural, one {# microphone} other {# microphones}}',
  'parts-lacking': 'This instrument does not have the parts it is for.',
  'inputs-short':
    'It needs {needed, plural, one {# input} other {# inputs}} and {free, plural, =0 {none is free} one {# is free} other {# are free}}.',
  'stands-short':
    'It needs {needed, plural, one {# stand} other {# stands}} and {free, plural, =0 {none is free} one {# is free} other {# are free}}.',
  'microphones-short':
    'The shelf has {free, plural, =0 {no free microphones} one {# free microphone} other {# free microphones}} and it needs {needed, number}.',
  'kind-missing': 'No {kind} is left for {place}; another kind would take its place.',
  'room-small': 'The room is {by} too small for {place}.',
  'ceiling-near': 'The ceiling is only {gap} above {place}: hang something soft above it.',
  'off-midway': 'The player is {behind} from the wall; half way along this room would be {best}. Nearer the wall the reflection comes sooner.',
  'pair-unlike': 'Two different microphones stand in for a pair: the image shifts from note to note.',
  'sings-too': 'The player is set to sing too.',
  'lid-opened': 'The lid is opened.',
  'knee-panel-off': 'The knee panel is taken off.',
  'drums-raised': 'The drums are put on a stand, off the floor.',
  'set-otherwise': 'The instrument is set to “{value}”.',
} as const;
