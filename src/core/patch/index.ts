export * from './assign';
export * from './cable';
export * from './chain';
export * from './device';
export * from './gain';
export type { SolveMilp } from './milp';
export * from './outboard';
export * from './problem';
