export * from './decay';
export * from './modes';
export * from './room';
