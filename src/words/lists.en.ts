import type { ListCode } from '../core/planning';

/** What lists say of power and of what is missing. */
export const LISTS: Readonly<Record<ListCode, string>> = {
  'must-stay-off': 'must stay off: it would harm {harmed}, and {asks} needs it',
  'held-off-by': 'blocked by {shield}',
  'none-over-jack': 'none through a jack',
  'none-over-second-way': 'none through the second output',
  'own-power': '48 V {on, select, yes {on} other {off}} at {unit}',
  'own-power-for': '48 V {on, select, yes {on} other {off}} for {microphone}',
  'phantom-on-in': 'phantom on in {banks}',
  'phantom-off': 'phantom off',
  'patch-counts-on-it': 'the patch counts on it',
  'no-cable-reaches': 'no free cable of its kind is long enough',
  'more-planned': 'more are planned than you have',
  'more-in-use': 'more are in use than you have',
  'device-with-more-inputs': 'A device with {inputs, plural, one {# more input} other {# more inputs}}',
  'fewer-inputs': '{microphones, plural, one {# microphone} other {# microphones}} and fewer inputs',
  'some-microphone': 'a microphone',
};
