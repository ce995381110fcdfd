import type { SetupId } from '../ids';
import { handed, type Instrument, type InstrumentKind } from '../instruments';
import type { Recipe } from './recipe';
import { DRUM_RECIPES } from './recipes/drums.data';
import { GUITAR_RECIPES, VOICE_RECIPES } from './recipes/guitar.data';
import { HORN_RECIPES } from './recipes/horns.data';
import { PERCUSSION_RECIPES } from './recipes/percussion.data';
import { PIANO_RECIPES } from './recipes/piano.data';

export * from './balance';
export * from './kindAdvice';
export { changesSides, placeRecipe } from './place';
export * from './recipe';
export * from './toneGuide';

/** Every set-up the product knows. */
export const RECIPES: readonly Recipe[] = [
  ...DRUM_RECIPES,
  ...GUITAR_RECIPES,
  ...VOICE_RECIPES,
  ...PIANO_RECIPES,
  ...PERCUSSION_RECIPES,
  ...HORN_RECIPES,
];
export const recipeById = (id: SetupId): Recipe | null => RECIPES.find((recipe) => recipe.id === id) ?? null;

/** Whether a set-up is meant for this instrument in this size. */
export const suitsInstrument = (recipe: Recipe, instrument: { readonly kind: InstrumentKind; readonly variant: string }): boolean =>
  recipe.instrument === instrument.kind && (recipe.variants === undefined || recipe.variants.includes(instrument.variant));

/** A set-up in the words of an instrument's build: what it says of left and right is the player's own. */
const inWordsOf = (recipe: Recipe, { mirrored }: Instrument): Recipe =>
  mirrored ? { ...recipe, name: handed(recipe.name, true), isHanded: true } : recipe;

/** The set-ups for an instrument, those of one's own last and under the names they were given. */
export const recipesFor = (instrument: Instrument, own: readonly Recipe[] = []): Recipe[] => [
  ...RECIPES.filter((recipe) => suitsInstrument(recipe, instrument)).map((recipe) => inWordsOf(recipe, instrument)),
  ...own.filter((recipe) => suitsInstrument(recipe, instrument)),
];
