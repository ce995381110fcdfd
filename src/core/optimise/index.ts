export type { OptimiseCode } from './codes';
export { harmDb } from './harm';
export * from './smallestMoves';
