export * from './assign';
export * from './device';
export * from './gain';
export type { SolveMilp } from './milp';
export * from './problem';
