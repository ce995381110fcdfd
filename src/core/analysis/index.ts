export { COMPARISON_SIGMA_S } from '../evidence';
export * from './againstPlan';
export { matchByName } from './matching';
export * from './report';
export { suggestSetup } from './suggestSetup';
export { checkTake } from './takeCheck';
