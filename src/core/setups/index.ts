import type { Recipe } from './recipe';
import { DRUM_RECIPES } from './recipes/drums.data';

export { type PlacedByRecipe, placeRecipe } from './place';
export * from './recipe';

/** Every set-up the product knows. */
export const RECIPES: readonly Recipe[] = [...DRUM_RECIPES];
export const recipeById = (id: string): Recipe | null => RECIPES.find((recipe) => recipe.id === id) ?? null;
