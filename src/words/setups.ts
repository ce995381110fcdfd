import { handed } from '../core/instruments';
import type { Recipe } from '../core/setups';
import { inUnits, type UnitSystem } from '../core/units';
import { translated } from './said';
import { SETUPS, type SetupTexts } from './setups.en';

/** What a set-up gives and costs, sounds like, and what to listen for: one's own in its own words, the product's by its id. */
export function setupTexts(recipe: Recipe, units: UnitSystem): SetupTexts {
  const known = SETUPS[recipe.id];
  const own = (what: keyof SetupTexts): string =>
    inUnits(recipe[what] ?? (known ? translated('setups', `${recipe.id}/${what}`, known[what]) : ''), units);
  // Left and right of the instrument change places with its build; those of a matrix do not.
  const sided = (what: keyof SetupTexts): string => handed(own(what), recipe.isHanded === true);
  return { gives: sided('gives'), costs: own('costs'), soundsLike: own('soundsLike'), listenFor: sided('listenFor') };
}
