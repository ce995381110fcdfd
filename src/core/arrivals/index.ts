export * from './arrival';
export * from './bands';
export * from './plan';
export * from './reflections';
