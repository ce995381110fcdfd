export { SIGMA_S as COMPARISON_SIGMA_S, SURE } from './density';
export { channelsOf } from './hypothesis';
export * from './limits';
export * from './model';
export { type Doable, settledBy } from './next';
export { SAID } from './odds';
export { explain } from './search';
export { stringsAgree } from './strings';
