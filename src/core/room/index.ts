export * from './absorption';
export * from './decay';
export * from './flutter';
export * from './materials.data';
export * from './modes';
export * from './parts.data';
export * from './room';
export * from './spots';
