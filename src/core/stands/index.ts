export * from './choose';
export type { StandCode } from './codes';
export * from './model';
export * from './reach';
