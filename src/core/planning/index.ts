export { withExpectations } from './expected';
export * from './fit';
export * from './offers';
export * from './ownSetup';
export * from './patchProblem';
export * from './placing';
export { resolvePlan } from './resolve';
export * from './snap';
export * from './trial';
