import type { Finding } from '../core/checks';
import type { Recipe } from '../core/setups';
import { inUnits, type UnitSystem } from '../core/units';
import { EXPECTATIONS } from './expectations.en';
import { translated } from './said';
import { say, sayTold } from './say';

/** Why it is fine that a set-up raises something by design. */
export const expectation = (recipe: Pick<Recipe, 'id'>, { code, why }: Recipe['expects'][number], units: UnitSystem): string =>
  inUnits(why ?? translated('expectations', `${recipe.id}/${code}`, EXPECTATIONS[recipe.id]?.[code] ?? ''), units);

/** Why a finding is told, the reason of its set-up first where that raises it by design. */
export function findingWhy({ code, why, expectedBy }: Finding, units: UnitSystem): string {
  const said = sayTold(why, units);
  if (!expectedBy) return said;
  return say('findings', 'expected', { why: expectation({ id: expectedBy.setupId }, { code, ...expectedBy }, units), said }, units);
}
