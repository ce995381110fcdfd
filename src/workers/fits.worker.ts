import wasmUrl from 'highs/runtime?url';
import { loadMilpSolver } from '../core/patch/highs';
import { fitOf } from '../core/planning';
import { recipesFor } from '../core/setups';
import { serveJob } from './serveJob';

serveJob('fits', async ({ session, instrumentId, recipeIds }) => {
  const instrument = session.instruments.find(({ id }) => id === instrumentId);
  if (!instrument) return {};
  const solve = await loadMilpSolver(wasmUrl);
  const wanted = recipesFor(instrument, session.shelf.setups).filter(({ id }) => recipeIds.includes(id));
  return Object.fromEntries(wanted.map((recipe) => [recipe.id, fitOf(session, recipe, instrument, solve)]));
});
