export { SIGMA_S as COMPARISON_SIGMA_S, SURE } from './density';
export * from './limits';
export * from './model';
export { type Doable, settledBy } from './next';
export { SAID } from './odds';
export { channelsOf, explain } from './search';
export { stringsAgree } from './strings';
