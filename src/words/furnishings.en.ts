import type { FurnishingKind } from '../core/furnishings';

/** What a kind of furnishing is for; lengths in braces are said in the reader's units. */
export const FURNISHINGS: Readonly<Record<FurnishingKind, string>> = {
  panel: '{10 cm} of absorber on a board: between two players, or before a bare wall.',
  blanket: 'A heavy blanket on a line or a stand: it takes the top off a reflection and little of the bass.',
  collar: 'Foam clipped behind one microphone: a little less of what comes from there, above a few hundred hertz.',
  rug: 'Takes the top off the floor’s reflection and the flutter between floor and ceiling; nothing of the bass.',
  curtain: 'Draped over a window or a bare wall, a hand’s width off it: mid and top.',
  duvet: 'A winter duvet on a line or over a door: mid and top, and some of the low mids where it hangs off the wall.',
  sofa: 'Deep upholstery: some bass too, more in a corner.',
  bed: 'The best absorber of most homes.',
  clothes: 'Coats and jackets close together: mid and top, and some low mids.',
  bookcase: 'Uneven spines scatter what they do not take up.',
  absorber: 'A thick board of mineral wool with as much air behind it: down to some 250 Hz.',
  trap: 'Thick and in a corner, floor to head height: the bass that nothing else takes.',
};
