export { SURE } from './likelihood';
export * from './model';
export { explain } from './search';
