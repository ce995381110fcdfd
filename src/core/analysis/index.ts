export * from './againstPlan';
export { matchByName } from './matching';
export * from './report';

export { checkTake } from './takeCheck';
