import type { RenderCode } from '../core/render';

/** What a practice take hides. */
export const RENDER: Readonly<Record<RenderCode, string>> = {
  'nothing-was-hidden-the-take-is': 'Nothing was hidden: the take is as planned.',
  'the-polarity-of-is-reversed-and': 'The polarity of {of} is reversed, and {close} is {lateSamples} samples late.',
  'the-polarity-of-is-reversed': 'The polarity of {name} is reversed.',
  'is-samples-late': '{name} is {samples} samples late.',
  'one-microphone-cannot-be-exchanged-with': 'One microphone cannot be swapped with itself: nothing was hidden.',
  'and-are-each-in-the-others': '{name} and {other} are swapped.',
  'stands-from-its-place': '{name} is {away} from its place.',
  'hums-at-50-hz': '{name} hums at 50 Hz.',
  'was-recorded-6-db-too-loud': '{name} was recorded 6 dB too loud, and clips.',
  'somebody-knocks-the-stand-of-three': 'Somebody knocks the stand of {name} three times.',
  'a-click-from-headphones-is-heard': 'A click from headphones is heard in {name}, 104 times a minute.',
};
