export * from './deviation';
export * from './judge';
export * from './look';
export { marksOf, refOf } from './marks';
export * from './parseLength';
export * from './solvePosition';
export * from './tapeList';
export * from './tolerance';
