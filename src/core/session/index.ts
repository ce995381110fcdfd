export * from './commands';
export * from './document';
export * from './patchProblem';
export { firstDanglingReference } from './references';
export { geometryOf, resolvePlan } from './resolve';
export * from './schema';
