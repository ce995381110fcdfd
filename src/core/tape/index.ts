export type { StringCode } from './codes';
export * from './deviation';
export * from './judge';
export * from './look';
export { marksInSight, marksOf, type PlacedMark, refOf } from './marks';
export * from './parseLength';
export * from './solvePosition';
export * from './tapeList';
export * from './tolerance';
