export { harmDb } from './harm';
export * from './smallestMoves';
