export { SIGMA_S as COMPARISON_SIGMA_S, SURE } from './likelihood';
export * from './model';
export { explain } from './search';
