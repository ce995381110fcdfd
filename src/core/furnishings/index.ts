export * from './furnishing';
export * from './kinds';
export * from './soft';
export * from './soft.data';
