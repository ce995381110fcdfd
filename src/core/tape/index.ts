export * from './deviation';
export * from './judge';
export * from './look';
export { isInFreeSight, marksOf, refOf } from './marks';
export * from './parseLength';
export * from './solvePosition';
export * from './tapeList';
export * from './tolerance';
