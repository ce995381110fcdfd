export { COMPARISON_SIGMA_S } from '../evidence';
export { proveTake } from './againstPlan';
export { matchByName } from './matching';
export * from './proof';
export * from './report';
export { suggestSetup } from './suggestSetup';
export { checkTake } from './takeCheck';
