export * from './againstPlan';
export { matchByName } from './matching';
export * from './report';
export { type TakeChannel, takeChannels } from './take';
export { checkTake, TakeCheckCancelled, type TakeCheckOptions } from './takeCheck';
