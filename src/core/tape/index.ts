export * from './deviation';
export * from './judge';
export * from './look';
export * from './parseLength';
export * from './solvePosition';
export * from './tapeList';
export * from './tolerance';
