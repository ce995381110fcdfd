import type { ListCode } from '../core/planning';

/** What lists say of power and of what is missing. */
export const LISTS: Readonly<Record<ListCode, string>> = {
  'must-stay-off': 'must stay off: it would harm {harmed}, and {asks} needs it',
  'held-off-by': 'held off by {shield}',
  'none-over-jack': 'none over a jack',
  'none-over-second-way': 'none over the second way',
  'own-power': '48 V {on, select, yes {on} other {off}} at {unit}',
  'own-power-for': '48 V {on, select, yes {on} other {off}} for {microphone}',
  'phantom-on-in': 'phantom on in {banks}',
  'phantom-off': 'phantom off',
  'patch-counts-on-it': 'the patch counts on it',
  'no-cable-reaches': 'no cable of its kind that is left reaches',
  'more-planned': 'more are planned than there are',
  'more-in-use': 'more are in use than there are',
  'device-with-more-inputs': 'A device with {inputs, plural, one {# more input} other {# more inputs}}',
  'fewer-inputs': '{microphones, plural, one {# microphone} other {# microphones}} and fewer inputs',
  'some-microphone': 'a microphone',
};
